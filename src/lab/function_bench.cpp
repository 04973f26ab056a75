#include "lab/function_bench.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "records/files.h"

namespace iron {

namespace {

constexpr double batch_s = 100e-6; // a batch is long against the clock's 20 ns
constexpr int inputs_a_batch = 16;
constexpr double input_batch = 256 << 10; // bytes of the inputs of a batch: branches are hardly remembered
constexpr double input_room = 64 << 20;   // bytes of copies at a time

// Where every byte is seen, a call may still go one frame deeper into the allocator than another.
constexpr std::int64_t fine_grain = 64;

std::int64_t whole(const Reply &reply, const char *name) {
    return static_cast<std::int64_t>(reply.number(name));
}

} // namespace

bool was_disturbed(double wall_s, double cpu_s) { return wall_s > 1.2 * cpu_s + 20e-6; }

FunctionBench::FunctionBench(const Problem &problem, Built built, InputStore &inputs,
                             std::filesystem::path scratch, BenchOptions options)
    : problem_(problem), built_(std::move(built)), inputs_(inputs), scratch_(std::move(scratch)),
      options_(options), answerer_(built_, scratch_) {
    std::filesystem::create_directories(scratch_);
    if (options_.measures && !built_.counting)
        note(built_.name + ": steps are not counted: " + built_.no_counting);
    if (!built_.supplied.empty()) note(built_.name + ": " + built_.supplied);
}

void FunctionBench::note(const std::string &text) {
    if (std::find(notes_.begin(), notes_.end(), text) == notes_.end()) notes_.push_back(text);
}

void FunctionBench::renew() {
    timing_.reset();
    counting_.reset();
    loaded_.clear();
    warm_ = false;
}

Reply FunctionBench::asked(std::unique_ptr<Worker> &worker, const std::string &line, double limit_s) {
    // Reading takes longer than the call; the limit is for the call alone, so reading gets its own.
    const bool calls_alone = line.starts_with("time") || line.starts_with("warm");
    const Reply reply = worker->ask(line, std::min(limit_s, problem_.limits.time_s * (calls_alone ? 1 : 2)));
    if (reply.outcome != Outcome::done && !reply.refused) {
        worker.reset(); // whatever it is left in
        throw Failure{reply.outcome, reply.detail};
    }
    return reply;
}

void FunctionBench::start(std::unique_ptr<Worker> &worker, const Runnable &runnable, bool counting) {
    if (worker && worker->alive()) return;
    const std::string errors = scratch_ / fmt::format("worker-{}.err", ++workers_);
    worker = std::make_unique<Worker>(runnable, counting, errors);
    if (worker->greeting().outcome == Outcome::done) return;
    const Failure failure{worker->greeting().outcome, worker->greeting().detail};
    worker.reset();
    throw failure;
}

void FunctionBench::load(const InputId &which, int wanted) {
    const Where where{which.shape, which.sizes};
    std::vector<long> &held = loaded_[where];
    while (static_cast<int>(held.size()) < wanted) {
        const Input input = inputs_.get(which.shape, which.sizes, which.seed + held.size());
        const long number = next_input_++;
        const Reply reply = asked(timing_, fmt::format("read {} {}", number, input.path.string()));
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        held.push_back(number);
        input_bytes_[where] = std::max(input_bytes_[where], input.bytes);
    }
}

Timed FunctionBench::time(const InputId &which, const Measurement &blank) {
    return options_.cold || blank.cold ? time_cold(which, blank) : time_calls(which, blank);
}

Timed FunctionBench::time_calls(const InputId &which, const Measurement &blank) {
    Timed timed{blank, 0, std::nullopt};
    Measurement &m = timed.reading;
    const Where where{which.shape, which.sizes};
    if (!timing_ || !timing_->alive()) {
        loaded_.clear();
        warm_ = false;
    }
    start(timing_, built_.timing, false);
    const bool first = loaded_[where].empty();
    double &call_s = call_s_[where]; // known wherever this was read, on whatever line through the sizes
    if (first) {
        load(which, 1);
        const std::string path = scratch_ / "measured.answer";
        const Reply reply = asked(timing_, fmt::format("answer {} {}", loaded_[where][0], path));
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        const double cold_s = 1e-9 * reply.number("call_ns");
        call_s = call_s > 0 ? std::min(call_s, cold_s) : cold_s;
        timed.first_s = cold_s;
        timed.answer = read_file(path);
    }
    // A batch of several calls goes round several inputs: one again and again trains the branch predictor.
    if (call_s < batch_s) {
        const double fit = input_batch / std::max(1.0, static_cast<double>(input_bytes_[where]));
        const int most = problem_.shape(which.shape)->text ? inputs_a_batch : 1; // made by a process each
        load(which, std::clamp(static_cast<int>(fit), 1, most));
    }
    if (first) warm(which, m);
    m.floor_ns = timing_->greeting().number("floor_ns");
    Batch batch = run_batch(which, call_s);
    // A cold call tells too much: a batch that came out short is no measure of the clock's grain.
    for (int again = 0; again < 4 && batch.wall_s < batch_s / 3; ++again)
        batch = run_batch(which, std::max(batch.call_s, 1e-10));
    m.worker = timing_->id();
    m.calls = batch.calls;
    m.inputs = static_cast<int>(
        std::min<std::int64_t>(batch.calls, static_cast<std::int64_t>(loaded_[where].size())));
    m.time_ns = std::max(0.0, batch.call_s * 1e9 - m.floor_ns);
    m.cpu_ns = std::max(0.0, batch.cpu_s * 1e9 - m.floor_ns);
    m.disturbed = problem_.solution(built_.name)->threads == 1 &&
                  was_disturbed(batch.wall_s, batch.cpu_s * static_cast<double>(batch.calls));
    timed.call_s = call_s = std::max(batch.call_s, 1e-10);
    return timed;
}

// A just-in-time compiler is given time to settle, longest in a new worker, before anything is timed.
void FunctionBench::warm(const InputId &which, Measurement &m) {
    if (timing_->greeting().number("warms") != 1) return;
    const double limit_s = warm_ ? options_.warm_limit_s / 8 : options_.warm_limit_s;
    warm_ = true;
    std::string line = fmt::format("warm {:.0f}", std::max(1.0, 1000 * limit_s));
    for (const long id : loaded_[{which.shape, which.sizes}])
        line += fmt::format(" {}", id);
    const Reply reply = asked(timing_, line);
    m.warm_ns = reply.number("warm_ns");
    m.warm_calls = whole(reply, "calls");
}

// The first call of a new process, the input read and nothing else done before it.
Timed FunctionBench::time_cold(const InputId &which, const Measurement &blank) {
    Timed timed{blank, 0, std::nullopt};
    Measurement &m = timed.reading;
    const Input input = inputs_.get(which.shape, which.sizes, which.seed);
    std::unique_ptr<Worker> worker;
    start(worker, built_.timing, false);
    const std::string path = scratch_ / "measured.answer";
    if (const Reply reply = asked(worker, "read 1 " + input.path.string()); reply.refused)
        throw Failure{Outcome::failed, reply.detail};
    const Reply reply = asked(worker, "answer 1 " + path);
    if (reply.refused) throw Failure{Outcome::failed, reply.detail};
    m.worker = worker->id();
    m.calls = m.inputs = 1;
    m.cold = true;
    m.time_ns = m.cpu_ns = reply.number("call_ns");
    timed.call_s = std::max(1e-9 * m.time_ns, 1e-10);
    timed.answer = read_file(path);
    if (!options_.cold)
        if (const Reply again = asked(worker, "answer 1 " + path); !again.refused)
            timed.again_s = 1e-9 * again.number("call_ns");
    return timed;
}

FunctionBench::Batch FunctionBench::run_batch(const InputId &which, double call_s) {
    const Where where{which.shape, which.sizes};
    const std::vector<long> &ids = loaded_[where];
    std::int64_t calls = static_cast<std::int64_t>(std::ceil(batch_s / std::max(call_s, 1e-10)));
    calls = std::clamp<std::int64_t>(calls, 1, 1'000'000);
    if (ids.size() > 1) calls = std::max<std::int64_t>(calls, static_cast<std::int64_t>(ids.size()));
    // Text is a rough measure of what an input takes in memory: 16 times as much is the worst seen (linked
    // nodes).
    const double bytes = 16.0 * static_cast<double>(input_bytes_[where]) + 64;
    const auto at_once = std::clamp<std::int64_t>(static_cast<std::int64_t>(input_room / bytes), 1, calls);
    std::string line = fmt::format("time {} {}", calls, at_once);
    for (std::size_t i = 0; i < ids.size(); ++i)
        line += fmt::format(" {}", ids[(i + turn_) % ids.size()]);
    ++turn_; // a batch of one call takes another input each time
    Reply reply = asked(timing_, line);
    if (reply.refused) { // told that plain copies share memory: it reads afresh from now on
        note(built_.name + ": " + reply.detail);
        reply = asked(timing_, line);
        if (reply.refused) throw Failure{Outcome::wrong_answer, reply.detail};
    }
    const double n = static_cast<double>(calls);
    return {calls, 1e-9 * reply.number("wall_ns"), 1e-9 * reply.number("wall_ns") / n,
            1e-9 * reply.number("cpu_ns") / n};
}

std::vector<Measurement> FunctionBench::count(const InputId &which, const Measurement &blank,
                                              const CountAsk &ask) {
    if (!built_.counting) return {};
    const std::string input = inputs_.get(which.shape, which.sizes, which.seed).path;
    std::vector<Measurement> made;
    if (ask.steps) {
        if (blank.cold) counting_.reset();
        start(counting_, *built_.counting, true);
        const bool first = blank.cold && counting_->greeting().number("counts_first") == 1;
        if (ask.twice)
            made = counted_twice(input, blank, ask.limit_s);
        else
            made.push_back(counted(input, blank, first ? "count_first" : "count", ask.limit_s));
    }
    if (ask.space && !no_space_) {
        const Measurement space = weighed(input, blank, ask.limit_s);
        if (!no_space_) made.push_back(space);
    }
    return made;
}

Measurement FunctionBench::counted(const std::string &input, const Measurement &blank,
                                   const std::string &command, double limit_s) {
    const Reply reply = asked(counting_, command + ' ' + input, limit_s);
    if (reply.refused) throw Failure{Outcome::failed, reply.detail};
    Measurement m = blank;
    m.kind = MeasuredKind::counting;
    m.long_numbers = built_.long_numbers;
    m.worker = counting_->id();
    m.steps = whole(reply, "steps");
    m.bulk_steps = whole(reply, "bulk_steps");
    m.spots = built_.spots(reply.values);
    if (!m.spots.empty()) m.steps = total_of(m.spots);
    return m;
}

// Two where counts of one input differ. Where each call has a process of its own, a later call that takes
// other steps need not mean that: something may be ready by then.
std::vector<Measurement> FunctionBench::counted_twice(const std::string &input, const Measurement &blank,
                                                      double limit_s) {
    Measurement first = counted(input, blank, "count", limit_s), second;
    const bool apart = counting_->greeting().number("counts_later") == 1;
    try {
        second = counted(input, blank, apart ? "count_later" : "count", limit_s);
        first.later_steps = second.steps;
        if (apart && second.steps != first.steps) second = counted(input, blank, "count", limit_s);
    } catch (const Failure &) { // two calls beyond a limit that one keeps
        return {first};
    }
    if (second.steps == first.steps) return {first};
    if (apart) first.later_steps.reset(); // first calls differ as it is
    first.varying = second.varying = true;
    return {first, second};
}

Measurement FunctionBench::weighed(const std::string &input, const Measurement &blank, double limit_s) {
    Measurement m = blank;
    m.kind = MeasuredKind::space;
    std::unique_ptr<Worker> own; // a first call is the only one of its process
    std::unique_ptr<Worker> &worker = blank.cold ? own : built_.weighing ? weighing_ : counting_;
    start(worker, built_.weighing ? *built_.weighing : *built_.counting, true);
    m.worker = worker->id();
    const bool first = blank.cold && worker->greeting().number("weighs_first") == 1;
    const Reply reply = asked(worker, (first ? "space_first " : "space ") + input, limit_s);
    no_space_ = reply.refused;
    if (reply.number("spent") == 1) worker.reset();
    m.space = {whole(reply, "space_bytes"),
               whole(reply, "heap_peak_bytes"),
               whole(reply, "answer_bytes"),
               whole(reply, "stack_peak_bytes"),
               whole(reply, "allocations"),
               reply.values.contains("grain_bytes") ? whole(reply, "grain_bytes") : fine_grain,
               whole(reply, "resident_peak_bytes"),
               reply.values.contains("input_bytes") ? whole(reply, "input_bytes") : -1};
    return m;
}

} // namespace iron
