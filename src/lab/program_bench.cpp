#include "lab/program_bench.h"

#include <algorithm>
#include <cstdlib>
#include <fstream>

#include "core/reading/series.h"
#include "lab/function_bench.h"
#include "lab/program.h"
#include "records/files.h"

namespace iron {

namespace {

constexpr int empty_runs = 12;       // of a program that does nothing: at most so many,
constexpr double empty_runs_s = 0.3; // or so long, but two at the least

// Peaks of equal programs differ by that much from run to run.
constexpr std::int64_t resident_grain = 256 << 10;

} // namespace

ProgramFloor floor_of(const Runnable &runnable, const std::filesystem::path &scratch) {
    ProgramFloor floor;
    std::vector<double> walls;
    double spent_s = 0;
    for (int run = 0; run < 2 || (run < empty_runs && spent_s < empty_runs_s); ++run) {
        const Ending ending =
            run_program(runnable, "/dev/null", scratch / "empty.out", scratch / "empty.err", 10);
        if (ending.outcome != Outcome::done) return {};
        walls.push_back(1e9 * ending.wall_s);
        spent_s += ending.wall_s;
    }
    floor.wall_ns = quantile(walls, 0.1);
    floor.resident_bytes =
        run_program(runnable, "/dev/null", scratch / "empty.out", scratch / "empty.err", 10, true)
            .peak_resident_bytes;
    return floor;
}

ProgramBench::ProgramBench(const Problem &problem, Built built, InputStore &inputs,
                           std::filesystem::path scratch, const ProgramFloor &floor, bool measures)
    : problem_(problem), built_(std::move(built)), inputs_(inputs), scratch_(std::move(scratch)),
      floor_(floor) {
    std::filesystem::create_directories(scratch_);
    if (measures && !built_.counting) note(built_.name + ": steps are not counted: " + built_.no_counting);
}

void ProgramBench::note(const std::string &text) {
    if (std::find(notes_.begin(), notes_.end(), text) == notes_.end()) notes_.push_back(text);
}

// One run of a whole program: its wall time, start-up and reading included.
Timed ProgramBench::time(const InputId &which, const Measurement &blank) {
    Timed timed{blank, 0, std::nullopt};
    Measurement &m = timed.reading;
    const Input input = inputs_.get(which.shape, which.sizes, which.seed);
    const bool was_answered = answered_last_ && answered_last_->first == input.path;
    const Ending ending = was_answered ? answered_last_->second : run_timed(input, problem_.limits.time_s);
    answered_last_.reset();
    if (ending.outcome != Outcome::done) throw Failure{ending.outcome, told(ending)};
    if (reads_peak()) timed_last_ = {which, ending};
    m.worker = static_cast<int>(ending.process);
    m.calls = m.inputs = 1;
    m.text_bytes = static_cast<std::int64_t>(input.bytes);
    m.time_ns = 1e9 * ending.wall_s;
    m.cpu_ns = 1e9 * ending.cpu_s;
    m.floor_ns = floor_.wall_ns;
    m.disturbed =
        problem_.solution(built_.name)->threads == 1 && was_disturbed(ending.wall_s, ending.cpu_s + 2e-3);
    timed.call_s = ending.wall_s;
    timed.answer = read_file(measured_answer());
    return timed;
}

Answered ProgramBench::answer(const Input &input, double limit_s) {
    const Ending ending = run_timed(input, limit_s);
    answered_last_.reset();
    if (ending.outcome == Outcome::done) answered_last_ = {input.path, ending};
    return answered(ending, measured_answer());
}

Ending ProgramBench::run_timed(const Input &input, double limit_s) const {
    return run_program(built_.timing, input.path, measured_answer(), scratch_ / "program.err", limit_s,
                       reads_peak());
}

ProgramBench::Left ProgramBench::read_left(const std::filesystem::path &path) {
    std::ifstream in(path);
    Left left;
    for (std::string word; in >> word;)
        if (const std::size_t equal = word.find('='); equal != std::string::npos)
            left.said[word.substr(0, equal)] = word.substr(equal + 1);
        else
            left.numbers.push_back(std::strtoll(word.c_str(), nullptr, 10));
    if (left.numbers.size() != 2 && left.numbers.size() != 5) left.numbers.clear();
    return left;
}

Ending ProgramBench::run(const Runnable &runnable, const Input &input, bool exact_peak, double limit_s) {
    const Ending ending =
        run_program(runnable, input.path, scratch_ / "counted.answer", scratch_ / "program.err",
                    std::min(limit_s, 2 * problem_.limits.time_s), exact_peak);
    if (ending.outcome != Outcome::done) throw Failure{ending.outcome, told(ending)};
    return ending;
}

std::optional<ProgramBench::Left> ProgramBench::counted_in_a_copy(const Input &input, double limit_s) {
    if (!built_.counts_in_copies) return std::nullopt;
    if (!counter_ || !counter_->alive())
        counter_ = std::make_unique<Worker>(*built_.counting, true, scratch_ / "counter.err");
    const Reply reply =
        counter_->ask("count " + input.path.string(), std::min(limit_s, 2 * problem_.limits.time_s));
    if (reply.outcome == Outcome::over_time) throw Failure{reply.outcome, reply.detail};
    if (reply.outcome != Outcome::done || reply.refused) {
        counter_.reset();
        return std::nullopt;
    }
    counted_in_copies_ = true;
    Left left{{}, reply.values, counter_->id()};
    for (const char *name : {"steps", "bulk_steps", "heap_peak_bytes", "stack_peak_bytes", "grain_bytes"})
        if (reply.values.contains(name))
            left.numbers.push_back(static_cast<std::int64_t>(reply.number(name)));
    return left;
}

ProgramBench::Left ProgramBench::counted(const Input &input, double limit_s) {
    if (auto left = counted_in_a_copy(input, limit_s)) return *std::move(left);
    const std::filesystem::path steps = scratch_ / "program.steps";
    Runnable counting = *built_.counting;
    counting.environment.push_back("IRON_STOPWATCH_STEPS=" + steps.string());
    const auto process = static_cast<int>(run(counting, input, false, limit_s).process);
    Left left = read_left(steps);
    left.process = process;
    std::error_code ignored;
    std::filesystem::remove(steps, ignored);
    // A start is in the count of a run of its own and not in that of a copy: one series has but one of them.
    if (counted_in_copies_) return {};
    built_.counts_in_copies = false; // what a copy could not do went well here
    return left;
}

std::vector<Measurement> ProgramBench::count(const InputId &which, const Measurement &blank,
                                             const CountAsk &ask) {
    if (!ask.steps) return {};
    const Input input = inputs_.get(which.shape, which.sizes, which.seed);
    Measurement form = blank;
    form.text_bytes = static_cast<std::int64_t>(input.bytes);
    std::vector<Measurement> made;
    std::optional<SpaceReading> held;
    for (int time = 0; built_.counting && time < (ask.twice ? 2 : 1); ++time) {
        const Left left = counted(input, ask.limit_s);
        if (left.numbers.empty()) {
            note(built_.name + (counted_in_copies_
                                    ? ": an input was not counted: it ends well in a process of its own alone"
                                    : ": it left no steps: it ended without running its exit handlers"));
            continue;
        }
        Measurement m = form;
        m.kind = MeasuredKind::counting;
        m.long_numbers = built_.long_numbers;
        m.worker = left.process;
        m.steps = left.numbers[0];
        m.bulk_steps = left.numbers[1];
        m.spots = built_.spots(left.said);
        if (!m.spots.empty()) m.steps = total_of(m.spots);
        made.push_back(m);
        if (left.numbers.size() == 5) {
            held = SpaceReading{};
            held->heap_peak_bytes = left.numbers[2];
            held->stack_peak_bytes = left.numbers[3];
            held->grain_bytes = left.numbers[4];
        }
    }
    if (made.size() == 2 && made[0].steps != made[1].steps)
        made[0].varying = made[1].varying = true;
    else if (made.size() == 2)
        made.pop_back();
    // A run that was just timed there tells it, where another would cost as much as all the rest.
    const bool known = timed_last_ && timed_last_->first == which;
    const Ending ending = known ? timed_last_->second : run(built_.timing, input, true);
    Measurement m = form;
    m.kind = MeasuredKind::space;
    m.worker = static_cast<int>(ending.process);
    if (held) {
        m.space = *held;
        m.space.space_bytes = held->heap_peak_bytes + held->stack_peak_bytes;
    } else {
        m.space.space_bytes = std::max<std::int64_t>(0, ending.peak_resident_bytes - floor_.resident_bytes);
        m.space.heap_peak_bytes = m.space.space_bytes;
        m.space.grain_bytes = resident_grain;
    }
    m.space.resident_peak_bytes = ending.peak_resident_bytes;
    m.space.floor_bytes = floor_.resident_bytes;
    made.push_back(m);
    return made;
}

} // namespace iron
