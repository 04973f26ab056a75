#include "lab/measure.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <nlohmann/json.hpp>
#include <set>

#include "core/claim/words.h"
#include "core/plan/ladder.h"
#include "core/plan/planner.h"
#include "lab/input_store.h"
#include "lab/machine.h"
#include "lab/program.h"
#include "lab/referee.h"
#include "lab/worker.h"
#include "lab/workspace.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace {

constexpr double batch_s = 100e-6; // a batch is long against the clock's 20 ns
constexpr int inputs_a_batch = 16;
constexpr int inputs_by_program = 4;    // a process each: sixteen a cell would eat the budget
constexpr double input_room = 64 << 20; // bytes of inputs, or copies, at a time

std::string heading(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options) {
    const Machine machine = this_machine();
    nlohmann::ordered_json j;
    j["schema"] = "iron-stopwatch/measurements/1";
    j["machine"] = {{"processor", machine.processor},
                    {"processors", machine.processors},
                    {"memory_bytes", static_cast<std::int64_t>(machine.memory_bytes)},
                    {"system", machine.system}};
    j["compilers"] = machine.compilers;
    j["problem_digest"] = problem.digest;
    j["seed"] = options.seed;
    j["budget_s"] = options.budget_s;
    j["solutions"] = nlohmann::ordered_json::object();
    for (const Built &one : built) {
        std::string sources;
        for (const std::string &source : problem.solution(one.name)->sources)
            if (std::filesystem::is_regular_file(problem.folder / source))
                sources += read_file(problem.folder / source);
        j["solutions"][one.name] = {{"source_digest", hex_digest(sources)},
                                    {"flags", problem.solution(one.name)->flags}};
    }
    return j.dump();
}

// What a solution has going in this generation.
struct Bench {
    std::unique_ptr<Worker> timing, counting;
    std::map<Cell, std::vector<long>> loaded; // numbers of the inputs the timing worker holds
    std::map<Cell, std::uint64_t> input_bytes;
    long next_input = 1;
};

class Measuring {
  public:
    Measuring(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
              const Clock &clock, Agreement &agreement, const std::filesystem::path &journal)
        : problem_(problem), options_(options), clock_(clock), agreement_(agreement),
          started_(clock.seconds()), inputs_(problem, workspace_.path()),
          referee_(problem, workspace_.path()), writer_(journal, heading(problem, built, options)) {
        for (const Built &one : built)
            if (const SolutionAgreement *entry = agreement.solution(one.name);
                one.ok && entry && entry->verdict == SolutionAgreement::Verdict::agrees)
                solutions_.push_back(one);
        for (const Shape &shape : problem.shapes) {
            const bool wanted =
                options.shapes.empty() ||
                std::find(options.shapes.begin(), options.shapes.end(), shape.name) != options.shapes.end();
            if (wanted) shapes_.push_back(shape.name);
        }
        swept_ = problem.sizes.front().name;
    }

    MeasureSummary whole() {
        Planner planner(plan_options());
        benches_.resize(solutions_.size());
        for (;;) {
            const Next step = planner.next(elapsed());
            summary_.cells = planner.cells();
            if (step.task == Task::stop) break;
            if (step.task == Task::new_generation) {
                forget_answers();
                generation_ = step.generation;
                for (Bench &bench : benches_)
                    bench = Bench{};
                continue;
            }
            if (options_.progress) options_.progress(elapsed(), describe(step.cell));
            try {
                if (step.task == Task::count)
                    count_cell(planner, step);
                else if (solutions_[step.cell.solution].style == Style::program)
                    time_program(planner, step);
                else
                    time_cell(planner, step);
            } catch (const Failure &failure) {
                failed(planner, step, failure);
            }
            for (const Cell &cell : newly_wrong_) // wrong here: nothing from this size on is worth measuring
                for (int shape = 0; shape < static_cast<int>(shapes_.size()); ++shape)
                    planner.told_failure({cell.solution, shape, cell.size});
            newly_wrong_.clear();
        }
        summary_.generations = generation_ + 1;
        summary_.spent_s = elapsed();
        settle_disputes();
        return std::move(summary_);
    }

  private:
    struct Failure {
        Outcome outcome;
        std::string detail;
    };

    double elapsed() const { return clock_.seconds() - started_; }

