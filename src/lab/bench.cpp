#include "lab/bench.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fstream>

#include "lab/program.h"
#include "records/files.h"

namespace iron {

namespace {

constexpr double batch_s = 100e-6; // a batch is long against the clock's 20 ns
constexpr int inputs_a_batch = 16;
constexpr int inputs_by_program = 2;    // a process each: sixteen a cell would eat the budget
constexpr double input_room = 64 << 20; // bytes of inputs, or copies, at a time

// Where every byte is seen, a call may still go one frame deeper into the allocator than another.
constexpr std::int64_t fine_grain = 64;

// Peaks of equal programs differ by that much from run to run.
constexpr std::int64_t resident_grain = 256 << 10;

std::int64_t whole(const Reply &reply, const char *name) {
    return static_cast<std::int64_t>(reply.number(name));
}

bool disturbed(double wall_s, double cpu_s) { return wall_s > 1.2 * cpu_s + 20e-6; }

} // namespace

Bench::Bench(const Problem &problem, Built built, InputStore &inputs, std::filesystem::path scratch,
             BenchOptions options)
    : problem_(problem), built_(std::move(built)), inputs_(inputs), scratch_(std::move(scratch)),
      options_(std::move(options)) {
    std::filesystem::create_directories(scratch_);
    if (!built_.counting) note(built_.name + ": steps are not counted: " + built_.no_counting);
}

void Bench::note(const std::string &text) {
    if (std::find(notes_.begin(), notes_.end(), text) == notes_.end()) notes_.push_back(text);
}

void Bench::start_afresh() {
    timing_.reset();
    counting_.reset();
    loaded_.clear();
    warm_ = false;
}

double Bench::call_s(const Spot &spot) const {
    const auto found = call_s_.find({spot.shape, spot.sizes});
    return found == call_s_.end() ? 0 : found->second;
}

void Bench::recall(const Spot &spot, double call_s) {
    double &known = call_s_[{spot.shape, spot.sizes}];
    known = known > 0 ? std::min(known, call_s) : call_s;
}

Reply Bench::asked(std::unique_ptr<Worker> &worker, const std::string &line) {
    // Reading takes longer than the call; the limit is for the call alone, so reading gets its own.
    const bool calls_alone = line.starts_with("time") || line.starts_with("warm");
    const Reply reply = worker->ask(line, problem_.limits.time_s * (calls_alone ? 1 : 2));
    if (reply.outcome != Outcome::done && !reply.refused) {
        if (!worker->alive()) worker.reset();
        throw Failure{reply.outcome, reply.detail};
    }
    return reply;
}

void Bench::start(std::unique_ptr<Worker> &worker, const Runnable &runnable, bool counting) {
    if (worker && worker->alive()) return;
    const std::string errors = scratch_ / fmt::format("worker-{}.err", ++workers_);
    worker = std::make_unique<Worker>(runnable, counting, errors);
    if (worker->greeting().outcome == Outcome::done) return;
    const Failure failure{worker->greeting().outcome, worker->greeting().detail};
    worker.reset();
    throw failure;
}

void Bench::load(const Spot &spot, int wanted) {
    const Where where{spot.shape, spot.sizes};
    std::vector<long> &held = loaded_[where];
    inputs_.prepare(spot.shape, spot.sizes, spot.seed + held.size(), wanted - static_cast<int>(held.size()));
    while (static_cast<int>(held.size()) < wanted) {
        const InputStore::Input input = inputs_.get(spot.shape, spot.sizes, spot.seed + held.size());
        const long number = next_input_++;
        const Reply reply = asked(timing_, fmt::format("read {} {}", number, input.path.string()));
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        held.push_back(number);
        input_bytes_[where] = std::max(input_bytes_[where], input.bytes);
    }
}

std::optional<std::string> Bench::time(const Spot &spot, Measurement &m) {
    if (built_.style == Style::program) return time_program(spot, m);
    if (options_.cold) return time_cold(spot, m);
    return time_calls(spot, m);
}

std::optional<std::string> Bench::time_calls(const Spot &spot, Measurement &m) {
    const Where where{spot.shape, spot.sizes};
    if (!timing_ || !timing_->alive()) {
        loaded_.clear();
        warm_ = false;
    }
    start(timing_, built_.timing, false);
    std::optional<std::string> answer;
    double call_s = call_s_[where];
    const bool first = loaded_[where].empty();
    if (first) {
        load(spot, 1);
        const std::string path = scratch_ / "measured.answer";
        const Reply reply = asked(timing_, fmt::format("answer {} {}", loaded_[where][0], path));
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        const double cold_s = 1e-9 * reply.number("call_ns");
        call_s = call_s > 0 ? std::min(call_s, cold_s) : cold_s;
        answer = read_file(path);
    }
    // A batch of several calls goes round several inputs: one again and again trains the branch predictor.
    if (call_s < batch_s) {
        const double fit = input_room / std::max(1.0, static_cast<double>(input_bytes_[where]));
        const int most = problem_.shape(spot.shape)->text ? inputs_a_batch : inputs_by_program;
        load(spot, std::clamp(static_cast<int>(fit), 1, most));
    }
    if (first) warm(spot, m);
    m.floor_ns = timing_->greeting().number("floor_ns");
    Batch batch = run_batch(spot, call_s);
    // A cold call tells too much: a batch that came out short is no measure of the clock's grain.
    for (int again = 0; again < 4 && batch.wall_s < batch_s / 3; ++again)
        batch = run_batch(spot, std::max(batch.call_s, 1e-10));
    m.worker = timing_->id();
    m.calls = batch.calls;
    m.inputs = static_cast<int>(
        std::min<std::int64_t>(batch.calls, static_cast<std::int64_t>(loaded_[where].size())));
    m.time_ns = std::max(0.0, batch.call_s * 1e9 - m.floor_ns);
    m.cpu_ns = std::max(0.0, batch.cpu_s * 1e9 - m.floor_ns);
    m.disturbed = problem_.solution(built_.name)->threads == 1 &&
                  disturbed(batch.wall_s, batch.cpu_s * static_cast<double>(batch.calls));
    call_s_[where] = std::max(batch.call_s, 1e-10);
    return answer;
}

// A just-in-time compiler is given time to settle, longest in a new worker, before anything is timed.
void Bench::warm(const Spot &spot, Measurement &m) {
    if (timing_->greeting().number("warms") != 1) return;
    const double limit_s = warm_ ? options_.warm_limit_s / 8 : options_.warm_limit_s;
    warm_ = true;
    std::string line = fmt::format("warm {:.0f}", std::max(1.0, 1000 * limit_s));
    for (const long id : loaded_[{spot.shape, spot.sizes}])
        line += fmt::format(" {}", id);
    const Reply reply = asked(timing_, line);
    m.warm_ns = reply.number("warm_ns");
    m.warm_calls = whole(reply, "calls");
}

// The first call of a new process, the input read and nothing else done before it.
std::string Bench::time_cold(const Spot &spot, Measurement &m) {
    const InputStore::Input input = inputs_.get(spot.shape, spot.sizes, spot.seed);
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
    call_s_[{spot.shape, spot.sizes}] = std::max(1e-9 * m.time_ns, 1e-10);
    return read_file(path);
}

// One run of a whole program: its wall time, start-up and reading included.
std::string Bench::time_program(const Spot &spot, Measurement &m) {
    const std::filesystem::path path = scratch_ / "measured.answer";
    const InputStore::Input input = inputs_.get(spot.shape, spot.sizes, spot.seed);
    const Ending ending =
        run_program(built_.timing, input.path, path, scratch_ / "program.err", problem_.limits.time_s);
    if (ending.outcome != Outcome::done) throw Failure{ending.outcome, ending.detail};
    m.worker = static_cast<int>(ending.process);
    m.calls = m.inputs = 1;
    m.time_ns = 1e9 * ending.wall_s;
    m.cpu_ns = 1e9 * ending.cpu_s;
    m.floor_ns = options_.floor.wall_ns;
    m.disturbed =
        problem_.solution(built_.name)->threads == 1 && disturbed(ending.wall_s, ending.cpu_s + 2e-3);
    call_s_[{spot.shape, spot.sizes}] = ending.wall_s;
    return read_file(path);
}

Bench::Batch Bench::run_batch(const Spot &spot, double call_s) {
    const Where where{spot.shape, spot.sizes};
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

std::vector<Measurement> Bench::count(const Spot &spot, const Measurement &blank, bool twice) {
    if (built_.style == Style::program) return count_program(spot, blank, twice);
    const std::string input = inputs_.get(spot.shape, spot.sizes, spot.seed).path;
    std::vector<Measurement> made;
    start(counting_, *built_.counting, true);
    for (int time = 0; time < (twice ? 2 : 1); ++time) {
        const Reply reply = asked(counting_, "count " + input);
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        Measurement m = blank;
        m.kind = "counting";
        m.worker = counting_->id();
        m.steps = whole(reply, "steps");
        m.bulk_steps = whole(reply, "bulk_steps");
        made.push_back(m);
    }
    if (twice && made[0].steps != made[1].steps)
        made[0].varying = made[1].varying = true;
    else
        made.resize(1);
    if (!no_space_) {
        const Measurement space = weighed(input, blank);
        if (!no_space_) made.push_back(space);
    }
    return made;
}

Measurement Bench::weighed(const std::string &input, const Measurement &blank) {
    Measurement m = blank;
    m.kind = "space";
    // Where one call can't be put apart from what came before it in the process, it gets a process of its
    // own.
    std::unique_ptr<Worker> own;
    const bool apart = counting_->greeting().number("fresh_space") == 1;
    if (apart) start(own, *built_.counting, true);
    std::unique_ptr<Worker> &worker = apart ? own : counting_;
    m.worker = worker->id();
    const Reply reply = asked(worker, "space " + input);
    no_space_ = reply.refused;
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

std::vector<Measurement> Bench::count_program(const Spot &spot, const Measurement &blank, bool twice) {
    const InputStore::Input input = inputs_.get(spot.shape, spot.sizes, spot.seed);
    const std::filesystem::path answer = scratch_ / "counted.answer", errors = scratch_ / "program.err";
    std::vector<Measurement> made;
    const auto run = [&](const Runnable &runnable, bool exact_peak) {
        const Ending ending =
            run_program(runnable, input.path, answer, errors, 2 * problem_.limits.time_s, exact_peak);
        if (ending.outcome != Outcome::done) throw Failure{ending.outcome, ending.detail};
        return ending;
    };
    for (int time = 0; built_.counting && time < (twice ? 2 : 1); ++time) {
        const std::filesystem::path steps = scratch_ / "program.steps";
        Runnable counting = *built_.counting;
        counting.environment.push_back("IRON_STOPWATCH_STEPS=" + steps.string());
        Measurement m = blank;
        m.kind = "counting";
        m.worker = static_cast<int>(run(counting, false).process);
        std::ifstream in(steps);
        if (in >> m.steps >> m.bulk_steps)
            made.push_back(m);
        else
            note(built_.name + ": it left no steps: it ended without running its exit handlers");
        std::error_code ignored;
        std::filesystem::remove(steps, ignored);
    }
    if (made.size() == 2 && made[0].steps != made[1].steps)
        made[0].varying = made[1].varying = true;
    else if (made.size() == 2)
        made.pop_back();
    const Ending ending = run(built_.timing, true);
    Measurement m = blank;
    m.kind = "space";
    m.worker = static_cast<int>(ending.process);
    m.space.resident_peak_bytes = ending.peak_resident_bytes;
    m.space.space_bytes =
        std::max<std::int64_t>(0, ending.peak_resident_bytes - options_.floor.resident_bytes);
    m.space.heap_peak_bytes = m.space.space_bytes;
    m.space.grain_bytes = resident_grain;
    made.push_back(m);
    return made;
}

} // namespace iron
