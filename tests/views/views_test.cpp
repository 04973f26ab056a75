#include <gtest/gtest.h>
#include <limits>
#include <sstream>

#include "support/series.h"
#include "views/figures.h"
#include "views/machine.h"
#include "views/progress.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {
namespace {

TEST(Text, CutsByCharactersAndNotByBytes) {
    EXPECT_EQ(cut_to("Θ(n log n)", 20), "Θ(n log n)");
    EXPECT_EQ(cut_to("Θ(n log n)", 5), "Θ(n …");
    EXPECT_EQ(width_of("Θ…"), 2u);
    EXPECT_EQ(width_of("潮汐"), 4u); // two columns each
    EXPECT_EQ(cut_to("潮汐潮汐", 6), "潮汐…");
    EXPECT_EQ(width_of("a\xff"), 2u); // no UTF-8
}

TEST(Text, NamesKeepBothEnds) {
    EXPECT_EQ(short_name("one-pass", 8), "one-pass");
    EXPECT_EQ(short_name("outer-tide-gauge-07", 11), "outer…ge-07");
    EXPECT_EQ(width_of(short_name("Θ-outer-tide-gauge-Θ", 9)), 9u);
    EXPECT_EQ(short_name("outer", 2), "o…");
}

TEST(Text, WrapsAtBlanks) {
    EXPECT_EQ(wrapped("one two three", 9, 2), "  one two\n  three\n");
    EXPECT_EQ(wrapped("up to n = 1,024", 13, 0), "up to\nn = 1,024\n"); // not torn at its sign
    EXPECT_EQ(wrapped("", 9, 2), "");
    EXPECT_EQ(wrapped("unbreakablylong x", 8, 0), "unbreakablylong\nx\n");
}

TEST(Text, TablesAreAlignedAndFitTheWidth) {
    EXPECT_EQ(table_text({"a", "bee"}, {{"long", "x"}, {"s", ""}}, 80),
              "  a     bee\n  ---------\n  long  x\n  s\n");
    const std::string wide =
        table_text({"solution", "claim"}, {{std::string(40, 's'), std::string(90, 'c')}}, 80);
    std::istringstream lines(wide);
    for (std::string line; std::getline(lines, line);)
        EXPECT_LE(width_of(line), 80u);
}

TEST(Progress, TellsShareAndTimeLeft) {
    EXPECT_EQ(progress_line({"measuring", 12, 30, "one-pass, calm, n = 64"}, 80),
              "measuring   40 %  18 s left  one-pass, calm, n = 64");
    EXPECT_EQ(progress_line({"measuring", 31, 30, ""}, 80), "measuring  100 %  0 s left");
    EXPECT_EQ(progress_line({"comparing answers", 0, 0, "sample 1 of 2"}, 80),
              "comparing answers  sample 1 of 2");
    EXPECT_EQ(width_of(progress_line({"measuring", 1, 2, std::string(100, 'x')}, 40)), 40u);
}

std::vector<SeriesGrowth> two_growths(const std::string &name) {
    const auto fitted = [](auto law) {
        return fit_growth(test::counted_series(law, 16, 1000), {Noise::counted, {}});
    };
    return {{name, "calm", Metric::steps, fitted([](double n) { return 3 * n; })},
            {"squares", "calm", Metric::steps, fitted([](double n) { return n * n; })}};
}

TEST(Figures, HoldAsManyPointsAsReadSizes) {
    const auto figures =
        growth_figures("Highest water", two_growths("scan"), {"scan", "squares"}, {"calm"}, "n");
    ASSERT_EQ(figures.size(), 1u); // one shape: the worst is that one
    EXPECT_EQ(figures[0].name, "steps");
    const std::size_t rungs = ladder(16, 1000).size();
    const std::string read = figures[0].data.substr(0, figures[0].data.find("# scan line"));
    EXPECT_EQ(static_cast<std::size_t>(std::count(read.begin(), read.end(), '\n')), rungs + 1 + 2);
    EXPECT_NE(figures[0].script.find("Highest water: steps"), std::string::npos);
    EXPECT_NE(figures[0].script.find("steps a call"), std::string::npos);
}

std::size_t lines_in(const std::string &text) {
    return static_cast<std::size_t>(std::count(text.begin(), text.end(), '\n'));
}

// Steps of n^2 over a claim of n: from 16/1000 at the first size up to 1 at the last.
TEST(Figures, AClaimIsSeenAsReadingsOverItsBound) {
    JudgedClaim claim{"squares", {Metric::time, "every", parse_bound("O(n)", {"n"})}, {}};
    claim.judgement.verdict = Verdict::exceeded;
    claim.judgement.worst_shape = "calm";
    const auto figures = claim_figures({claim}, two_growths("scan"), "n", [](double n) {
        return Sizes{{"n", n}};
    });
    ASSERT_EQ(figures.size(), 1u); // scan claims nothing
    EXPECT_EQ(figures[0].name, "claim-squares");
    EXPECT_NE(figures[0].script.find("squares: time O(n) exceeded (calm)"), std::string::npos);
    EXPECT_EQ(figures[0].data.find("# steps readings: x y low high\n16 0.016 0.016 0.016\n"), 0u)
        << figures[0].data.substr(0, 100);
    EXPECT_NE(figures[0].data.find("\n1000 1 1 1\n"), std::string::npos);
    EXPECT_EQ(lines_in(figures[0].data), 2 * (ladder(16, 1000).size() + 1 + 2));
}

TEST(Figures, TimesAreSeenOverTheFastestAndTheUnbeatenAreJoined) {
    ComparisonOfAll all;
    all.rankings = {{"worst", 100, {{"scan", 10}, {"squares", 40}}}};
    PairComparison pair{"scan", "squares", "worst", Metric::time, {}};
    pair.course.points = {{10, 2, {1.6, 2.5}}, {100, 0.25, {0.2, 0.5}}};
    all.pairs = {pair};
    all.crossings = {{"scan", "squares", "worst", Metric::time, {31.6, {25, 40}, false}, true}};
    all.trade_at = 100;
    all.trade = {{"scan", 10, 800, ""}, {"squares", 40, 0, ""}, {"third", 50, 900, "scan"}};
    const auto figures = comparison_figures("Highest water", all, {"scan", "squares", "third"});
    ASSERT_EQ(figures.size(), 2u);
    EXPECT_EQ(figures[0].name, "compare");
    // Squares over scan: the other way round than the pair stands.
    EXPECT_NE(figures[0].data.find("\n10 0.5 0.4 0.625\n100 4 2 5\n"), std::string::npos) << figures[0].data;
    EXPECT_NE(figures[0].script.find("set label \"32\" at first 31.6"), std::string::npos)
        << figures[0].script;
    EXPECT_EQ(figures[1].name, "trade");
    // 0 bytes stand at 1: the axis is logarithmic.
    EXPECT_NE(figures[1].data.find("# scan line: x y\n10 800\n40 1\n"), std::string::npos) << figures[1].data;
}

TEST(Figures, TheTargetShowsEachSolutionAgainstItsLimits) {
    TargetLimits limits;
    limits.sizes = {{"n", 7500}};
    limits.time_ns = 1e9;
    const MeetsTarget scan{"scan",
                           {{"time", Meets::yes, true, 2e6, {1.9e6, 2.1e6}, ""},
                            {"memory", Meets::unsure, false, 4096, {2048, 8192}, ""}}},
        unread{"second", {{"time", Meets::unsure, true, 0, {0, 0}, "nothing was read"}}};
    EXPECT_TRUE(target_figures("Highest water", {scan}, limits, {"scan"}).empty()); // of time alone
    limits.space_bytes = 256 << 20;
    const auto figures = target_figures("Highest water", {scan, unread}, limits, {"scan", "second"});
    ASSERT_EQ(figures.size(), 1u);
    EXPECT_EQ(figures[0].name, "target");
    EXPECT_NE(figures[0].data.find("\n2e+06 4096 2048 8192\n"), std::string::npos) << figures[0].data;
    for (const char *text :
         {"who meets the target at n = 7,500", "\"1 s allowed\"", "\"256 MiB allowed\"", "\"scan  unsure\""})
        EXPECT_NE(figures[0].script.find(text), std::string::npos) << text << "\n" << figures[0].script;
    EXPECT_EQ(figures[0].script.find("second"), std::string::npos);
}

TEST(Figures, NamesCanNotBreakOutOfTheScript) {
    const auto figures = growth_figures("a \"b\" \\c", two_growths("x\" ; system \"y"),
                                        {"x\" ; system \"y", "squares"}, {"calm"}, "n");
    EXPECT_NE(figures[0].script.find("\"a \\\"b\\\" \\\\c: steps"), std::string::npos);
    EXPECT_NE(figures[0].script.find("x\\\" ; system \\\"y"), std::string::npos);
}

TEST(Tables, WhatWouldDecideIsNoAdviceWhereNobodyCanFollowIt) {
    Judgement open;
    EXPECT_EQ(would_decide_words(open), "");
    open.would_decide = WouldDecide{"n", 16'384, 2.5e6};
    EXPECT_EQ(would_decide_words(open),
              "It would be decided by measuring up to n = 16,384, about 2.5 ms a call.");
    for (const double cost : {1e300, std::numeric_limits<double>::infinity()}) {
        open.would_decide->cost_ns = cost;
        EXPECT_EQ(would_decide_words(open),
                  "Measuring can't decide it: up to n = 16,384 a call would take over a year.");
    }
    open.would_decide->cost_ns.reset();
    EXPECT_EQ(would_decide_words(open), "It would be decided by measuring up to n = 16,384.");
    open.would_decide->ends_at = 4000;
    EXPECT_EQ(would_decide_words(open),
              "Measuring can't decide it: that would take n = 16,384, and the problem ends at 4,000.");
}

TEST(Tables, AgreementShowsTheCounterexample) {
    Agreement agreement;
    agreement.inputs = 75;
    SolutionAgreement good, bad;
    good.name = "scan";
    bad.name = "second";
    bad.verdict = SolutionAgreement::Verdict::disagrees;
    bad.outcome = Outcome::wrong_answer;
    bad.detail = "line 1: expected '7', got '2'";
    bad.counterexample = Counterexample{"calm", {{"n", 1}}, 10'001, "1\n7\n", "7\n", "2\n"};
    agreement.solutions = {good, bad};
    EXPECT_EQ(agreement_text(agreement),
              "1 of 2 solutions agree on 75 inputs\n"
              "  second: wrong answer on calm, n = 1, seed 10001: line 1: expected '7', got '2'\n"
              "      input\n        1\n        7\n      expected\n        7\n      got\n        2\n");
}

TEST(Floor, TellsFromWhichSizeOnAWholeProgramCanBeSeen) {
    std::vector<Measurement> all;
    for (const double n : {16.0, 64.0, 256.0, 1024.0, 4096.0}) {
        Measurement m;
        m.kind = MeasuredKind::timing;
        m.solution = "hand";
        m.sizes = {{"n", n}};
        m.calls = 1;
        m.floor_ns = 2e6;
        m.time_ns = 2e6 + 3000 * n; // as much again from n = 667 on
        all.push_back(m);
    }
    Measurement space = all.back();
    space.kind = MeasuredKind::space;
    space.space = {100, 100, 0, 0, 0, 262144, (9 << 20) + 100, -1, 9 << 20};
    all.push_back(space);
    const auto told = floor_sentences(all, "n");
    ASSERT_EQ(told.size(), 1u);
    EXPECT_NE(told[0].find("takes 2 ms and 9 MiB"), std::string::npos) << told[0];
    EXPECT_NE(told[0].find("from n = 1,024 on"), std::string::npos) << told[0];
    for (Measurement &m : all)
        m.time_ns = 2.1e6;
    EXPECT_NE(floor_sentences(all, "n")[0].find("does not stand out"), std::string::npos);
    for (Measurement &m : all)
        m.floor_ns = 2; // a function's empty call is no start-up
    EXPECT_TRUE(floor_sentences(all, "n").empty());
}

TEST(MachineText, StaysWithinEightyColumnsAndAdvises) {
    MachineReport report;
    report.machine.processor = std::string(200, 'x');
    report.machine.processors = 1;
    report.machine.governor = "powersave";
    report.unrest = {100, 4e5, 0.01, 3, 0.5};
    report.languages = {{"C++", "", "g++"}};
    report.containment = "adopted";
    const std::string text = machine_text(report);
    std::istringstream lines(text);
    for (std::string line; std::getline(lines, line);)
        EXPECT_LE(width_of(line), 80u) << line;
    for (const char *part : {"apt-get install g++", "powersave", "one processor", "namespaces are refused"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
    report = MachineReport();
    report.machine.processors = 4;
    report.containment = "namespace";
    EXPECT_NE(machine_text(report).find("use the network"), std::string::npos);
    report.containment = "confined";
    EXPECT_NE(machine_text(report).find("Nothing here makes readings doubtful"), std::string::npos);
}

} // namespace
} // namespace iron
