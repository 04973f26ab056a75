#include <gtest/gtest.h>

#include "core/words.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

using test::counted_series;
using test::timed_series;

Growth steps(auto law, double to = 1e6, const char *claimed = "n") {
    return fit_growth(counted_series(law, 16, to), {Noise::counted, {test::upper(claimed)}});
}

Judgement judged(const std::string &bound, Growth by_steps) {
    return test::judged(Metric::time, parse_bound(bound, {"n"}), {{"calm", std::move(by_steps)}});
}

const auto linear = [](double n) { return 7 * n + 3; };
const auto halving = [](double n) { return std::round(n * (std::floor(std::log2(n)) + 4)); };

TEST(Verdict, LinearStepsHoldUnderLinear) {
    const Judgement j = judged("O(n)", steps(linear));
    EXPECT_EQ(j.verdict, Verdict::holds);
    EXPECT_FALSE(j.loose);
    EXPECT_EQ(j.decided_by, Metric::steps);
    EXPECT_EQ(reason_text(j), "steps / n stay level at 7 between n = 724 and 1,000,000");
}

TEST(Verdict, AHiddenLogarithmExceedsLinear) {
    const Judgement j = judged("O(n)", steps(halving));
    EXPECT_EQ(j.verdict, Verdict::exceeded);
    EXPECT_EQ(j.growth_class, "n log n");
    EXPECT_EQ(
        reason_text(j),
        "steps / n rise from 13 to 23 between n = 724 and 1,000,000, as n log n does; the smallest claim "
        "that holds is O(n log n)");
}

// Blocks as long as the root: at small sizes the rounding of it is many times the counts' own error.
TEST(Verdict, WholeRootsAreNoGrowth) {
    const auto down = [](double n) { return n * std::floor(std::sqrt(n)) * 3 + 2 * n + 9; };
    const auto up = [](double n) { return n * std::ceil(std::sqrt(n)) * 3 + 2 * n + 9; };
    for (const double to : {1200.0, 12000.0, 1e5}) {
        EXPECT_EQ(judged("O(n^1.5)", steps(down, to, "n^1.5")).verdict, Verdict::holds) << to;
        EXPECT_EQ(judged("O(n^1.5)", steps(up, to, "n^1.5")).verdict, Verdict::holds) << to;
        EXPECT_EQ(judged("O(n log n)", steps(down, to, "n log n")).verdict, Verdict::exceeded) << to;
    }
}

TEST(Verdict, ALargerBoundHoldsAndIsLoose) {
    EXPECT_TRUE(judged("O(n log n)", steps(linear, 1e6, "n log n")).loose);
    EXPECT_TRUE(judged("O(n^2)", steps(linear, 1e6, "n^2")).loose);
    EXPECT_FALSE(judged("O(n log n)", steps(halving, 1e6, "n log n")).loose);
}

TEST(Verdict, TheSmallestClaimThatHoldsIsOffered) {
    const auto offered = [](const Judgement &j, const char *claim) {
        return test::says(j, std::string("the smallest claim that holds is ") + claim);
    };
    EXPECT_TRUE(offered(judged("O(1)", steps(linear)), "O(n)"));
    EXPECT_TRUE(offered(judged("O(n^2)", steps(linear, 1e6, "n^2")), "O(n)"));
    EXPECT_TRUE(offered(judged("O(sqrt n)", steps(halving)), "O(n log n)"));
    EXPECT_FALSE(test::says(judged("O(n)", steps(linear)), "smallest")); // it is that
    EXPECT_FALSE(test::says(judged("Theta(n log n)", steps(linear)), "smallest"));
}

TEST(Verdict, NoSmallestClaimIsOfferedThatAShapeLeavesOpen) {
    const Bound bound = parse_bound("O(1)", {"n"});
    const Judgement j =
        test::judged(Metric::time, bound, {{"calm", steps(linear)}, {"storm", steps(linear, 40)}});
    EXPECT_EQ(j.verdict, Verdict::exceeded);
    EXPECT_FALSE(test::says(j, "smallest")) << reason_text(j);
}

