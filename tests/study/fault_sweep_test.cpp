// Every call of the laboratory and of the archive fails once, and for good: what is left, and whether the
// next session goes on from there.
#include <fmt/format.h>
#include <gtest/gtest.h>
#include <set>
#include <tuple>

#include "core/error.h"
#include "simulated/study_run.h"

namespace iron::test {
namespace {

const std::string fault_text = "the quay has sunk";

// Counts calls; those that are due fail.
struct Faults {
    int calls = 0, due = 0; // due: 0 none does
    bool for_good = false, as_failure = false;

    void pass() {
        ++calls;
        if (due == 0 || (for_good ? calls < due : calls != due)) return;
        throw Error(Category::not_possible, fault_text);
    }
    // Of a solution: it may fail as well.
    void pass_solution() {
        ++calls;
        if (due == 0 || (for_good ? calls < due : calls != due)) return;
        if (as_failure) throw Failure{Outcome::crashed, fault_text};
        throw Error(Category::not_possible, fault_text);
    }
};

class FaultyInputs : public Inputs {
  public:
    FaultyInputs(Inputs &inner, Faults &faults) : inner_(inner), faults_(faults) {}
    Input get(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) override {
        faults_.pass();
        return inner_.get(shape, sizes, seed, draw);
    }
    Input put(const std::string &text) override {
        faults_.pass();
        return inner_.put(text);
    }
    std::string text(const Input &input) override {
        faults_.pass();
        return inner_.text(input);
    }
    Tape drawn(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) override {
        faults_.pass();
        return inner_.drawn(shape, sizes, seed, draw);
    }
    std::optional<Replayed> again(const std::string &shape, const Sizes &sizes, const Tape &tape,
                                  std::size_t cut) override {
        faults_.pass();
        return inner_.again(shape, sizes, tape, cut);
    }

  private:
    Inputs &inner_;
    Faults &faults_;
};

class FaultyRunner : public Runner {
  public:
    FaultyRunner(Runner &inner, Faults &faults) : inner_(inner), faults_(faults) {}
    Answered answer(const Input &input, double limit_s) override {
        if (!faults_.as_failure) faults_.pass();
        return inner_.answer(input, limit_s);
    }
    Timed time(const InputId &which, const Measurement &blank) override {
        faults_.pass_solution();
        return inner_.time(which, blank);
    }
    std::vector<Measurement> count(const InputId &which, const Measurement &blank,
                                   const CountAsk &ask) override {
        faults_.pass_solution();
        return inner_.count(which, blank, ask);
    }
    void renew() override { inner_.renew(); }
    std::vector<std::string> notes() const override { return inner_.notes(); }

  private:
    Runner &inner_;
    Faults &faults_;
};

class FaultyLab : public Lab {
  public:
    FaultyLab(Lab &inner, Faults &faults) : inner_(inner), faults_(faults), inputs_(inner.inputs(), faults) {}
    Inputs &inputs() override { return inputs_; }
    Runner &runner(const std::string &solution) override {
        auto &runner = runners_[solution];
        if (!runner) runner = std::make_unique<FaultyRunner>(inner_.runner(solution), faults_);
        return *runner;
    }
    Comparison compare(const Input &input, const std::string &expected, const std::string &got) override {
        faults_.pass();
        return inner_.compare(input, expected, got);
    }
    bool restless() override { return inner_.restless(); }
    void at_leisure(const std::function<void()> &work) override { inner_.at_leisure(work); }

  private:
    Lab &inner_;
    Faults &faults_;
    FaultyInputs inputs_;
    std::map<std::string, std::unique_ptr<Runner>> runners_;
};

class FaultyArchive : public Archive {
  public:
    FaultyArchive(Archive &inner, Faults &faults) : inner_(inner), faults_(faults) {}
    std::optional<Journal> journal() override {
        faults_.pass();
        return inner_.journal();
    }
    void set_journal_aside() override {
        faults_.pass();
        inner_.set_journal_aside();
    }
    void start_journal(const std::string &heading, const std::string &whole_lines) override {
        faults_.pass();
        inner_.start_journal(heading, whole_lines);
    }
    void append(const Measurement &measurement) override {
        faults_.pass();
        inner_.append(measurement);
    }
    void write(const std::string &name, const std::string &text) override {
        faults_.pass();
        inner_.write(name, text);
    }