    PlanOptions plan_options() {
        PlanOptions plan;
        plan.solutions = static_cast<int>(solutions_.size());
        plan.shapes = static_cast<int>(shapes_.size());
        const SizeRule &rule = problem_.sizes.front();
        auto [from, to] = range_of(rule, {});
        if (const auto found = options_.upto.find(rule.name); found != options_.upto.end())
            to = std::min(to, found->second);
        const double start = std::min(std::max(rule.measured_from.value_or(16), from), to);
        plan.sizes = ladder(start, to);
        if (!rule.measured_from)
            for (double size = std::max(from, 1.0); size < start; ++size)
                plan.below.push_back(size);
        for (const Built &one : solutions_) {
            plan.counted.push_back(one.counting.has_value());
            if (!one.counting)
                summary_.notes.push_back(one.name + ": steps are not counted: " + one.no_counting);
        }
        plan.budget_s = options_.budget_s;
        plan.seed = options_.seed;
        return plan;
    }

    Sizes sizes_of(const Cell &cell) const { return complete_sizes(problem_, {{swept_, cell.size}}); }

    // `input seed=` takes exactly this; a batch goes round this one and the next ones.
    std::uint64_t seed_of(int generation) const {
        return options_.seed * 10'000 + static_cast<std::uint64_t>(generation) * 100;
    }

    std::string describe(const Cell &cell) const {
        return fmt::format("{}, {}, {} = {}", solutions_[cell.solution].name, shapes_[cell.shape], swept_,
                           grouped(cell.size));
    }

    Measurement blank(const Next &step, const char *kind) const {
        Measurement m;
        m.kind = kind;
        m.solution = solutions_[step.cell.solution].name;
        m.shape = shapes_[step.cell.shape];
        m.sizes = sizes_of(step.cell);
        m.seed = seed_of(generation_);
        m.generation = generation_;
        m.round = step.round;
        return m;
    }

    void keep(const Measurement &m) {
        writer_.append(m);
        ++summary_.measurements;
    }

    Reply asked(std::unique_ptr<Worker> &worker, const std::string &line) {
        // Reading takes longer than the call; the limit is for the call alone, so reading gets its own.
        const double limit = problem_.limits.time_s * (line.starts_with("time") ? 1 : 2);
        const Reply reply = worker->ask(line, limit);
        if (reply.outcome != Outcome::done && !reply.refused) {
            if (!worker->alive()) worker.reset();
            throw Failure{reply.outcome, reply.detail};
        }
        return reply;
    }

    void start(std::unique_ptr<Worker> &worker, const Runnable &runnable, bool counting) {
        if (worker && worker->alive()) return;
        const std::string errors = workspace_.path() / fmt::format("worker-{}.err", ++workers_);
        worker = std::make_unique<Worker>(runnable, counting, errors);
        if (worker->greeting().outcome != Outcome::done) {
            const Failure failure{worker->greeting().outcome, worker->greeting().detail};
            worker.reset();
            throw failure;
        }
    }

    void load(Bench &bench, const Cell &cell, int wanted) {
        std::vector<long> &held = bench.loaded[cell];
        while (static_cast<int>(held.size()) < wanted) {
            const std::uint64_t seed = seed_of(generation_) + held.size();
            const InputStore::Input input = inputs_.get(shapes_[cell.shape], sizes_of(cell), seed);
            const long number = bench.next_input++;
            const Reply reply = asked(bench.timing, fmt::format("read {} {}", number, input.path.string()));
            if (reply.refused) throw Failure{Outcome::failed, reply.detail};
            held.push_back(number);
            bench.input_bytes[cell] = std::max(bench.input_bytes[cell], input.bytes);
        }
    }

