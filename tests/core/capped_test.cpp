#include "core/claim/capped.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>

#include "core/claim/judge.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

using Law = std::function<double(double)>;

std::vector<PlaceRead> places(const Law &law, double to = 4096) {
    std::vector<PlaceRead> all;
    for (double n = 16; n <= to; n *= 2)
        all.push_back({{n}, std::log(law(n)), std::log(n)});
    return all;
}

const Law hard = [](double n) { return 4 * n; };
// Small inputs end early.
const Law eased = [](double n) { return 4 * n * std::min(1.0, std::sqrt(n / 512)); };

TEST(Capped, ByAHarderShapeThatItReachesAndNeverPasses) {
    EXPECT_TRUE(is_capped(places(eased), places(hard)));
    EXPECT_FALSE(is_capped(places(hard), places(eased))); // that one is passed
}

TEST(Capped, NotByOneThatItOnlyComesNearToAtTheEnd) {
    const Law smaller_factor = [](double n) { return n * n / 1024; };
    EXPECT_FALSE(is_capped(places(smaller_factor), places(hard)));
    const Law always_below = [](double n) { return 2 * n; };
    EXPECT_FALSE(is_capped(places(always_below), places(hard)));
}

TEST(Capped, NotWhereItLeavesTheBoundBeyondTheCapsOwnReadings) {
    const Law leaves = [](double n) { return n <= 4096 ? eased(n) : 4 * n * (n / 4096); };
    EXPECT_TRUE(is_capped(places(eased, 16384), places(hard)));
    EXPECT_FALSE(is_capped(places(leaves, 16384), places(hard)));
    EXPECT_FALSE(is_capped(places(eased, 1 << 24), places(hard))); // most of it was never compared
}

TEST(Capped, WhatIsSmallerThanAllThatBothReadIsNoMatter) {
    std::vector<PlaceRead> with_start_up = places(eased);
    for (const double n : {2, 4, 8}) // far up the bound, as small sizes are
        with_start_up.push_back({{n}, std::log(10.0), std::log(n)});
    EXPECT_TRUE(is_capped(with_start_up, places(hard)));
}

TEST(Capped, FewPlacesAreNotEnough) { EXPECT_FALSE(is_capped(places(hard, 256), places(hard, 256))); }

Growth steps(const Law &law, double to = 1e6) {
    return fit_growth(test::counted_series(law, 16, to), {Noise::counted});
}

Judgement judged(const Growth &on_first, const Growth &on_second, const std::string &bound = "O(n)") {
    return test::judged(Metric::time, parse_bound(bound, {"n"}), {{"ebb", on_first}, {"flood", on_second}});
}

Judgement judged(const Law &on_first, const Law &on_second, const std::string &bound = "O(n)") {
    return judged(steps(on_first), steps(on_second), bound);
}

TEST(Capped, GrowthUpToAHarderShapeIsNotHeldAgainstTheBound) {
    const Law rises = [](double n) { return std::round(4 * n * std::min(1.0, std::log2(n) / 17)); };
    ASSERT_NE(judged(rises, rises).verdict, Verdict::holds);
    const Judgement j = judged(hard, rises);
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    EXPECT_TRUE(test::says(j, "on flood it never takes more than on ebb")) << reason_text(j);
}

TEST(Capped, ByItsDearestInputsWhereOthersEndEarly) {
    Series luck; // of four inputs ever more run to the end, the others a quarter of the way
    for (ReadPlace point : test::counted_series(hard, 16, 1e6).places) {
        const double to_the_end = point.readings[0].value;
        const int of_four = 1 + static_cast<int>(3 * (std::log2(point.sizes[0]) - 4) / 16);
        for (int input = 1; input < 4; ++input)
            point.readings.push_back({0, input, input < of_four ? to_the_end : to_the_end / 4});
        luck.places.push_back(point);
    }
    const Growth rises = fit_growth(luck, {Noise::counted});
    ASSERT_NE(judged(rises, rises).verdict, Verdict::holds);
    const Judgement j = judged(steps(hard), rises);
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
}

TEST(Capped, WhereAShapeIsLeftOutNoClaimIsLoose) {
    const std::string bound = "O(n log n)";
    const Law rises = [](double n) {
        return std::round(4 * n * std::min(1.0, std::pow(std::log2(n) / 17, 2)));
    };
    ASSERT_TRUE(judged(hard, hard, bound).loose);
    const Judgement j = judged(hard, rises, bound);
    ASSERT_TRUE(test::says(j, "never takes more")) << reason_text(j);
    EXPECT_EQ(j.verdict, Verdict::holds);
    EXPECT_FALSE(j.loose);
    EXPECT_FALSE(test::says(j, "smallest claim")) << reason_text(j);
}

TEST(Capped, AShapeThatIsWorseButSmallIsStillFound) {
    const Law quadratic = [](double n) { return std::round(n * n / 4e6 + n); };
    EXPECT_EQ(judged(hard, quadratic).verdict, Verdict::exceeded) << reason_text(judged(hard, quadratic));
    EXPECT_EQ(judged(hard, quadratic).worst_shape, "flood");
}

TEST(Capped, GrowthFromBelowIsDecidedByTheLeast) {
    const Law rises = [](double n) { return std::round(4 * n * std::min(1.0, std::log2(n) / 17)); };
    EXPECT_EQ(judged(hard, rises, "Omega(n log n)").verdict, Verdict::exceeded);
}

} // namespace
} // namespace iron
