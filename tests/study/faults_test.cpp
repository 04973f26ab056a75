// Problems as people write them, on the simulated lab: what once went wrong with their form.
#include <algorithm>
#include <array>
#include <gtest/gtest.h>
#include <memory>

#include "simulated/study_run.h"
#include "study/readings.h"
#include "study/remembering.h"

namespace iron::test {
namespace {

SizeRule size(const std::string &name, double from, const Expression &to,
              std::optional<double> measured_from = {}, std::optional<double> usual = {}) {
    return {name, make_number(from), to, measured_from, usual};
}

// A problem, its solutions laws, and a run of it.
class Studied {
  public:
    explicit Studied(std::vector<SizeRule> sizes) {
        problem().title = "Studied";
        problem().sizes = std::move(sizes);
    }
    Problem &problem() { return made_.problem; }
    void draws(bool does) { made_.draws = does; }
    int inputs_tried() const { return run_->agreement.inputs; }

    void shape(const std::string &name, const std::string &text) {
        problem().shapes.push_back({name, parse_template(text, problem().size_names()), ""});
    }
    // Takes so many steps on every shape.
    SolutionLaw &solution(const std::string &name, const std::string &steps, const std::string &claim,
                          double step_ns = 1) {
        const auto names = problem().size_names();
        Solution one;
        one.name = name;
        one.claims = {{Metric::time, "every", parse_bound(claim, names)}};
        problem().solutions.push_back(one);
        SolutionLaw law;
        law.step_ns = step_ns;
        for (const Shape &shape : problem().shapes)
            law.on[shape.name] = {{{2, parse_expression(steps, names)}, {3, make_number(1)}},
                                  {{16, make_number(1)}}};
        return made_.laws[name] = law;
    }
    void takes_on(const std::string &name, const std::string &shape, const std::string &steps) {
        made_.laws[name].on[shape].steps = {{2, parse_expression(steps, problem().size_names())}};
    }

    // One session more.
    void run(double budget_s, bool until_certain = false) {
        if (!run_) run_ = std::make_unique<StudyRun>(made_);
        run_->until_certain = until_certain;
        run_->agree_all(40);
        summary = run_->measure_all(budget_s, false);
        run_->judge_all();
    }

    // Of the last size, within a second.
    LargestSize largest() const {
        const Outlook outlook(run_->fitted.series, run_->fitted.growths);
        Sizes others = sizes_at(made_.problem, {});
        const std::string along = made_.problem.sizes.back().name;
        others.erase(along);
        return largest_within(run_->scope, outlook, Metric::time, 1e9, along, others).at(0);
    }

    std::set<double> sizes_read(const std::string &solution, const std::string &name = "n") const {
        std::set<double> all;
        for (const Measurement &m : run_->archive.measurements())
            if (m.solution == solution && m.outcome == Outcome::done) all.insert(m.sizes.at(name));
        return all;
    }
    const std::vector<Measurement> &read() const { return run_->archive.measurements(); }
    int kinds(const std::string &solution, MeasuredKind kind) const {
        return static_cast<int>(
            std::count_if(run_->archive.measurements().begin(), run_->archive.measurements().end(),
                          [&](const Measurement &m) { return m.solution == solution && m.kind == kind; }));
    }
    int stopped(const std::string &solution) const {
        return static_cast<int>(std::count_if(
            run_->archive.measurements().begin(), run_->archive.measurements().end(),
            [&](const Measurement &m) { return m.solution == solution && m.outcome != Outcome::done; }));
    }
    std::vector<Reach> reaches() const { return reaches_in(run_->archive.measurements()); }
    bool agrees(const std::string &name) const {
        return agreement_on(name).verdict == SolutionAgreement::Verdict::agrees;
    }
    Verdict verdict(const std::string &name) const {
        for (const JudgedClaim &one : run_->judged)
            if (one.solution == name) return one.judgement.verdict;
        return Verdict::undecided;
    }

