#include "core/growth/forecast.h"

#include <cmath>
#include <gtest/gtest.h>
#include <random>

namespace iron {
namespace {

Series counted(double (*law)(double), double to = 20000) {
    Series series;
    for (double n = 16; n <= to; n = std::round(n * std::sqrt(2.0)))
        series.places.push_back({{n}, {{0, 0, std::floor(law(n))}}});
    return series;
}

double scan(double n) { return 5 * n + 40; }
double tree(double n) { return 3 * n * std::log2(n) + 10 * n; }
double pairs(double n) { return n * (n - 1) / 2 + 7; }

Forecaster forecaster(const Series &series, Noise noise = Noise::counted) {
    return Forecaster(fit_growth(series, {noise}), noise);
}

TEST(Forecast, CountsAreCarriedOnWithinAPercent) {
    for (const auto law : {scan, tree, pairs}) {
        const auto forecast = forecaster(counted(law)).at({{"n", 320000}});
        ASSERT_TRUE(forecast);
        EXPECT_NEAR(forecast->value / law(320000), 1, 0.02);
        EXPECT_LE(forecast->interval.first, law(320000));
        EXPECT_GE(forecast->interval.second, law(320000));
        EXPECT_NEAR(forecast->beyond, 16, 8);
    }
}

TEST(Forecast, IsWiderTheFartherItGoes) {
    std::mt19937_64 random(4);
    std::normal_distribution<double> noise(0, 0.03);
    Series series;
    for (double n = 16; n <= 20000; n *= 2) {
        series.places.push_back({{n}, {}});
        for (int round = 0; round < 5; ++round)
            series.places.back().readings.push_back({0, round, tree(n) * std::exp(noise(random))});
    }
    const Forecaster one = forecaster(series, Noise::timed);
    double last = 0;
    for (const double n : {20000.0, 80000.0, 320000.0, 5e6}) {
        const auto forecast = one.at({{"n", n}});
        const double width = std::log(forecast->interval.second / forecast->interval.first);
        EXPECT_GT(width, last);
        last = width;
    }
}

TEST(Forecast, ItsIntervalsHoldTheTruthAsOftenAsTheySay) {
    int inside = 0;
    constexpr int trials = 150;
    for (int trial = 0; trial < trials; ++trial) {
        std::mt19937_64 random(trial);
        std::normal_distribution<double> noise(0, 0.03);
        const auto law = trial % 3 == 0 ? scan : trial % 3 == 1 ? tree : pairs;
        Series series;
        for (double n = 16; n <= 20000; n *= std::sqrt(2.0)) {
            series.places.push_back({{std::round(n)}, {}});
            for (int round = 0; round < 5; ++round)
                series.places.back().readings.push_back(
                    {0, round, law(std::round(n)) * std::exp(noise(random))});
        }
        const auto forecast = forecaster(series, Noise::timed).at({{"n", 80000}});
        inside += forecast->interval.first <= law(80000) && law(80000) <= forecast->interval.second;
    }
    EXPECT_GE(inside, 0.82 * trials); // 90 % are meant
}

TEST(Forecast, TheLargestSizeWithinALimitTurnsItRound) {
    const Forecaster one = forecaster(counted(pairs));
    const auto largest = one.largest_within(1e10, "n", {});
    ASSERT_TRUE(largest);
    EXPECT_NEAR(largest->size, std::sqrt(2e10), 0.01 * std::sqrt(2e10));
    EXPECT_LE(largest->interval.first, largest->size);
    EXPECT_GE(largest->interval.second, largest->size);
    EXPECT_FALSE(one.largest_within(1, "n", {})); // not even one
}

TEST(Forecast, OverTwoSizesTheOthersAreHeld) {
    Series series{{"n", "k"}, {}};
    for (double n = 16; n <= 4096; n *= 2)
        for (double k = 4; k <= 256; k *= 4)
            series.places.push_back({{n, k}, {{0, 0, 3 * n * k + 20 * n + 7}}});
    const Growth growth = fit_growth(series, {Noise::counted});
    const Forecaster one(growth, Noise::counted);
    const auto forecast = one.at({{"n", 16384}, {"k", 1024}});
    ASSERT_TRUE(forecast);
    EXPECT_NEAR(forecast->value / (3.0 * 16384 * 1024), 1, 0.03);
    EXPECT_NEAR(forecast->beyond, 4, 1e-9);
    const auto largest = one.largest_within(3e6, "n", {{"k", 100}});
    ASSERT_TRUE(largest);
    EXPECT_NEAR(largest->size, 3e6 / 320, 150);
}

TEST(Forecast, ChecksItselfAgainstTheLargestSizes) {
    SelfCheck check;
    check_forecast(counted(tree), Noise::counted, check);
    EXPECT_EQ(check.predicted, 2);
    EXPECT_EQ(check.inside, 2);
    check_forecast(counted(tree, 100), Noise::counted, check); // too few sizes
    EXPECT_EQ(check.predicted, 2);
}

TEST(Forecast, NothingFittedNothingForecast) {
    EXPECT_FALSE(Forecaster(Growth{}, Noise::timed).at({{"n", 5}}));
    EXPECT_FALSE(Forecaster(Growth{}, Noise::timed).largest_within(5, "n", {}));
}

} // namespace
} // namespace iron