TEST(Verdict, ThetaAndOmegaAreLeftOnEitherSide) {
    EXPECT_EQ(judged("Theta(n)", steps(linear)).verdict, Verdict::holds);
    EXPECT_EQ(judged("Theta(n log n)", steps(linear)).verdict, Verdict::exceeded);
    EXPECT_EQ(judged("Theta(n)", steps(halving)).verdict, Verdict::exceeded);
    EXPECT_EQ(judged("Omega(n)", steps(halving)).verdict, Verdict::holds);
    EXPECT_EQ(judged("Omega(n log n)", steps(linear)).verdict, Verdict::exceeded);
}

TEST(Verdict, TooFewSizesAreUndecided) {
    const Judgement j = judged("O(n)", steps(linear, 40));
    EXPECT_EQ(j.verdict, Verdict::undecided);
    EXPECT_TRUE(test::says(j, "too few to tell growth"));
}

TEST(Verdict, NothingMeasuredIsUndecided) {
    EXPECT_EQ(test::judged(Metric::time, parse_bound("O(n)", {"n"}), {}).verdict, Verdict::undecided);
}

TEST(Verdict, TheWorstShapeDecidesAndIsNamed) {
    const Bound bound = parse_bound("O(n)", {"n"});
    const Judgement j =
        test::judged(Metric::time, bound, {{"calm", steps(linear)}, {"storm", steps(halving)}});
    EXPECT_EQ(j.verdict, Verdict::exceeded);
    EXPECT_EQ(j.worst_shape, "storm");
    EXPECT_EQ(reason_text(j).substr(0, 7), "storm: ");
}

// A rise of the time alone may be the caches': 3.4 times over the span, as steps stay linear.
TEST(Verdict, LinearWorkOutOfCacheIsNotExceeded) {
    const Growth time =
        fit_growth(timed_series([](double n) { return n * (1 + 2.4 / (1 + 1e5 / n)); }, 16, 1e6, 0.02, 1),
                   {Noise::timed});
    const Bound bound = parse_bound("O(n)", {"n"});
    const Judgement both = test::judged(Metric::time, bound, {{"calm", steps(linear), time}});
    EXPECT_EQ(both.verdict, Verdict::holds);
    EXPECT_TRUE(test::says(both, "time grows faster than steps"));
    EXPECT_NE(test::judged(Metric::time, bound, {{"calm", {}, time}}).verdict, Verdict::exceeded);
}

TEST(Verdict, TimeAloneDecidesWhereItIsClear) {
    const Growth time =
        fit_growth(timed_series([](double n) { return n * n; }, 16, 1e5, 0.02, 2), {Noise::timed});
    EXPECT_EQ(test::judged(Metric::time, parse_bound("O(n)", {"n"}), {{"calm", {}, time}}).verdict,
              Verdict::exceeded);
    EXPECT_EQ(test::judged(Metric::time, parse_bound("O(n^2)", {"n"}), {{"calm", {}, time}}).verdict,
              Verdict::holds);
}

// Shapes and bounds on time.
SolutionClaims claims_of(const std::vector<std::pair<std::string, std::string>> &bounds,
                         const std::string &excluded = "") {
    SolutionClaims made{"scan", {}, false, false, excluded};
    for (const auto &[shape, bound] : bounds)
        made.claims.push_back({Metric::time, shape, parse_bound(bound, {"n"})});
    return made;
}

TEST(Judge, AShapeWithItsOwnClaimIsNoConcernOfEvery) {
    const SolutionClaims claims = claims_of({{"every", "O(n)"}, {"storm", "O(n log n)"}});
    const std::vector<SeriesGrowth> growths = {{"scan", "calm", Metric::steps, steps(linear)},
                                               {"scan", "storm", Metric::steps, steps(halving)}};
    for (const JudgedClaim &one : judge_claims({claims}, growths))
        EXPECT_EQ(one.judgement.verdict, Verdict::holds) << one.claim.shape;
}

