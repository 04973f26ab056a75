#include "lab/measure.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <list>
#include <set>

#include "core/claim/words.h"
#include "core/series/series.h"
#include "lab/answer_watch.h"
#include "lab/interrupt.h"
#include "lab/program.h"
#include "lab/quiet.h"
#include "lab/size_lines.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

constexpr double calibrate_every_s = 0.25;
constexpr double unrest_allowed = 1.25; // of the fixed work's typical time
constexpr int empty_runs = 12;          // of a program that does nothing: at most so many,
constexpr double empty_runs_s = 0.3;    // or so long, but two at the least

// An empty program of a language: its start-up, the library it loads, its end.
ProgramFloor floor_of(const Runnable &runnable, const fs::path &scratch) {
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

std::string joined(const std::vector<std::string> &sentences) {
    std::string text;
    for (const std::string &sentence : sentences)
        text += (text.empty() ? "" : "; ") + sentence;
    return text;
}

class Measuring {
  public:
    Measuring(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
              const Clock &clock, Agreement &agreement, const fs::path &journal)
        : problem_(problem), options_(options), clock_(clock), started_(clock.seconds()),
          lines_(size_lines(problem, options.upto)), inputs_(problem, workspace_.path()),
          watch_(problem, inputs_, workspace_.path(), agreement) {
        for (const Shape &shape : problem.shapes)
            if (options.shapes.empty() ||
                std::find(options.shapes.begin(), options.shapes.end(), shape.name) != options.shapes.end())
                shapes_.push_back(shape.name);
        inputs_.run_on(processors_.all());
        std::vector<Built> measured;
        for (const Built &one : built)
            if (const SolutionAgreement *entry = agreement.solution(one.name);
                one.ok && entry && entry->verdict == SolutionAgreement::Verdict::agrees)
                measured.push_back(one);
        open_journal(measured, journal);
        for (Built &one : measured)
            put_on_bench(std::move(one));
    }

    MeasureSummary whole() {
        Planner planner(plan_options());
        recall(planner);
        for (;;) {
            const Next step = planner.next(elapsed());
            summary_.cells = planner.cells();
            if (step.task == Task::stop) break;
            if (step.task == Task::judge) {
                planner.told_needs(needs());
                continue;
            }
            if (step.task == Task::new_generation) {
                watch_.end_generation();
                generation_ = step.generation;
                for (Bench &bench : benches_)
                    bench.start_afresh();
                continue;
            }
            if (options_.progress) options_.progress(elapsed(), describe(step.cell));
            calibrate();
            take(planner, step);
        }
        summary_.generations = generation_ + 1;
        summary_.spent_s = elapsed();
        summary_.stopped_early = summary_.spent_s < 0.9 * options_.conditions.budget_s;
        watch_.end_generation();
        summary_.measurements = static_cast<int>(taken_.size());
        tell();
        return std::move(summary_);
    }

  private:
    double elapsed() const { return spent_before_ + clock_.seconds() - started_; }
    Bench &bench_of(const Cell &cell) { return *std::next(benches_.begin(), cell.solution); }

    void open_journal(const std::vector<Built> &measured, const fs::path &path) {
        Journal earlier;
        const bool there = fs::exists(path) && !options_.afresh;
        if (there) earlier = read_journal(path);
        std::string heading = heading_of(problem_, measured, options_.conditions, earlier.heading);
        if (there)
            if (const auto changes = mixing_hindered_by(earlier.heading, heading); !changes.empty()) {
                if (!options_.keep_aside)
                    throw Error(Category::usage,
                                fmt::format("{} holds readings that can't be mixed with new ones: {}",
                                            path.string(), joined(changes)),
                                "--afresh starts anew; another --out leaves them where they are");
                fs::rename(path, path.parent_path() / "measurements-earlier.jsonl");
                summary_.notes.push_back(
                    fmt::format("measuring anew: {}; the earlier readings are in measurements-earlier.jsonl",
                                joined(changes)));
                earlier = {};
                heading = heading_of(problem_, measured, options_.conditions);
            }
        writer_ = std::make_unique<JournalWriter>(path, heading, earlier.whole_lines);
        taken_ = std::move(earlier.measurements);
        summary_.recalled = static_cast<int>(taken_.size());
        if (earlier.dropped > 0)
            summary_.notes.push_back(
                fmt::format("torn or damaged lines of the journal, now gone: {}", earlier.dropped));
        for (const Measurement &m : taken_)
            spent_before_ = std::max(spent_before_, m.at_s);
    }

    void put_on_bench(Built built) {
        const Solution &solution = *problem_.solution(built.name);
        const bool one_thread =
            solution.threads == 1 && solution.run.empty() &&
            (built.language == "C++" || built.language == "C" || built.language == "Python");
        built.timing.processors = one_thread ? processors_.for_one_thread() : processors_.for_many();
        BenchOptions bench;
        bench.cold = options_.conditions.cold;
        bench.warm_limit_s = std::min(0.4, options_.conditions.budget_s / 75);
        if (built.style == Style::program) {
            if (const auto empty = options_.empty_programs.find(built.language);
                empty != options_.empty_programs.end() && !summary_.floors.contains(built.language)) {
                Runnable runnable = empty->second;
                runnable.processors = built.timing.processors;
                summary_.floors[built.language] = floor_of(runnable, workspace_.path());
            }
            if (const auto found = summary_.floors.find(built.language); found != summary_.floors.end())
                bench.floor = found->second;
        }
        const fs::path scratch = workspace_.path() / fmt::format("bench-{}", benches_.size());
        benches_.emplace_back(problem_, std::move(built), inputs_, scratch, bench);
    }

    PlanOptions plan_options() const {
        PlanOptions plan;
        plan.solutions = static_cast<int>(benches_.size());
        plan.shapes = static_cast<int>(shapes_.size());
        for (const SizeLine &line : lines_) {
            plan.lines.push_back({line.sizes, line.below, {}, line.urgent});
            for (const double size : line.sizes)
                plan.lines.back().on_first.push_back(
                    line.waits_for.value_or(line.at(size).at(lines_[0].grows)));
        }
        for (const Bench &bench : benches_)
            plan.counted.push_back(bench.counts());
        plan.judges = options_.judge != nullptr;
        plan.budget_s = options_.conditions.budget_s;
        plan.seed = options_.conditions.seed;
        return plan;
    }

    // The cell that a reading of an earlier session belongs to, if it lies on one of the lines.
    std::optional<Cell> cell_of(const Measurement &m) {
        const auto shape = std::find(shapes_.begin(), shapes_.end(), m.shape);
        int solution = 0;
        for (const Bench &bench : benches_) {
            if (bench.name() == m.solution) break;
            ++solution;
        }
        if (shape == shapes_.end() || solution == static_cast<int>(benches_.size())) return std::nullopt;
        // On the line whose ladder it stands on; sizes put in between stand on none.
        std::optional<Cell> between;
        for (std::size_t line = 0; line < lines_.size(); ++line) {
            const SizeLine &here = lines_[line];
            const double size = m.sizes.at(here.grows);
            if (here.at(size) != m.sizes) continue;
            const Cell cell{solution, static_cast<int>(shape - shapes_.begin()), static_cast<int>(line),
                            size};
            if (std::find(here.sizes.begin(), here.sizes.end(), size) != here.sizes.end()) return cell;
            if (!between) between = cell;
        }
        return between;
    }

    void recall(Planner &planner) {
        if (taken_.empty()) return;
        int generation = 0, round = 0;
        struct Known {
            double call_s = 0;
            bool counted = false;
            std::map<int, int> passes; // by generation
        };
        std::map<Cell, Known> known;
        std::vector<std::pair<Cell, Measurement>> failures;
        for (const Measurement &m : taken_) {
            const auto cell = cell_of(m);
            if (!cell) continue;
            if (m.outcome != Outcome::done) {
                failures.push_back({*cell, m});
                continue;
            }
            if (m.generation > generation) round = 0;
            generation = std::max(generation, m.generation);
            if (m.generation == generation) round = std::max(round, m.round);
            Known &one = known[*cell];
            if (m.kind == "timing") {
                const double read = std::max(1e-10, 1e-9 * (m.time_ns + (m.calls > 1 ? m.floor_ns : 0)));
                one.call_s = one.call_s > 0 ? std::min(one.call_s, read) : read;
                ++one.passes[m.generation];
            } else
                one.counted = true;
        }
        for (auto &[cell, one] : known)
            if (one.call_s > 0) {
                planner.recall(cell, one.call_s, one.counted, one.passes[generation]);
                bench_of(cell).recall({shapes_[cell.shape], sizes_of(cell), 0}, one.call_s);
            }
        planner.go_on_from(generation, round);
        generation_ = generation;
        for (const auto &[cell, m] : failures) {
            planner.told_failure(cell);
            watch_.mark(m.solution, {m.shape, m.sizes, m.seed}, m.outcome, "found in an earlier session");
        }
    }

    Sizes sizes_of(const Cell &cell) const { return lines_[cell.line].at(cell.size); }

    // `input seed=` takes exactly this; a batch goes round this one and the next ones.
    std::uint64_t seed_of(int generation) const {
        return options_.conditions.seed * 10'000 + static_cast<std::uint64_t>(generation) * 100;
    }

    std::string describe(const Cell &cell) {
        std::string sizes;
        for (const auto &[name, value] : sizes_of(cell))
            sizes += fmt::format(", {} = {}", name, grouped(value));
        return fmt::format("{}, {}{}", bench_of(cell).name(), shapes_[cell.shape], sizes);
    }

    Measurement blank(const Next &step, const char *kind) {
        Measurement m;
        m.kind = kind;
        m.solution = bench_of(step.cell).name();
        m.shape = shapes_[step.cell.shape];
        m.sizes = sizes_of(step.cell);
        m.seed = seed_of(generation_);
        m.generation = generation_;
        m.round = step.round;
        return m;
    }

    void keep(Measurement m) {
        m.at_s = elapsed();
        summary_.disturbed += m.disturbed;
        writer_->append(m);
        taken_.push_back(std::move(m));
    }

    void take(Planner &planner, const Next &step) {
        const Spot spot{shapes_[step.cell.shape], sizes_of(step.cell), seed_of(generation_)};
        try {
            if (step.task == Task::count)
                count(planner, step, spot);
            else
                time(planner, step, spot);
        } catch (const Failure &failure) {
            planner.told_failure(step.cell);
            Measurement m = blank(step, step.task == Task::count ? "counting" : "timing");
            m.outcome = failure.outcome;
            keep(m);
            watch_.mark(m.solution, spot, failure.outcome, failure.detail);
        } catch (const Error &error) {
            // Sizes that the sweep of the first one does not come by may not fit together.
            if (error.category() != Category::usage || step.cell.line == 0) throw;
            planner.told_failure(step.cell);
            note(fmt::format("{}: no input can be made there: {}", describe(step.cell), error.what()));
        }
        for (const auto &[solution, where] : watch_.newly_wrong())
            for (int i = 0; i < static_cast<int>(benches_.size()); ++i)
                if (std::next(benches_.begin(), i)->name() == solution)
                    drop_all_from(planner, i, where.sizes);
    }

    void time(Planner &planner, const Next &step, const Spot &spot) {
        const double from = clock_.seconds();
        Bench &bench = bench_of(step.cell);
        Measurement m = blank(step, "timing");
        const auto answer = bench.time(spot, m);
        if (answer) m.answer_digest = watch_.look_at(m.solution, spot, *answer);
        m.disturbed = m.disturbed || restless_;
        const bool again = m.disturbed;
        keep(std::move(m));
        planner.told_time(step.cell, bench.call_s(spot), clock_.seconds() - from);
        if (again) planner.told_disturbed(step.cell);
    }

    void count(Planner &planner, const Next &step, const Spot &spot) {
        const double from = clock_.seconds();
        // The smallest size and every fourth one are counted twice: the second must not differ.
        const std::vector<double> &sizes = lines_[step.cell.line].sizes;
        const auto rung = std::find(sizes.begin(), sizes.end(), step.cell.size) - sizes.begin();
        const bool twice = generation_ == 0 && step.round == 0 && rung % 4 == 0 && rung <= 12;
        // Later rounds ask what other inputs cost; a generation has a hundred seeds.
        const Spot other{spot.shape, spot.sizes, spot.seed + static_cast<std::uint64_t>(step.round % 100)};
        Measurement form = blank(step, "counting");
        form.seed = other.seed;
        for (Measurement &m : bench_of(step.cell).count(other, form, twice)) {
            if (m.varying) varying_.insert({m.solution, m.shape});
            if (m.kind == "counting") m.varying = varying_.contains({m.solution, m.shape});
            keep(std::move(m));
        }
        planner.told_count(step.cell, clock_.seconds() - from);
    }

    // Wrong there: nothing as large in every size is worth measuring.
    void drop_all_from(Planner &planner, int solution, const Sizes &wrong) {
        for (int shape = 0; shape < static_cast<int>(shapes_.size()); ++shape)
            for (int line = 0; line < static_cast<int>(lines_.size()); ++line) {
                const auto as_large = [&](double size) {
                    const Sizes sizes = lines_[line].at(size);
                    return std::all_of(sizes.begin(), sizes.end(),
                                       [&](const auto &one) { return one.second >= wrong.at(one.first); });
                };
                const std::vector<double> &sizes = lines_[line].sizes;
                if (const auto first = std::find_if(sizes.begin(), sizes.end(), as_large);
                    first != sizes.end())
                    planner.told_failure({solution, shape, line, *first});
            }
    }

    // Whether what is counted hangs on the input: it differs from seed to seed somewhere, or no place has
    // seen two of them yet.
    bool hangs_on_input(const std::string &solution, const std::string &shape) const {
        std::map<std::pair<std::string, Sizes>, std::map<std::uint64_t, double>> read;
        for (const Measurement &m : taken_)
            if (m.solution == solution && m.shape == shape && m.outcome == Outcome::done &&
                m.kind != "timing")
                read[{m.kind, m.sizes}][m.seed] = m.kind == "counting"
                                                      ? static_cast<double>(m.steps)
                                                      : static_cast<double>(m.space.space_bytes);
        bool several = false;
        for (const auto &[where, by_seed] : read) {
            several = several || by_seed.size() > 1;
            for (const auto &[seed, value] : by_seed)
                if (value != by_seed.begin()->second) return true;
        }
        return !several;
    }

    std::vector<Need> needs() {
        std::vector<Need> list;
        std::vector<NamedNeed> named;
        processors_.while_idle([&] { named = options_.judge(taken_); });
        for (const NamedNeed &need : named) {
            const auto shape = std::find(shapes_.begin(), shapes_.end(), need.shape);
            int solution = 0;
            for (const Bench &bench : benches_) {
                if (bench.name() == need.solution && shape != shapes_.end())
                    list.push_back({solution, static_cast<int>(shape - shapes_.begin()), need.decided,
                                    need.up_to,
                                    need.more_inputs && hangs_on_input(need.solution, need.shape)});
                ++solution;
            }
        }
        return list;
    }

    // The machine itself, on work that never changes: how restless it is now.
    void calibrate() {
        const double now = clock_.seconds();
        if (calibrated_s_ > 0 && now - calibrated_s_ < calibrate_every_s) return;
        calibrated_s_ = now;
        const double ns = calibration_ns();
        calibrations_.push_back(ns);
        restless_ = ns > unrest_allowed * quantile(calibrations_, 0.5);
        restless_count_ += restless_;
    }

    void note(const std::string &text) {
        if (std::find(summary_.notes.begin(), summary_.notes.end(), text) == summary_.notes.end())
            summary_.notes.push_back(text);
    }

    void tell() {
        for (const Bench &bench : benches_)
            for (const std::string &text : bench.notes())
                note(text);
        for (const auto &[solution, shape] : varying_)
            note(fmt::format("{}: steps on {} vary from call to call on one input", solution, shape));
        const int trials = static_cast<int>(calibrations_.size());
        if (restless_count_ > std::max(2, trials / 10))
            note(fmt::format(
                "the machine was restless: fixed work took over 25 % longer in {} of {} trials, and "
                "readings next to them are marked disturbed",
                restless_count_, trials));
    }

    const Problem &problem_;
    const MeasureOptions &options_;
    const Clock &clock_;
    double started_, spent_before_ = 0;
    std::vector<SizeLine> lines_;
    Processors processors_;
    Workspace workspace_;
    InputStore inputs_;
    AnswerWatch watch_;
    MeasureSummary summary_;
    std::unique_ptr<JournalWriter> writer_;
    std::list<Bench> benches_;
    std::vector<std::string> shapes_;
    std::vector<Measurement> taken_;
    std::set<std::pair<std::string, std::string>> varying_;
    int generation_ = 0;
    double calibrated_s_ = 0;
    std::vector<double> calibrations_;
    bool restless_ = false;
    int restless_count_ = 0;
};

} // namespace

MeasureSummary measure(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
                       const Clock &clock, Agreement &agreement, const fs::path &journal) {
    return Measuring(problem, built, options, clock, agreement, journal).whole();
}

} // namespace iron