    const SolutionAgreement &agreement_on(const std::string &name) const {
        return *run_->agreement.solution(name);
    }
    MeasureSummary summary; // of the last session

  private:
    SimulatedProblem made_;
    std::unique_ptr<StudyRun> run_;
};

TEST(Forms, TwoSizesWithAShapeThatCapsTheOther) {
    Studied study({size("n", 1, make_number(1e5)), size("k", 1, make_size("n"), {}, 8)});
    study.shape("calm", "{n} {k}");
    study.shape("mixed", "{n} {k}");
    study.solution("windows", "n k", "O(n k)");
    study.takes_on("windows", "mixed", "n");
    study.run(5);
    EXPECT_EQ(study.verdict("windows"), Verdict::holds);
}

TEST(Forms, AClaimInASizeThatStoodStillIsOpenAndTheOthersGoOn) {
    Studied study({size("n", 1, make_number(1e5)), size("k", 1, make_number(1), {}, {})});
    study.shape("calm", "{n} {k}");
    study.solution("windows", "n", "O(n k)");
    study.solution("pass", "n", "O(n)");
    study.run(5);
    EXPECT_EQ(study.verdict("windows"), Verdict::undecided);
    EXPECT_EQ(study.verdict("pass"), Verdict::holds);
}

TEST(Forms, FactorialWorkStartsWhereItCanBeDone) {
    Studied study({size("n", 1, make_number(18))});
    study.shape("calm", "{n}");
    study.solution("orders", "n!", "O(n!)");
    study.run(20);
    EXPECT_TRUE(study.agrees("orders"));
    EXPECT_GE(study.sizes_read("orders").size(), 6u);
    EXPECT_LE(study.stopped("orders"), 1);
}

TEST(Forms, ExponentialWorkBehindAStartUpIsNotLeaptInto) {
    Studied study({size("n", 1, make_number(40))});
    study.shape("calm", "{n}");
    SolutionLaw &law = study.solution("subsets", "2^n", "O(2^n)");
    law.whole_program = true;
    law.start_up_s = 0.07;
    study.run(20);
    EXPECT_TRUE(study.agrees("subsets"));
    EXPECT_LE(study.stopped("subsets"), 1);
    EXPECT_GE(study.sizes_read("subsets").size(), 6u);
    EXPECT_GE(*study.sizes_read("subsets").rbegin(), 23);
}

TEST(Forms, SilentProgramsDoNotAgreeAndOutvoteNobody) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.solution("right", "n", "O(n)");
    for (const char *name : {"mute", "dumb"})
        study.solution(name, "1", "O(1)").silent_from = 0;
    study.run(2);
    EXPECT_TRUE(study.agrees("right"));
    for (const char *name : {"mute", "dumb"}) {
        EXPECT_FALSE(study.agrees(name));
        EXPECT_EQ(study.agreement_on(name).outcome, Outcome::no_answer);
    }
}

TEST(Forms, NothingIsRightWhereASampleSaysSo) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.problem().samples = {{"0", ""}};
    study.solution("quiet", "n", "O(n)").silent_from = 0;
    study.run(2);
    EXPECT_NE(study.agreement_on("quiet").outcome, Outcome::no_answer);
}

TEST(Forms, ALimitHitAtASizeOfOurOwnIsAReachAndNoFault) {
    Studied study({size("n", 1, make_number(1e6))});
    study.shape("calm", "{n}");
    study.problem().limits.memory_bytes = 1 << 20;
    SolutionLaw &law = study.solution("hoard", "n", "O(n)");
    law.on["calm"].bytes = {{100, parse_expression("n", {"n"})}}; // a mebibyte is reached at n = 10,485
    study.run(5);
    EXPECT_TRUE(study.agrees("hoard"));
    ASSERT_EQ(study.reaches().size(), 1u);
    EXPECT_EQ(study.reaches()[0].outcome, Outcome::over_memory);
    EXPECT_EQ(study.verdict("hoard"), Verdict::holds);
}

