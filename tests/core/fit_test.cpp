#include <bit>
#include <cmath>
#include <functional>
#include <gtest/gtest.h>
#include <random>

#include "core/bound/parse.h"
#include "core/growth/fit.h"
#include "core/growth/fitter.h"
#include "core/growth/least_squares.h"
#include "core/plan/ladder.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

using test::counted_series;
using test::timed_series;

std::string class_of(const Series &series, Noise noise = Noise::counted) {
    return fit_growth(series, {noise}).best().name;
}

TEST(LeastSquares, SolvesAnExactSystem) {
    const LeastSquares solved = least_squares({{1, 1, 1}, {1, 2, 3}}, {5, 7, 9});
    EXPECT_NEAR(solved.coefficients[0], 3, 1e-12);
    EXPECT_NEAR(solved.coefficients[1], 2, 1e-12);
    EXPECT_NEAR(solved.chi2, 0, 1e-20);
}

// NIST StRD, Norris: certified to the last digit given.
TEST(LeastSquares, AgreesWithCertifiedValues) {
    const std::vector<double> y = {0.1,   338.8, 118.1, 888.0, 9.2,   228.1, 668.5, 998.5, 449.1,
                                   778.9, 559.2, 0.3,   0.1,   778.1, 668.8, 339.3, 448.9, 10.8,
                                   557.7, 228.3, 998.0, 888.8, 119.6, 0.3,   0.6,   557.6, 339.3,
                                   888.0, 998.5, 778.9, 10.2,  117.6, 228.9, 668.4, 449.2, 0.2};
    const std::vector<double> x = {0.2,   337.4, 118.2, 884.6, 10.1,  226.5, 666.3, 996.3, 448.6,
                                   777.0, 558.2, 0.4,   0.6,   775.5, 666.9, 338.0, 447.5, 11.6,
                                   556.0, 228.1, 995.8, 887.6, 120.2, 0.3,   0.3,   556.8, 339.1,
                                   887.2, 999.0, 779.0, 11.1,  118.3, 229.2, 669.1, 448.9, 0.5};
    const LeastSquares solved = least_squares({std::vector<double>(x.size(), 1), x}, y);
    EXPECT_NEAR(solved.coefficients[0], -0.262323073774029, 1e-11);
    EXPECT_NEAR(solved.coefficients[1], 1.00211681802045, 1e-12);
    EXPECT_NEAR(solved.chi2, 26.6173985294224, 1e-8);
}

TEST(NonnegativeLeastSquares, LeavesOutWhatWouldBeNegative) {
    // The free solution is 5 - 1 x; without negative factors the mean is best.
    const LeastSquares solved = nonnegative_least_squares({{1, 1, 1}, {1, 2, 3}}, {4, 3, 2});
    EXPECT_NEAR(solved.coefficients[0], 3, 1e-12);
    EXPECT_EQ(solved.coefficients[1], 0);
    EXPECT_EQ(solved.active, 1);
    EXPECT_NEAR(solved.chi2, 2, 1e-12);
}

TEST(Fit, TellsExactCountsApart) {
    EXPECT_EQ(class_of(counted_series([](double) { return 17; }, 16, 1e6)), "1");
    EXPECT_EQ(class_of(counted_series([](double n) { return 3 * std::floor(std::log2(n)) + 5; }, 16, 1e6)),
              "log n");
    EXPECT_EQ(class_of(counted_series([](double n) { return std::floor(std::sqrt(n)) + 9; }, 16, 1e6)),
              "sqrt n");
    EXPECT_EQ(class_of(counted_series([](double n) { return n + 2; }, 16, 1e6)), "n");
    EXPECT_EQ(class_of(counted_series([](double n) { return 20 * n + std::exp2(std::ceil(std::log2(n))); },
                                      16, 1e6)),
              "n");
    EXPECT_EQ(
        class_of(counted_series(
            [](double n) { return n * std::ceil(std::log2(n)) - std::exp2(std::ceil(std::log2(n))) + 1; }, 16,
            1e6)),
        "n log n");
    EXPECT_EQ(class_of(counted_series([](double n) { return n * (n - 1) / 2 + 3 * n; }, 16, 1e4)), "n^2");
    EXPECT_EQ(class_of(counted_series([](double n) { return n * (n + 1) * (n + 2) / 6; }, 16, 1e3)), "n^3");
}

TEST(Fit, TellsExponentialGrowthByOnes) {
    Series series;
    for (double n = 6; n <= 20; ++n)
        series.places.push_back({{n}, {{0, 0, std::exp2(n) * 3 + n}}});
    EXPECT_EQ(class_of(series), "2^n");
    EXPECT_FALSE(fit_growth(series, {Noise::counted}).interval);
}

// A constant and a little beside it: any curve follows that over so few sizes.
TEST(Fit, WhatHardlyRisesIsNotExponential) {
    Series series;
    for (double n = 1; n <= 5; ++n)
        series.places.push_back({{n}, {{0, 0, n + 14}}});
    EXPECT_EQ(fit_growth(series, {Noise::counted}).standing, Growth::Standing::too_few);
    for (double n = 6; n <= 9; ++n)
        series.places.push_back({{n}, {{0, 0, n + 14}}});
    EXPECT_EQ(class_of(series), "n");
}