  private:
    Archive &inner_;
    Faults &faults_;
};

SimulatedProblem two_solutions() {
    SimulatedProblem made;
    Problem &problem = made.problem;
    problem.title = "Barges by draught";
    problem.sizes = {{"n", make_number(1), make_number(4096), {}, {}}};
    problem.shapes.push_back({"any", parse_template("{n}\n{integers(n, 1, 9)}\n", {"n"}), ""});
    for (const auto &[name, steps] : {std::pair{"quick", "n log n"}, {"slow", "n^2"}}) {
        Solution one;
        one.name = name;
        one.claims = {{Metric::time, "every", parse_bound("O(n log n)", {"n"})}};
        problem.solutions.push_back(one);
        SolutionLaw &law = made.laws[name];
        law.on["any"] = {{{2, parse_expression(steps, {"n"})}, {3, make_number(1)}}, {{16, make_number(1)}}};
    }
    return made;
}

constexpr double budget_s = 0.15;

// Nothing is there twice: a place is read once in a round of a generation, and again where that was
// disturbed.
std::string doubled(const std::vector<Measurement> &measurements) {
    std::set<std::tuple<std::string, std::string, Sizes, int, int, int, std::uint64_t>> seen;
    for (const Measurement &m : measurements)
        if (m.outcome == Outcome::done && !m.disturbed &&
            !seen.insert(
                     {m.solution, m.shape, m.sizes, static_cast<int>(m.kind), m.generation, m.round, m.seed})
                 .second)
            return fmt::format("{} at n = {}, generation {}, round {}", m.solution, m.sizes.at("n"),
                               m.generation, m.round);
    return "";
}

bool was_read(const std::vector<Measurement> &measurements) {
    return std::any_of(measurements.begin(), measurements.end(),
                       [](const Measurement &m) { return m.outcome == Outcome::done; });
}

struct SweptCase {
    const char *name;
    bool for_good, as_failure;
};

class FaultSweep : public ::testing::TestWithParam<SweptCase> {};

TEST_P(FaultSweep, EndsWithItsErrorAndTheNextSessionGoesOn) {
    const SimulatedProblem made = two_solutions();
    const auto [name, for_good, as_failure] = GetParam();
    int calls = 1 << 20, tried = 0, ended = 0;
    for (int due = 1; due <= calls; ++due, ++tried) {
        StudyRun run(made);
        Faults faults{0, due, for_good, as_failure};
        FaultyLab lab(run.lab, faults);
        FaultyArchive archive(run.archive, faults);
        run.asked = &lab;
        run.kept = &archive;
        try {
            run.agree_all(6);
            run.measure_all(budget_s, true);
        } catch (const Error &error) {
            ++ended;
            ASSERT_NE(std::string(error.what()).find(fault_text), std::string::npos)
                << "call " << due << ": " << error.what();
        }
        if (faults.calls < due) calls = faults.calls; // the run is over before
        const std::optional<Journal> before = run.archive.journal();
        run.asked = &run.lab;
        run.kept = &run.archive;
        run.agree_all(6);
        run.measure_all(budget_s, true);
        ASSERT_TRUE(was_read(run.archive.measurements())) << "call " << due;
        ASSERT_EQ(doubled(run.archive.measurements()), "") << "call " << due;
        if (before)
            for (std::size_t i = 0; i < before->measurements.size(); ++i)
                ASSERT_EQ(run.archive.measurements()[i].sizes, before->measurements[i].sizes)
                    << "call " << due << ": a reading of the first session is gone";
    }
    EXPECT_GT(tried, 100);
    if (!as_failure) EXPECT_GT(ended, tried / 2);
}

INSTANTIATE_TEST_SUITE_P(Calls, FaultSweep,
                         ::testing::Values(SweptCase{"Once", false, false}, SweptCase{"ForGood", true, false},
                                           SweptCase{"SolutionOnce", false, true},
                                           SweptCase{"SolutionForGood", true, true}),
                         [](const auto &tested) { return tested.param.name; });

} // namespace
} // namespace iron::test