TEST(Forms, ASlowSmallestSizeIsNotTakenForAHang) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.solution("quick", "n", "O(n)");
    study.solution("slow", "n", "O(n)", 1e8); // half a second at n = 1
    study.run(10);
    EXPECT_TRUE(study.agrees("slow"));
    EXPECT_FALSE(study.sizes_read("slow").empty());
}

// A count that is over a limit says nothing of the call.
TEST(Forms, WhatIsTooDearToCountIsTimed) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.problem().limits.time_s = 2;
    SolutionLaw &law = study.solution("traced", "n", "O(n)", 5e6); // 80 ms at n = 16
    law.counting_times = 300;
    study.run(20);
    EXPECT_TRUE(study.agrees("traced"));
    EXPECT_TRUE(reaches_in(study.read()).empty() || reaches_in(study.read()).front().sizes.at("n") > 300);
    EXPECT_GE(study.sizes_read("traced").size(), 6u);
    EXPECT_LE(study.summary.spent_s, 1.1 * 20);
}

TEST(Forms, WhatRemembersIsReadByFirstCalls) {
    Studied study({size("n", 1, make_number(1e5))});
    study.shape("calm", "{n}");
    study.solution("table", "n", "O(1)").remembers = true;
    study.solution("steady", "n", "O(n)");
    study.run(10);
    EXPECT_EQ(study.verdict("table"), Verdict::exceeded);
    EXPECT_EQ(study.verdict("steady"), Verdict::holds);
    EXPECT_EQ(remembering_in(study.read()), std::set<std::string>{"table"});
    ASSERT_EQ(first_and_later(study.read()).size(), 1u);
    const FirstAndLater times = first_and_later(study.read()).front();
    EXPECT_GT(times.first_ns, 20 * times.later_ns);
    for (const Measurement &m : readings_to_judge(study.read()).measurements)
        EXPECT_TRUE(m.cold || m.solution == "steady");
    const auto later = [&] {
        return std::count_if(study.read().begin(), study.read().end(),
                             [](const Measurement &m) { return m.solution == "table" && !m.cold; });
    };
    const auto before = later();
    study.run(10); // goes on by what is known
    EXPECT_EQ(later(), before);
}

TEST(Forms, ALimitHitOnADearShapeIsNoFaultBesideACheapOne) {
    Studied study({size("n", 2, make_number(20))});
    study.shape("calm", "{n}");
    study.shape("mixed", "{n}");
    study.problem().limits.time_s = 1;
    study.solution("orders", "n!", "O(n!)", 1400).whole_program = true; // 0.11 s at n = 8, 1.02 s at 9
    study.takes_on("orders", "mixed", "n");
    study.run(5);
    EXPECT_TRUE(study.agrees("orders"));
}

TEST(Forms, GrowthAboveTheLengthOfTheTextIsNotItsReading) {
    Studied study({size("n", 1, make_number(3000)), size("k", 1, make_number(3000))});
    study.shape("calm", "{n} {k}"); // as long as n + k
    for (const auto &[name, steps, claim] :
         {std::array{"pairs", "n k", "O(n + k)"}, std::array{"pass", "n + k", "O(1)"}}) {
        SolutionLaw &law = study.solution(name, steps, claim);
        law.whole_program = true;
        law.start_up_s = 1e-3;
    }
    study.run(20);
    EXPECT_EQ(study.verdict("pairs"), Verdict::exceeded);
    EXPECT_EQ(study.verdict("pass"), Verdict::undecided);
}

// Numbers up to n have the more digits the larger n is: a line that reads k of them is as long at work.
TEST(Forms, ALineThatReadsTheTextIsNotHeldAgainstTheClaim) {
    for (const bool reads : {true, false}) {
        Studied study({size("n", 1, make_number(1e6)), size("k", 1, make_number(1000), {}, 500)});
        study.shape("calm", "{n} {k} {integers(k, 1, n)}");
        SolutionLaw &law = study.solution("sorted", "0", "O(k log k)");
        law.whole_program = true;
        const std::vector<std::string> names = {"n", "k"};
        law.on["calm"].steps = {{2, parse_expression("2 k log k", names)},
                                {3, parse_expression(reads ? "3 k log n" : "3 k (log n)^2", names)}};
        study.run(20);
        EXPECT_EQ(study.verdict("sorted"), reads ? Verdict::undecided : Verdict::exceeded);
    }
}