// Of several sizes a small one need not double twice, whether it is grown in exponentially or not.
TEST(Fit, ASmallSizeAmongSeveralSpansFiveValues) {
    Series series{{"n", "w"}, {}};
    for (double n = 12; n <= 21; ++n)
        for (const double w : {16, 64, 256, 1024})
            series.places.push_back({{n, w}, {{0, 0, 48 * n}}});
    EXPECT_EQ(class_of(series), "n");
}

TEST(Fit, TheIntervalOfTheExponentHoldsTheTruth) {
    int covered = 0;
    constexpr int trials = 40;
    for (int seed = 0; seed < trials; ++seed) {
        const Growth growth =
            fit_growth(timed_series([](double n) { return 5 * n * n; }, 16, 1e4, 0.03, seed), {Noise::timed});
        ASSERT_TRUE(growth.interval);
        covered += growth.interval->first <= 2 && 2 <= growth.interval->second;
    }
    EXPECT_GE(covered, 34); // 95 % wanted; fewer than 34 of 40 would happen by chance once in 5,000
}

TEST(Fit, TheExponentOfExactCountsLiesInItsInterval) {
    int covered = 0, all = 0;
    for (int low = 1; low <= 40; ++low)
        for (const double power : {1.5, 2.0, 2.5, 3.0}) {
            const auto law = [&](double n) { return std::round(3 * std::pow(n, power) + 2 * low * n); };
            const Growth growth = fit_growth(test::counted_series(law, 16, 4096), {Noise::counted});
            ASSERT_TRUE(growth.interval);
            const double lead = 3 * std::pow(4096, power), linear = 2 * low * 4096;
            const double truth = (power * lead + linear) / (lead + linear);
            covered += growth.interval->first <= truth && truth <= growth.interval->second;
            EXPECT_LT(growth.interval->second - growth.interval->first, 0.01);
            ++all;
        }
    EXPECT_GE(covered, 0.9 * all);
}

// Times that a cache makes up to three times dearer: the interval is not that of the curve without it.
TEST(Fit, TheIntervalOfTheExponentHoldsTheTruthBehindACache) {
    int covered = 0;
    constexpr int trials = 40;
    for (int seed = 0; seed < trials; ++seed) {
        const double at = 8 + seed % 5, dearer = 1.5 + 0.4 * (seed % 4);
        const auto law = [&](double n) {
            return 5 * n * (1 + (dearer - 1) / (1 + std::exp((at - std::log2(n)) / 0.5)));
        };
        const Growth growth = fit_growth(timed_series(law, 16, 1e5, 0.02, seed), {Noise::timed});
        ASSERT_TRUE(growth.interval);
        covered += growth.interval->first <= 1 && 1 <= growth.interval->second;
        EXPECT_GT(growth.interval->second - growth.interval->first, 1e-3);
    }
    EXPECT_GE(covered, 33);
}

TEST(Fit, TheIntervalSpansTheClassesThatFitAsWell) {
    // Over so short and noisy a range n and n log n can't be told apart.
    const Growth growth = fit_growth(
        timed_series([](double n) { return 5 * n * std::log2(n); }, 1000, 1.6e4, 0.1, 5), {Noise::timed});
    ASSERT_TRUE(growth.interval);
    EXPECT_LT(growth.interval->first, 1);
    EXPECT_GT(growth.interval->second, 1.1);
}

TEST(Fit, FewSizesAreNoGrowth) {
    Series series = counted_series([](double n) { return n; }, 16, 64);
    series.places.resize(4);
    EXPECT_EQ(fit_growth(series, {Noise::counted}).standing, Growth::Standing::too_few);
    EXPECT_EQ(fit_growth(Series(), {Noise::counted}).standing, Growth::Standing::too_few);
}

TEST(Fit, AClaimedGrowthJoinsTheCandidates) {
    const Bound odd = parse_bound("O(n^1.585)", {"n"});
    const Growth growth =
        fit_growth(counted_series([](double n) { return std::round(4 * std::pow(n, 1.585)); }, 16, 1e5),
                   {Noise::counted, {odd}});
    EXPECT_EQ(growth.best().name, "n^1.585");
    EXPECT_NEAR(growth.best().terms[0].factor, 4, 0.01);
}

TEST(Fit, TermsAddUpToTheReadings) {
    const Growth growth =
        fit_growth(counted_series([](double n) { return 2 * n * n + 30 * n; }, 16, 1e4), {Noise::counted});
    for (const double n : {100.0, 1000.0, 10000.0})
        EXPECT_NEAR(value_at(growth.best(), {{"n", n}}) / (2 * n * n + 30 * n), 1, 0.01) << n;
}