TEST(Judge, WhereEachShapeHasItsOwnNothingIsLeftForEvery) {
    const SolutionClaims claims = claims_of({{"every", "O(n)"}, {"calm", "O(n)"}});
    const auto judged = judge_claims({claims}, {{"scan", "calm", Metric::steps, steps(linear)}});
    EXPECT_EQ(judged[0].judgement.verdict, Verdict::undecided);
    EXPECT_TRUE(std::holds_alternative<because::ShapesOfTheirOwn>(judged[0].judgement.reason));
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::holds);
}

TEST(Judge, AWrongSolutionGetsNoVerdict) {
    const SolutionClaims claims = claims_of({{"every", "O(n)"}}, "wrong answer on calm, n = 3");
    const auto judged = judge_claims({claims}, {{"scan", "calm", Metric::steps, steps(linear)}});
    EXPECT_EQ(judged[0].judgement.verdict, Verdict::undecided);
    EXPECT_EQ(reason_text(judged[0].judgement), "no verdict: wrong answer on calm, n = 3");
}

TEST(Words, NumbersHaveThreeDigitsAndUnits) {
    EXPECT_EQ(grouped(1048576), "1,048,576");
    EXPECT_EQ(grouped(-1234), "-1,234");
    EXPECT_EQ(three_digits(11.249), "11.2");
    EXPECT_EQ(three_digits(1234567), "1,230,000");
    EXPECT_EQ(three_digits(0.000412), "0.000412");
    EXPECT_EQ(three_digits(1e-7), "1.00e-07");
    EXPECT_EQ(three_digits(0), "0");
    EXPECT_EQ(time_text(1240000), "1.24 ms");
    EXPECT_EQ(time_text(999.7), "1 us");
    EXPECT_EQ(bytes_text(524288), "512 KiB");
}

// What a cache that is outgrown at 2^12 does: everything three times dearer, within two doublings.
double behind_a_cache(double n) { return 1 + 2 / (1 + std::exp((12 - std::log2(n)) / 0.6)); }

Judgement by_time(auto law, const char *bound, const std::optional<MemoryCurve> &memory = std::nullopt) {
    const Growth time = fit_growth(timed_series(law, 64, 1e6, 0.01, 5), {Noise::timed, {test::upper("n")}});
    return test::judged(Metric::time, parse_bound(bound, {"n"}), {{"calm", {}, time}}, memory);
}

TEST(Verdict, ACacheInTheWayIsNotHeldAgainstALinearClaim) {
    const Judgement j = by_time([](double n) { return 5 * n * behind_a_cache(n); }, "O(n)");
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
}

TEST(Verdict, ALogarithmIsFoundInTimesAlone) {
    const Judgement j = by_time([](double n) { return 2 * n * std::log2(n); }, "O(n)");
    EXPECT_EQ(j.verdict, Verdict::exceeded) << reason_text(j);
    EXPECT_EQ(j.decided_by, Metric::time);
    EXPECT_EQ(by_time([](double n) { return 2 * n * std::log2(n); }, "O(n log n)").verdict, Verdict::holds);
}

TEST(Verdict, ALogarithmBehindACacheIsStillNoCache) {
    const auto law = [](double n) { return n * std::log2(n) * std::sqrt(n) * behind_a_cache(n); };
    EXPECT_EQ(by_time(law, "O(n)").verdict, Verdict::exceeded);
    EXPECT_NE(by_time(law, "O(n^1.5 log n)").verdict, Verdict::exceeded);
}

TEST(Verdict, OnAKnownMachineTimeAloneHasToRiseByMoreThanItsMemory) {
    const auto law = [](double n) { return 2 * n * std::log2(n); }; // from 12 to 40: memory could do that
    EXPECT_EQ(by_time(law, "O(n)", MemoryCurve()).verdict, Verdict::undecided);
    EXPECT_EQ(by_time([](double n) { return 0.01 * n * n; }, "O(n)", MemoryCurve()).verdict,
              Verdict::exceeded);
}

} // namespace
} // namespace iron