TEST(Forms, AnInputThatIsTheSameIsTriedOnce) {
    Studied study({size("n", 1, make_number(6))});
    study.shape("calm", "{n}");
    study.draws(false);
    study.solution("pass", "n", "O(n)");
    study.solution("pairs", "n^2", "O(n^2)");
    study.run(2);
    EXPECT_EQ(study.inputs_tried(), 6) << "one of each size, whatever the seed";
}

TEST(Forms, AMachineThatStandsStillHidesNoWrongAnswer) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.solution("pass", "n", "O(n)");
    study.solution("pairs", "n^2", "O(n^2)");
    SolutionLaw &law = study.solution("short", "n", "O(n)");
    law.wrong_from = 7;
    law.stalls_every = 5;
    study.run(2);
    EXPECT_TRUE(study.agrees("pass"));
    EXPECT_FALSE(study.agrees("short"));
    EXPECT_EQ(study.agreement_on("short").found_while, "agreeing");
}

TEST(Forms, WhoeverHasOneLegalSizeToDoIsRead) {
    Studied study({size("n", 1, make_number(1e5), 64.0)});
    study.shape("calm", "{n}");
    study.solution("cubes", "n^3", "O(n^3)", 1e6); // minutes at n = 64
    study.run(3);
    EXPECT_FALSE(study.sizes_read("cubes").empty());
    EXPECT_TRUE(study.agrees("cubes"));
}

TEST(Forms, ASizeThatNoInputDependsOnIsTakenAsReadEverywhere) {
    Studied study({size("n", 1, make_number(1e5)), size("k", 1, make_number(512), {}, 8)});
    study.shape("calm", "{n}");
    study.solution("pass", "n", "O(n k)");
    study.run(5);
    EXPECT_EQ(study.sizes_read("pass", "k").size(), 1u) << "k is swept, and no input changes with it";
    EXPECT_EQ(study.verdict("pass"), Verdict::holds);
    EXPECT_TRUE(
        std::any_of(study.summary.notes.begin(), study.summary.notes.end(), [](const std::string &note) {
            return note.find("the same whatever k is") != std::string::npos;
        }));
}

TEST(Forms, InputsThatAreTheSameAtEverySizeAreReadOnce) {
    Studied study({size("n", 1, make_number(1e5))});
    study.shape("calm", "fixed");
    study.solution("pass", "1", "O(1)");
    study.run(5);
    EXPECT_EQ(study.sizes_read("pass").size(), 1u);
    EXPECT_EQ(study.verdict("pass"), Verdict::holds);
}

TEST(Forms, TheLargestSizeStaysWithinWhatTheOthersLeave) {
    Studied study({size("n", 1, make_number(2e5)), size("k", 1, make_size("n"), {}, 8)});
    study.shape("calm", "{n} {k}");
    study.solution("windows", "n + k", "O(n + k)");
    study.run(5);
    const LargestSize found = study.largest();
    ASSERT_TRUE(found.largest);
    EXPECT_LE(found.largest->size, std::round(std::sqrt(2e5)) + 1); // n has its usual value
    EXPECT_TRUE(found.ends_there);
}

TEST(Forms, ASecondSessionClimbsFarther) {
    Studied study({size("n", 1, make_number(1e6))});
    study.shape("calm", "{n}");
    study.solution("pairs", "n^2", "O(n^2)");
    study.run(1);
    const double before = *study.sizes_read("pairs").rbegin();
    study.run(100);
    EXPECT_GT(*study.sizes_read("pairs").rbegin(), 2 * before);
    EXPECT_GT(study.summary.spent_before_s, 0.2);
    EXPECT_LT(study.summary.spent_s, 110);
}

