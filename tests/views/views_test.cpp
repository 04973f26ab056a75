#include <gtest/gtest.h>

#include "support/series.h"
#include "views/figures.h"
#include "views/progress.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {
namespace {

TEST(Text, CutsByCharactersAndNotByBytes) {
    EXPECT_EQ(cut_to("Θ(n log n)", 20), "Θ(n log n)");
    EXPECT_EQ(cut_to("Θ(n log n)", 5), "Θ(n …");
    EXPECT_EQ(width_of("Θ…"), 2u);
}

TEST(Text, WrapsAtBlanks) {
    EXPECT_EQ(wrapped("one two three", 9, 2), "  one two\n  three\n");
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
    return {{name, "calm", "steps", fitted([](double n) { return 3 * n; })},
            {"squares", "calm", "steps", fitted([](double n) { return n * n; })}};
}

TEST(Figures, HoldAsManyPointsAsReadSizes) {
    const auto figures =
        growth_figures("Highest water", two_growths("scan"), {"scan", "squares"}, {"calm"}, "n");
    ASSERT_EQ(figures.size(), 1u); // one shape: the worst is that one
    EXPECT_EQ(figures[0].name, "steps");
    const std::size_t rungs = ladder(16, 1000).size();
    // Two solutions, points and curve each.
    EXPECT_EQ(static_cast<std::size_t>(std::count_if(figures[0].data.begin(), figures[0].data.end(),
                                                     [](char c) { return c == '\n'; })),
              4 * (rungs + 1 + 2));
    EXPECT_NE(figures[0].script.find("Highest water: steps"), std::string::npos);
    EXPECT_NE(figures[0].script.find("steps a call"), std::string::npos);
}

TEST(Figures, NamesCanNotBreakOutOfTheScript) {
    const auto figures = growth_figures("a \"b\" \\c", two_growths("x\" ; system \"y"),
                                        {"x\" ; system \"y", "squares"}, {"calm"}, "n");
    EXPECT_NE(figures[0].script.find("\"a \\\"b\\\" \\\\c: steps"), std::string::npos);
    EXPECT_NE(figures[0].script.find("x\\\" ; system \\\"y"), std::string::npos);
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

} // namespace
} // namespace iron