    void time_cell(Planner &planner, const Next &step) {
        const Cell &cell = step.cell;
        const double from = clock_.seconds();
        Bench &bench = benches_[cell.solution];
        if (!bench.timing || !bench.timing->alive()) bench.loaded.clear();
        start(bench.timing, solutions_[cell.solution].timing, false);
        Measurement m = blank(step, "timing");
        double call_s = call_s_[cell];
        if (bench.loaded[cell].empty()) {
            load(bench, cell, 1);
            const std::string answer = workspace_.path() / "measured.answer";
            const Reply reply =
                asked(bench.timing, fmt::format("answer {} {}", bench.loaded[cell][0], answer));
            if (reply.refused) throw Failure{Outcome::failed, reply.detail};
            const double cold_s = 1e-9 * reply.number("call_ns");
            call_s = call_s > 0 ? std::min(call_s, cold_s) : cold_s;
            m.answer_digest = look_at_answer(cell, read_file(answer));
        }
        // A batch of several calls goes round several inputs: one again and again trains the branch
        // predictor.
        if (call_s < batch_s) {
            const double fit = input_room / std::max(1.0, static_cast<double>(bench.input_bytes[cell]));
            const int most = problem_.shape(shapes_[cell.shape])->text ? inputs_a_batch : inputs_by_program;
            load(bench, cell, std::clamp(static_cast<int>(fit), 1, most));
        }
        m.floor_ns = bench.timing->greeting().number("floor_ns");
        Batch batch = run_batch(bench, cell, call_s);
        // A cold call tells too much: a batch that came out short is no measure of the clock's grain.
        for (int again = 0; again < 4 && batch.wall_s < batch_s / 3; ++again)
            batch = run_batch(bench, cell, std::max(batch.call_s, 1e-10));
        m.worker = bench.timing->id();
        m.calls = batch.calls;
        m.inputs = static_cast<int>(
            std::min<std::int64_t>(batch.calls, static_cast<int>(bench.loaded[cell].size())));
        m.time_ns = std::max(0.0, batch.call_s * 1e9 - m.floor_ns);
        m.cpu_ns = std::max(0.0, batch.cpu_s * 1e9 - m.floor_ns);
        m.disturbed = batch.wall_s > 1.2 * batch.cpu_s * static_cast<double>(batch.calls) + 20e-6 &&
                      problem_.solution(m.solution)->threads == 1;
        call_s_[cell] = std::max(batch.call_s, 1e-10);
        keep(m);
        planner.told_time(cell, batch.call_s, clock_.seconds() - from);
    }

    // One run of a whole program: its wall time, start-up and reading included.
    void time_program(Planner &planner, const Next &step) {
        const Cell &cell = step.cell;
        const double from = clock_.seconds();
        const Built &built = solutions_[cell.solution];
        const std::filesystem::path answer = workspace_.path() / "measured.answer",
                                    errors = workspace_.path() / "program.err";
        const InputStore::Input input =
            inputs_.get(shapes_[cell.shape], sizes_of(cell), seed_of(generation_));
        const Ending ending = run_program(built.timing, input.path, answer, errors, problem_.limits.time_s);
        if (ending.outcome != Outcome::done) throw Failure{ending.outcome, ending.detail};
        Measurement m = blank(step, "timing");
        m.answer_digest = look_at_answer(cell, read_file(answer));
        m.worker = static_cast<int>(ending.process);
        m.calls = m.inputs = 1;
        m.time_ns = 1e9 * ending.wall_s;
        m.cpu_ns = 1e9 * ending.cpu_s;
        keep(m);
        planner.told_time(cell, ending.wall_s, clock_.seconds() - from);
    }

    struct Batch {
        std::int64_t calls = 0;
        double wall_s = 0, call_s = 0, cpu_s = 0;
    };

    Batch run_batch(Bench &bench, const Cell &cell, double call_s) {
        const std::vector<long> &ids = bench.loaded[cell];
        std::int64_t calls = static_cast<std::int64_t>(std::ceil(batch_s / std::max(call_s, 1e-10)));
        calls = std::clamp<std::int64_t>(calls, 1, 1'000'000);
        if (ids.size() > 1) calls = std::max<std::int64_t>(calls, static_cast<std::int64_t>(ids.size()));
        // Text is a rough measure of what an input takes in memory: 16 times as much is the worst seen
        // (linked nodes).
        const double bytes = 16.0 * static_cast<double>(bench.input_bytes[cell]) + 64;
        const auto at_once =
            std::clamp<std::int64_t>(static_cast<std::int64_t>(input_room / bytes), 1, calls);
        std::string line = fmt::format("time {} {}", calls, at_once);
        for (std::size_t i = 0; i < ids.size(); ++i)
            line += fmt::format(" {}", ids[(i + turn_) % ids.size()]);
        ++turn_; // a batch of one call takes another input each time
        Reply reply = asked(bench.timing, line);
        if (reply.refused) { // told that plain copies share memory: it reads afresh from now on
            note(solutions_[cell.solution].name + ": " + reply.detail);
            reply = asked(bench.timing, line);
            if (reply.refused) throw Failure{Outcome::wrong_answer, reply.detail};
        }
        const double n = static_cast<double>(calls);
        return {calls, 1e-9 * reply.number("wall_ns"), 1e-9 * reply.number("wall_ns") / n,
                1e-9 * reply.number("cpu_ns") / n};
    }