// Two fast solutions differ where the slow third, which takes no part there, would tell who is right.
class Disputes : public testing::TestWithParam<double> {};

TEST_P(Disputes, WhoIsTooSlowToTakePartIsAskedWhoIsRight) {
    Studied study({size("n", 1, make_number(1e6))});
    study.shape("calm", "{n}");
    study.solution("pass", "n", "O(n)", 1000);
    study.solution("pairs", "n^2", "O(n^2)");
    study.solution("short", "n", "O(n)", 1000).wrong_from = GetParam();
    study.run(30);
    EXPECT_TRUE(study.agrees("pass"));
    EXPECT_TRUE(study.agrees("pairs"));
    EXPECT_FALSE(study.agrees("short"));
    EXPECT_EQ(study.agreement_on("short").found_while, GetParam() > 1e4 ? "measuring" : "agreeing");
}

TEST(Agreed, TheLargestSizeIsAskedThoughTheWayUpTakesTooLong) {
    Studied study({size("n", 1, make_number(1e6))});
    for (const char *shape : {"calm", "flood", "storm"})
        study.shape(shape, "{integers(n, 0, 9)}\n");
    for (const char *slow : {"slow-1", "slow-2", "slow-3", "slow-4", "slow-5"})
        study.solution(slow, "n", "O(n)", 250);
    study.solution("quick", "n", "O(n)", 10);
    study.solution("short", "n", "O(n)", 10).wrong_from = 600'000;
    study.run(1);
    EXPECT_FALSE(study.agrees("short"));
    EXPECT_EQ(study.agreement_on("short").found_while, "agreeing");
    EXPECT_TRUE(study.agrees("quick"));
    EXPECT_TRUE(study.agrees("slow-1"));
}

INSTANTIATE_TEST_SUITE_P(WhereAnswersAreCompared, Disputes, testing::Values(5000.0, 20000.0));

