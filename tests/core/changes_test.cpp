#include "core/compare/changes.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>
#include <random>

#include "views/changes.h"

namespace iron {
namespace {

Series timed(double factor, double power, unsigned seed) {
    std::mt19937_64 random(seed);
    std::normal_distribution<double> noise(0, 0.02);
    Series series;
    for (double n = 16; n <= 20000; n *= 2) {
        series.places.push_back({{n}, {}});
        for (int round = 0; round < 5; ++round)
            series.places.back().readings.push_back(
                {0, round, factor * std::pow(n, power) * std::exp(noise(random))});
    }
    return series;
}

Results results(double factor, double power, unsigned seed, const std::string &verdict = "holds",
                const std::string &answers = "agrees") {
    return {{{"scan", "calm", Metric::time, timed(factor, power, seed)}},
            {{"scan", answers, {{"time O(n), every", verdict}}}}};
}

Change only(const Results &earlier, const Results &later, bool same_machine = true) {
    const auto changes = changes_between(earlier, later, 0.05, same_machine);
    EXPECT_EQ(changes.size(), 1u);
    return changes.at(0);
}

TEST(Changes, AFactorIsBetterOrWorseAndNoiseIsNeither) {
    int same = 0;
    for (unsigned seed = 0; seed < 40; ++seed)
        same += only(results(5, 1, seed), results(5, 1, seed + 100)).kind == Change::Kind::same;
    EXPECT_EQ(same, 40);
    const Change worse = only(results(5, 1, 1), results(6, 1, 2));
    EXPECT_EQ(worse.kind, Change::Kind::worse);
    EXPECT_TRUE(worse.counts);
    EXPECT_NEAR(worse.course.ratio, 1.2, 0.03);
    EXPECT_EQ(only(results(6, 1, 1), results(5, 1, 2)).kind, Change::Kind::better);
    EXPECT_EQ(only(results(5, 1, 1), results(5.1, 1, 2)).kind, Change::Kind::same); // less than 5 %
}

TEST(Changes, OtherGrowthIsToldAsSuch) {
    EXPECT_EQ(only(results(5, 1, 1), results(1, 1.5, 2)).kind, Change::Kind::grows_faster);
    EXPECT_EQ(only(results(1, 1.5, 1), results(5, 1, 2)).kind, Change::Kind::grows_slower);
}

// Two solutions: one that nobody touches, and one by its own factor; all of it on a machine `slower` times
// as slow.
Results two(double slower, double own, unsigned seed) {
    Results both;
    both.series = {{"kept", "calm", Metric::time, timed(3 * slower, 1, seed)},
                   {"edited", "calm", Metric::time, timed(5 * slower * own, 1, seed + 50)}};
    both.standings = {{"kept", "agrees", {}}, {"edited", "agrees", {}}};
    return both;
}

TEST(Changes, ASlowerMachineIsNotHeldAgainstTheSolutions) {
    const Results before = two(1, 1, 1), slow = two(1.5, 1, 2), worse = two(1.5, 1.4, 3);
    const auto drift = drift_between(before, slow, {"kept"});
    ASSERT_TRUE(drift);
    EXPECT_NEAR(drift->ratio, 1.5, 0.03);
    EXPECT_EQ(drift->solutions, std::vector<std::string>{"kept"});
    EXPECT_NE(drift_text(*drift).find("(kept) took 1."), std::string::npos) << drift_text(*drift);
    for (const Change &change : changes_between(before, slow, 0.05, true, drift))
        EXPECT_EQ(change.kind, Change::Kind::same) << change.solution;
    for (const Change &change :
         changes_between(before, worse, 0.05, true, drift_between(before, worse, {"kept"}))) {
        EXPECT_EQ(change.counts, change.solution == "edited");
        if (change.counts) EXPECT_NEAR(change.course.ratio, 1.4, 0.05);
    }
}

TEST(Changes, BytesBelowTheirGrainAreNoChange) {
    const auto of = [](double bytes) {
        Results results;
        Series series{{"n"}, {}, 64};
        for (double n = 16; n <= 4096; n *= 2)
            series.places.push_back({{n}, {{0, 0, bytes}}});
        results.series = {{"scan", "calm", Metric::space, series}};
        results.standings = {{"scan", "agrees", {}}};
        return results;
    };
    EXPECT_EQ(only(of(16), of(24)).kind, Change::Kind::same);
    EXPECT_EQ(only(of(16), of(96)).kind, Change::Kind::worse);
}

TEST(Changes, WithoutASourceThatIsTheSameNothingTellsOfTheMachine) {
    EXPECT_FALSE(drift_between(two(1, 1, 1), two(1.5, 1, 2), {}));
    EXPECT_FALSE(drift_between(results(5, 1, 1), two(1.5, 1, 2), {"kept"}));
    const auto none = drift_between(two(1, 1, 1), two(1, 1, 2), {"kept", "edited"});
    ASSERT_TRUE(none);
    EXPECT_EQ(drift_text(*none), ""); // as fast as before
}

TEST(Changes, OnAnotherMachineTimesDoNotCount) {
    const Change worse = only(results(5, 1, 1), results(9, 1, 2), false);
    EXPECT_EQ(worse.kind, Change::Kind::worse);
    EXPECT_FALSE(worse.counts);
}

TEST(Changes, VerdictsAndAnswersThatGotWorseCount) {
    const auto changes =
        changes_between(results(5, 1, 1), results(5, 1, 2, "exceeded", "disagrees"), 0.05, true);
    ASSERT_EQ(changes.size(), 3u);
    EXPECT_EQ(changes[0].kind, Change::Kind::answers);
    EXPECT_TRUE(changes[0].counts);
    EXPECT_EQ(changes[1].kind, Change::Kind::verdict);
    EXPECT_TRUE(changes[1].counts);
    const auto mended = changes_between(results(5, 1, 1, "exceeded"), results(5, 1, 2), 0.05, true);
    EXPECT_FALSE(mended[0].counts);
    const std::string text = changes_text(changes, "n", false);
    EXPECT_NE(text.find("time O(n), every: holds before, exceeded now"), std::string::npos) << text;
    EXPECT_NE(text.find("2 changes for the worse"), std::string::npos) << text;
}

TEST(Changes, SolutionsComeAndGo) {
    Results one = results(5, 1, 1), other = results(5, 1, 2);
    other.standings[0].solution = other.series[0].solution = "pairs";
    const auto changes = changes_between(one, other, 0.05, true);
    ASSERT_EQ(changes.size(), 2u);
    EXPECT_EQ(changes[0].kind, Change::Kind::appeared);
    EXPECT_EQ(changes[1].kind, Change::Kind::gone);
    EXPECT_FALSE(changes[1].counts);
}

// A source: by line its text and its count at n = 64.
CountedLines counted(const std::map<int, std::pair<std::string, std::int64_t>> &lines,
                     const SpotCounts &library = {}) {
    CountedLines all;
    SpotCounts &counts = all.shapes["calm"][{{"n", 64}}];
    counts = library;
    for (const auto &[number, line] : lines) {
        counts[std::to_string(number)] = line.second;
        all.texts[std::to_string(number)] = line.first;
    }
    return all;
}

TEST(DearerLines, AreFoundWhereverTheyStandNow) {
    const CountedLines before =
                           counted({{3, {"for (;;)", 65}}, {4, {"sum += x;", 64}}, {6, {"next();", 10}}}),
                       after = counted({{5, {"for (;;)", 65}},
                                        {6, {"sum += x;", 2016}},
                                        {7, {"next();", 10}},
                                        {8, {"sort(all);", 1}}},
                                       {{"8 sort", 400}});
    const std::vector<DearerLine> dearer = dearer_lines(before, after, 0.05);
    ASSERT_EQ(dearer.size(), 2u);
    EXPECT_EQ(dearer[0].spot.lines, std::vector<int>{6});
    EXPECT_EQ(dearer[0].text, "sum += x;");
    EXPECT_EQ(dearer[0].before, 64);
    EXPECT_EQ(dearer[0].after, 2016);
    EXPECT_EQ(dearer[1].spot.calls, "sort");
    EXPECT_EQ(dearer[1].before, 0);
    EXPECT_EQ(dearer[1].text, "sort(all);");
    EXPECT_TRUE(dearer_lines(after, before, 0.05).empty());
}

TEST(DearerLines, ThatReadTheSameAreToldApartByTheirOrder) {
    const CountedLines before = counted({{3, {"step();", 64}}, {7, {"step();", 10}}}),
                       after = counted({{4, {"step();", 64}}, {8, {"step();", 100}}});
    const std::vector<DearerLine> dearer = dearer_lines(before, after, 0.05);
    ASSERT_EQ(dearer.size(), 1u);
    EXPECT_EQ(dearer[0].spot.lines, std::vector<int>{8});
    EXPECT_EQ(dearer[0].before, 10);
}

TEST(DearerLines, NeedAPlaceThatBothWereCountedAt) {
    CountedLines before = counted({{3, {"step();", 64}}});
    const CountedLines after = counted({{3, {"step();", 640}}});
    EXPECT_EQ(dearer_lines(before, after, 0.05).size(), 1u);
    EXPECT_TRUE(dearer_lines(before, after, 20).empty());
    before.shapes = {{"calm", {{{{"n", 128}}, {{"3", 64}}}}}};
    EXPECT_TRUE(dearer_lines(before, after, 0.05).empty());
}

} // namespace
} // namespace iron