TEST(Locate, SpikesDoNotMoveATime) {
    Series series;
    for (const double n : {16.0, 32.0, 64.0, 128.0, 256.0}) {
        ReadPlace point{{n}, {}};
        for (int round = 0; round < 9; ++round)
            point.readings.push_back({0, round, 10 * n * (1 + 0.001 * round)});
        point.readings.push_back({0, 9, 40 * n});
        series.places.push_back(point);
    }
    for (const Located &located : locate(series, Noise::timed))
        EXPECT_NEAR(std::exp(located.log_value) / (10 * located.size()), 1, 0.02);
}

// One reading a size: its neighbours tell how random it is; bends and exponential growth are no randomness.
TEST(Locate, SingleCountsOfRandomInputsAreNotExact) {
    std::mt19937 random(5);
    std::normal_distribution<double> normal;
    const auto noisy = test::counted_series(
        [&](double n) { return 100 * std::sqrt(n) * std::exp(0.4 * normal(random)); }, 16, 100'000);
    for (const Located &point : locate(noisy, Noise::counted)) {
        EXPECT_GT(point.error, 0.25);
        EXPECT_LT(point.error, 0.6);
    }
    EXPECT_LT(locate(test::counted_series([](double n) { return n * n + 500 * n + 9000; }, 16, 100'000),
                     Noise::counted)
                  .back()
                  .error,
              1e-3);
    Series doubling;
    for (int n = 3; n < 22; ++n)
        doubling.places.push_back({{static_cast<double>(n)}, {{0, 0, std::exp2(n) + 50}}});
    EXPECT_LT(locate(doubling, Noise::counted).back().error, 1e-3);
}

// The same over two sizes, read along lines; a curve that turns where one size caps the other is none either.
TEST(Locate, SingleCountsOverTwoSizesTellTheirRandomnessAlongEachSize) {
    std::mt19937 random(5);
    std::normal_distribution<double> normal;
    const auto over = [](const std::function<double(double, double)> &steps) {
        Series series{{"n", "k"}, {}};
        for (double n = 16; n <= 40'000; n *= std::sqrt(2))
            series.places.push_back({{std::round(n), 20}, {{0, 0, steps(std::round(n), 20)}}});
        for (const double n : {1024.0, 16384.0})
            for (double k = 16; k <= n; k *= 2)
                series.places.push_back({{n, k}, {{0, 0, steps(n, k)}}});
        return locate(series, Noise::counted);
    };
    for (const Located &point :
         over([&](double n, double) { return 5 * n * std::exp(0.3 * normal(random)); })) {
        EXPECT_GT(point.error, 0.15);
        EXPECT_LT(point.error, 0.5);
    }
    for (const Located &point : over([](double n, double k) { return n * k + 40 * n + std::min(n, k); }))
        EXPECT_LT(point.error, 1e-2);
}

TEST(Locate, ReadingsThatHappenToBeEqualMakeNoOthersUncertain) {
    // A tenth more or less at small sizes; at large ones both inputs cost the same.
    Series series;
    for (double n = 16; n <= 1e6; n *= 2)
        series.places.push_back({{n}, {{0, 0, 100 * n}, {0, 1, n < 1000 ? 110 * n : 100 * n}}});
    for (const Located &point : locate(series, Noise::counted))
        EXPECT_LT(point.error, 0.15) << point.size();
}

// Squaring takes a step a bit of n and one more for those that are set: the sizes in between have many.
TEST(Fit, CountsThatGoByTheSizesDigitsAreOfTheGrowthAround) {
    NamedSeries series{"squaring", "calm", Metric::steps, {}};
    for (const double n : ladder(16, 1e9)) {
        const auto bits = static_cast<std::uint64_t>(n);
        const double steps = 2 + static_cast<double>(std::bit_width(bits)) + std::popcount(bits);
        series.series.places.push_back({{n}, {{0, 0, steps}, {0, 1, steps}, {1, 2, steps}}});
    }
    const Growth growth = Fitter().fit(series, {test::upper("log n")}).growth;
    EXPECT_FALSE(fits_poorly(growth));
    EXPECT_LT(evidence_against(test::upper("log n"), growth), 0);
    EXPECT_GT(evidence_against(test::upper("1"), growth), 10);
}

TEST(Locate, CountsWithoutSpreadAreExact) {
    const auto points = locate(counted_series([](double n) { return 1000 * n; }, 16, 1024), Noise::counted);
    for (const Located &point : points)
        EXPECT_LT(point.error, 1e-4);
}

TEST(Ladder, ClimbsBySquareRootsOfTwoAndEndsAtTheTop) {
    EXPECT_EQ(ladder(16, 64), (std::vector<double>{16, 23, 32, 45, 64}));
    EXPECT_EQ(ladder(1, 6), (std::vector<double>{1, 2, 3, 4, 6}));
    EXPECT_EQ(ladder(16, 1000000).back(), 1000000);
    EXPECT_EQ(ladder(5, 5), (std::vector<double>{5}));
    EXPECT_TRUE(ladder(5, 4).empty());
}

} // namespace
} // namespace iron
