// Problems as people write them, on the simulated lab: what once went wrong with their form.
#include <algorithm>
#include <gtest/gtest.h>

#include "simulated/simulated_lab.h"
#include "study/agree.h"
#include "study/needs.h"
#include "study/readings.h"

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

    void shape(const std::string &name, const std::string &text) {
        problem().shapes.push_back({name, parse_template(text, problem().size_names()), ""});
    }
    // Takes so many steps on every shape.
    SolutionLaw &solution(const std::string &name, const std::string &steps, const std::string &claim,
                          double step_ns = 1) {
        const auto names = problem().size_names();
        Solution one;
        one.name = name;
        one.claims = {{"time", "every", parse_bound(claim, names)}};
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

    void run(double budget_s) {
        SimulatedLab lab(made_, clock_);
        if (std::getenv("IRON_TRACE"))
            told_.every_step = [](double s, const std::string &d) { std::printf("%.4f %s\n", s, d.c_str()); };
        Scope scope{problem(), {}, {}};
        for (const Solution &one : problem().solutions)
            scope.contenders.push_back({&one, made_.laws.at(one.name).whole_program, false});
        for (const Shape &one : problem().shapes)
            scope.shapes.push_back(one.name);
        scope.unused = unused_sizes(scope, lab.inputs());
        const EachOf each = [](int count, const std::function<void(int)> &work) {
            for (int i = 0; i < count; ++i)
                work(i);
        };
        AgreeOptions agreeing;
        agreeing.shapes = scope.shapes;
        agreeing.inputs_a_shape = 40;
        agreeing.each = each;
        Agreed agreed = agree(problem(), lab.entrants(), agreeing, lab, clock_, told_);
        agreement = std::move(agreed.agreement);
        MeasureOptions options;
        options.budget_s = budget_s;
        options.heading = [](const std::string &) {
            return R"({"machine":{"processor":"law"},"compilers":{},"solutions":{}})";
        };
        FitStore store;
        const auto claims = claims_in(scope, &agreement);
        options.judge = [&](const std::vector<Measurement> &measurements) {
            return open_needs(scope, claims, measurements, MemoryCurve(), store, each);
        };
        summary = measure(scope, lab.entrants(), options, lab, archive_, clock_, told_, agreement);
        FitStore fresh;
        fitted =
            fit(scope, claims_in(scope, &agreement), archive_.measurements(), MemoryCurve(), fresh, each);
        judged = judge(scope, fitted);
        const Outlook outlook(fitted.series, fitted.growths, scope.on_sweep());
        Sizes others = sizes_at(problem(), {});
        const std::string along = problem().sizes.back().name;
        others.erase(along);
        largest = largest_within(scope, outlook, "time", 1e9, along, others);
    }

    std::set<double> sizes_read(const std::string &solution, const std::string &name = "n") const {
        std::set<double> all;
        for (const Measurement &m : archive_.measurements())
            if (m.solution == solution && m.outcome == Outcome::done) all.insert(m.sizes.at(name));
        return all;
    }
    int stopped(const std::string &solution) const {
        return static_cast<int>(std::count_if(
            archive_.measurements().begin(), archive_.measurements().end(),
            [&](const Measurement &m) { return m.solution == solution && m.outcome != Outcome::done; }));
    }
    std::vector<Reach> reaches() const { return reaches_in(archive_.measurements()); }
    bool agrees(const std::string &name) const {
        return agreement.solution(name)->verdict == SolutionAgreement::Verdict::agrees;
    }
    Verdict verdict(const std::string &name) const {
        for (const JudgedClaim &one : judged)
            if (one.solution == name) return one.judgement.verdict;
        return Verdict::undecided;
    }

    Agreement agreement;
    MeasureSummary summary;
    Fitted fitted;
    std::vector<JudgedClaim> judged;
    std::vector<LargestSize> largest;

  private:
    SimulatedProblem made_;
    SimulatedClock clock_;
    MemoryArchive archive_;
    Told told_;
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
    for (const char *name : {"mute", "dumb"}) {
        study.solution(name, "1", "O(1)");
        study.solution(name, "1", "O(1)").silent_from = 0;
        study.problem().solutions.pop_back();
    }
    study.run(2);
    EXPECT_TRUE(study.agrees("right"));
    for (const char *name : {"mute", "dumb"}) {
        EXPECT_FALSE(study.agrees(name));
        EXPECT_EQ(study.agreement.solution(name)->outcome, Outcome::no_answer);
    }
}

TEST(Forms, NothingIsRightWhereASampleSaysSo) {
    Studied study({size("n", 1, make_number(1000))});
    study.shape("calm", "{n}");
    study.problem().samples = {{"0", ""}};
    study.solution("quiet", "n", "O(n)").silent_from = 0;
    study.run(2);
    EXPECT_NE(study.agreement.solution("quiet")->outcome, Outcome::no_answer);
}

TEST(Forms, ALimitHitAtASizeOfOurOwnIsAReachAndNoFault) {
    Studied study({size("n", 1, make_number(1e6))});
    study.shape("calm", "{n}");
    study.problem().limits.memory_bytes = 1 << 20;
    study.solution("hoard", "n", "O(n)");
    SolutionLaw &law = study.solution("hoard", "n", "O(n)");
    study.problem().solutions.pop_back();
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

TEST(Forms, TheLargestSizeStaysWithinWhatTheOthersLeave) {
    Studied study({size("n", 1, make_number(2e5)), size("k", 1, make_size("n"), {}, 8)});
    study.shape("calm", "{n} {k}");
    study.solution("windows", "n + k", "O(n + k)");
    study.run(5);
    ASSERT_FALSE(study.largest.empty());
    ASSERT_TRUE(study.largest[0].largest);
    EXPECT_LE(study.largest[0].largest->size, std::round(std::sqrt(2e5)) + 1); // n has its usual value
    EXPECT_TRUE(study.largest[0].ends_there);
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

} // namespace
} // namespace iron::test