    void count_cell(Planner &planner, const Next &step) {
        const Cell &cell = step.cell;
        const double from = clock_.seconds();
        Bench &bench = benches_[cell.solution];
        const Built &built = solutions_[cell.solution];
        const InputStore::Input input =
            inputs_.get(shapes_[cell.shape], sizes_of(cell), seed_of(generation_));
        if (built.style == Style::program) {
            count_program(step, built, input);
            return planner.told_count(cell, clock_.seconds() - from);
        }
        start(bench.counting, *built.counting, true);
        const Reply reply = asked(bench.counting, "count " + input.path.string());
        if (reply.refused) throw Failure{Outcome::failed, reply.detail};
        Measurement m = blank(step, "counting");
        m.worker = bench.counting->id();
        m.steps = static_cast<std::int64_t>(reply.number("steps"));
        m.bulk_steps = static_cast<std::int64_t>(reply.number("bulk_steps"));
        keep(m);
        const Reply weighed = asked(bench.counting, "space " + input.path.string());
        if (!weighed.refused) {
            Measurement space = blank(step, "space");
            space.worker = bench.counting->id();
            const auto bytes = [&](const char *name) {
                return static_cast<std::int64_t>(weighed.number(name));
            };
            space.space = {bytes("space_bytes"),
                           bytes("heap_peak_bytes"),
                           bytes("answer_bytes"),
                           bytes("stack_peak_bytes"),
                           bytes("allocations"),
                           weighed.values.contains("grain_bytes") ? bytes("grain_bytes") : 16,
                           0};
            keep(space);
        }
        planner.told_count(cell, clock_.seconds() - from);
    }

    void count_program(const Next &step, const Built &built, const InputStore::Input &input) {
        const std::filesystem::path steps = workspace_.path() / "program.steps";
        Runnable counting = *built.counting;
        counting.environment.push_back("IRON_STOPWATCH_STEPS=" + steps.string());
        const Ending ending = run_program(counting, input.path, workspace_.path() / "counted.answer",
                                          workspace_.path() / "program.err", 2 * problem_.limits.time_s);
        if (ending.outcome != Outcome::done) throw Failure{ending.outcome, ending.detail};
        std::ifstream in(steps);
        Measurement m = blank(step, "counting");
        m.worker = static_cast<int>(ending.process);
        if (in >> m.steps)
            keep(m);
        else
            note(built.name + ": it left no steps: it ended without running its exit handlers");
        std::error_code ignored;
        std::filesystem::remove(steps, ignored);
    }

    void failed(Planner &planner, const Next &step, const Failure &failure) {
        planner.told_failure(step.cell);
        Measurement m = blank(step, step.task == Task::count ? "counting" : "timing");
        m.outcome = failure.outcome;
        keep(m);
        mark(step.cell, failure.outcome, failure.detail, "", "");
    }

    void mark(const Cell &cell, Outcome outcome, const std::string &detail, const std::string &expected,
              const std::string &got) {
        const std::string &name = solutions_[cell.solution].name;
        for (SolutionAgreement &entry : agreement_.solutions) {
            if (entry.name != name) continue;
            const Sizes sizes = sizes_of(cell);
            // The smallest size is what helps to find the fault.
            if (entry.counterexample && entry.counterexample->sizes.at(swept_) <= cell.size) continue;
            entry.verdict = outcome == Outcome::wrong_answer ? SolutionAgreement::Verdict::disagrees
                                                             : SolutionAgreement::Verdict::fails;
            entry.found_while = "measuring";
            entry.outcome = outcome;
            entry.detail = detail;
            const std::uint64_t seed = seed_of(generation_);
            const InputStore::Input input = inputs_.get(shapes_[cell.shape], sizes, seed);
            const std::string text = input.bytes < (1 << 20)
                                         ? read_file(input.path)
                                         : fmt::format("({}; print it with: iron-stopwatch input)",
                                                       bytes_text(static_cast<double>(input.bytes)));
            entry.counterexample = Counterexample{shapes_[cell.shape], sizes, seed, text, expected, got};
        }
    }