TEST(Measured, SpaceThatIsDearAndThatNobodyClaimsTakesNoTimeFromSteps) {
    Studied studied({size("n", 1, make_number(1e6))});
    studied.shape("calm", "{integers(n, 0, 9)}\n");
    for (const char *name : {"claims-none", "claims-space"})
        studied.solution(name, "n", "O(n)").weighs_s = 0.4;
    studied.problem().solutions.back().claims.push_back({Metric::space, "every", parse_bound("O(1)", {"n"})});
    studied.run(20);
    EXPECT_GE(studied.kinds("claims-none", MeasuredKind::counting),
              3 * studied.kinds("claims-none", MeasuredKind::space));
    EXPECT_EQ(studied.kinds("claims-none", MeasuredKind::space), 2); // a tenth of 10 s
    EXPECT_GE(studied.kinds("claims-space", MeasuredKind::space),
              studied.kinds("claims-space", MeasuredKind::counting) - 2); // but for those counted twice
    EXPECT_GT(*studied.sizes_read("claims-none").rbegin(), 100'000);
}

TEST(Measured, SpaceBelowItsGrainIsNotReadAtEverySizeOnTheWayUp) {
    Studied studied({size("n", 1, make_number(1e6))});
    studied.shape("calm", "{integers(n, 0, 9)}\n");
    SolutionLaw &law = studied.solution("coarse", "n", "O(n)");
    law.weighs_s = 0.3;
    law.grain_bytes = 2 << 20;
    law.on["calm"].bytes = {{40, parse_expression("n", {"n"})}};
    studied.problem().solutions.back().claims.push_back({Metric::space, "every", parse_bound("O(n)", {"n"})});
    studied.run(10);
    EXPECT_GE(studied.kinds("coarse", MeasuredKind::counting),
              2 * studied.kinds("coarse", MeasuredKind::space));
    EXPECT_GT(*studied.sizes_read("coarse").rbegin(), 400'000);
    // Five to seven of them on the way; what was left out follows, since the verdict waits for it.
    EXPECT_GE(studied.kinds("coarse", MeasuredKind::space), 9u);
}

TEST(Counts, ThatNoMachineTakesInTheTimeOfACallAreSetAside) {
    const auto reading = [](MeasuredKind kind, double n, double steps, double bulk, double time_ns) {
        Measurement m;
        m.solution = "scan", m.shape = "calm", m.kind = kind, m.sizes = {{"n", n}};
        m.outcome = Outcome::done;
        m.steps = std::llround(steps), m.bulk_steps = std::llround(bulk), m.time_ns = time_ns;
        return m;
    };
    std::vector<Measurement> hoisted, copies;
    for (const double n : {1024.0, 4096.0, 16384.0}) { // the length of a text, asked for at every turn
        for (auto *all : {&hoisted, &copies})
            all->push_back(reading(MeasuredKind::counting, n, 2 * n + n * n / 16, n * n / 16, 0));
        hoisted.push_back(reading(MeasuredKind::timing, n, 0, 0, 1.2 * n));
        copies.push_back(reading(MeasuredKind::timing, n, 0, 0, 20 * n + n * n / 32)); // 32 bytes a ns
    }
    EXPECT_TRUE(steps_not_taken(copies).empty());
    ASSERT_EQ(steps_not_taken(hoisted).size(), 1u);
    EXPECT_EQ(steps_not_taken(hoisted)[0].sizes.at("n"), 16384);
    EXPECT_EQ(readings_to_judge(hoisted).measurements.size(), 3u);
    EXPECT_EQ(readings_to_judge(copies).measurements.size(), copies.size());

    // Of whole programs the start is not theirs, and one spike says nothing.
    std::vector<Measurement> program = hoisted;
    for (Measurement &m : program)
        if (m.kind == MeasuredKind::timing) m.floor_ns = 1e6, m.time_ns += 1.1e6;
    program.back().steps = 0;
    program.push_back(program.back());
    program.push_back(program.back());
    program.back().time_ns *= 20;
    EXPECT_TRUE(steps_not_taken(program).empty()); // all that it did may hide in the start
    for (Measurement &m : program)
        if (m.kind == MeasuredKind::counting) m.steps *= 1000, m.bulk_steps *= 1000;
    EXPECT_EQ(steps_not_taken(program).size(), 1u);
}

TEST(Turns, EndOnceNothingIsOpenAndNotBefore) {
    for (const bool slow : {false, true}) {
        Studied study({size("n", slow ? 24 : 1, make_number(1e5))});
        study.shape("calm", "{n}");
        study.solution("pass", "n", "O(n)", slow ? 1e6 : 1);
        study.solution("pairs", "n n", "O(n)");
        study.run(60, true);
        EXPECT_EQ(study.verdict("pass"), Verdict::holds);
        EXPECT_EQ(study.verdict("pairs"), Verdict::exceeded);
        EXPECT_TRUE(study.summary.stopped_early);
        EXPECT_EQ(study.summary.spent_s < 10, !slow) << study.summary.spent_s;
        EXPECT_LT(study.summary.spent_s, 66);
        EXPECT_EQ(study.summary.measurements, static_cast<int>(study.read().size()));
        EXPECT_EQ(study.summary.recalled, 0); // it is told as one session
        double last_s = 0;
        for (const Measurement &m : study.read()) {
            EXPECT_GE(m.at_s, last_s);
            last_s = m.at_s;
        }
    }
}

TEST(Turns, AGivenBudgetIsOneTurn) {
    Studied study({size("n", 1, make_number(1e5))});
    study.shape("calm", "{n}");
    study.solution("pass", "n", "O(n)");
    study.run(20, true);
    const double certain_s = study.summary.spent_s;
    study.run(20);
    EXPECT_GT(study.summary.spent_s, certain_s);
}

} // namespace
} // namespace iron::test