    // Answers to the same input, by solution; who is wrong is told as soon as it is clear.
    std::string look_at_answer(const Cell &cell, const std::string &answer) {
        const std::string text = normalised(problem_.answers.same_if, answer);
        const std::string digest = hex_digest(text);
        auto &seen = answers_[{cell.shape, cell.size, generation_}];
        if (seen.contains(cell.solution)) return digest;
        Seen own{digest, answer.size() <= 4096 ? answer : answer.substr(0, 4096) + "…", {}};
        if (!digest_suffices(problem_.answers.same_if)) { // the rule wants it whole
            own.file = workspace_.path() / fmt::format("kept-{}", ++kept_answers_);
            write_file(own.file, answer);
        }
        seen[cell.solution] = std::move(own);
        const auto expected = expected_of(cell, seen);
        if (!expected) return digest;
        std::optional<Failure> fault;
        for (const auto &[solution, given] : seen) {
            const Seen &right = seen.at(*expected);
            if (wrong_.contains(solution)) continue;
            const Comparison comparison = compare(cell, right, given);
            if (comparison.same) continue;
            wrong_.insert(solution);
            const Cell theirs{solution, cell.shape, cell.size};
            mark(theirs, Outcome::wrong_answer, comparison.where, right.text, given.text);
            newly_wrong_.push_back(theirs);
            if (solution == cell.solution) fault = Failure{Outcome::wrong_answer, comparison.where};
        }
        if (fault) throw *fault;
        return digest;
    }

    struct Seen {
        std::string digest, text;   // the beginning of it, for messages
        std::filesystem::path file; // the whole, where the rule wants that
    };
    using SeenBy = std::map<int, Seen>;

    Comparison compare(const Cell &cell, const Seen &expected, const Seen &got) {
        if (expected.digest == got.digest) return {};
        if (expected.file.empty()) { // the digests differ, and so do the answers: the texts may be cut
            Comparison comparison = compare_answers(problem_.answers, expected.text, got.text);
            if (comparison.same) comparison = {false, "they differ beyond their first 4,096 characters"};
            return comparison;
        }
        const InputStore::Input input =
            inputs_.get(shapes_[cell.shape], sizes_of(cell), seed_of(generation_));
        return referee_.compare(input.path, read_file(expected.file), read_file(got.file));
    }

    void forget_answers() {
        settle_disputes();
        for (const auto &[where, seen] : answers_)
            for (const auto &[solution, given] : seen) {
                std::error_code ignored;
                if (!given.file.empty()) std::filesystem::remove(given.file, ignored);
            }
        answers_.clear();
    }

    // Whose answer counts: the reference's, else that of more than half, of at least two.
    std::optional<int> expected_of(const Cell &cell, const SeenBy &seen) {
        for (const auto &[solution, given] : seen)
            if (solutions_[solution].name == problem_.answers.reference && !wrong_.contains(solution))
                return solution;
        if (problem_.answers.same_if == SameIf::referee) return seen.begin()->first;
        for (const auto &[solution, given] : seen) {
            std::size_t votes = 0;
            for (const auto &[other, theirs] : seen)
                votes += compare(cell, given, theirs).same;
            if (votes >= 2 && 2 * votes > seen.size()) return solution;
        }
        return std::nullopt;
    }

    // Two that differ, and nobody to say who is right: neither may be ranked.
    void settle_disputes() {
        for (const auto &[where, seen] : answers_) {
            const auto &[shape, size, generation] = where;
            std::set<std::string> digests;
            for (const auto &[solution, given] : seen)
                digests.insert(given.digest);
            if (digests.size() < 2 || expected_of({0, shape, size}, seen)) continue;
            for (const auto &[solution, given] : seen)
                mark({solution, shape, size}, Outcome::wrong_answer,
                     "the solutions differ here and no side has the majority", "(no majority)", given.text);
        }
    }

    void note(const std::string &text) {
        if (std::find(summary_.notes.begin(), summary_.notes.end(), text) == summary_.notes.end())
            summary_.notes.push_back(text);
    }

    const Problem &problem_;
    const MeasureOptions &options_;
    const Clock &clock_;
    Agreement &agreement_;
    double started_;
    Workspace workspace_;
    InputStore inputs_;
    Referee referee_;
    JournalWriter writer_;
    std::vector<Built> solutions_;
    std::vector<std::string> shapes_;
    std::string swept_;
    std::vector<Bench> benches_;
    std::map<Cell, double> call_s_;
    std::map<std::tuple<int, double, int>, SeenBy> answers_;
    std::set<int> wrong_;
    std::vector<Cell> newly_wrong_;
    int generation_ = 0;
    int workers_ = 0, kept_answers_ = 0;
    std::size_t turn_ = 0;
    MeasureSummary summary_;
};

} // namespace

MeasureSummary measure(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
                       const Clock &clock, Agreement &agreement, const std::filesystem::path &journal) {
    return Measuring(problem, built, options, clock, agreement, journal).whole();
}

} // namespace iron
