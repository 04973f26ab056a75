#include "core/claim/witness.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>

#include "core/policy.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

constexpr double least = 0.02;
const double error = 1e-3;

// Readings over a bound, at every doubling.
std::optional<Witness> witness_along(const std::function<double(double)> &ratio,
                                     Bound::Kind kind = Bound::Kind::upper, double least_rise = least) {
    std::vector<RatioRead> places;
    for (double n = 16; n <= 1e6; n *= 2)
        places.push_back({{n}, std::log(ratio(n)), error});
    return find_witness(kind, places, least_rise);
}

TEST(Witness, IsWhatRisesToTheEnd) {
    EXPECT_TRUE(witness_along([](double n) { return std::log2(n); }));
    EXPECT_TRUE(witness_along([](double n) { return std::log2(n) + 10; }));
    EXPECT_TRUE(witness_along([](double n) { return std::sqrt(n); }));
    EXPECT_FALSE(witness_along([](double) { return 7.0; }));
    EXPECT_FALSE(witness_along([](double n) { return 5 + 1000 / n; }));
    EXPECT_FALSE(witness_along([](double n) { return std::log2(n); }, Bound::Kind::lower));
    EXPECT_TRUE(witness_along([](double n) { return 1 / std::log2(n); }, Bound::Kind::lower));
    EXPECT_TRUE(witness_along([](double n) { return 1 / std::log2(n); }, Bound::Kind::tight));
}

TEST(Witness, WhatComesToRestIsALowerTerm) {
    EXPECT_FALSE(witness_along([](double n) { return 2 * n / (n + 300); }));
    EXPECT_FALSE(witness_along([](double n) { return 3 - 2 / std::sqrt(n); }));
    EXPECT_TRUE(witness_along([](double n) { return 2 * n / (n + 300) * std::log2(n); }));
}

TEST(Witness, AStepOnTheWayIsNoGrowthHoweverLargeItMakesTheErrors) {
    std::vector<RatioRead> places;
    for (const double n : {16., 128., 1024., 4096., 32768., 250e3, 262144., 350e3, 450e3, 1e6})
        places.push_back({{n}, std::log((n > 8192 ? 26.5 : 22.2) + 800 / n), 0.05});
    EXPECT_FALSE(find_witness(Bound::Kind::upper, places, least));
    for (RatioRead &place : places)
        place.log_ratio += 0.5 * std::log(std::log2(place.sizes.front()));
    EXPECT_TRUE(find_witness(Bound::Kind::upper, places, least));
}

// A text that no longer fits into a buffer is read in another way: the first size there may be the last but
// one.
TEST(Witness, RisesTwice) {
    const auto over_n = [](const std::vector<double> &ratios) {
        std::vector<RatioRead> places;
        for (std::size_t i = 0; i < ratios.size(); ++i)
            places.push_back(
                {{std::vector{16., 45., 362., 512., 2896., 23170., 65536.}[i]}, std::log(ratios[i]), 1e-6});
        return find_witness(Bound::Kind::upper, places, least);
    };
    EXPECT_FALSE(over_n({81.4, 48.3, 34.1, 33.5, 32.7, 37.1, 37.2}));
    EXPECT_TRUE(over_n({81.4, 48.3, 34.1, 33.5, 32.7, 35.7, 37.2}));
}

// Windows of k letters: next to n = k there is hardly one.
TEST(Witness, DoesNotStartNextToWhereARelationEnds) {
    std::vector<RatioRead> places;
    for (double n = 16; n <= 1024; n *= 2)
        places.push_back({{n, 16}, std::log((n - 15) / n * std::pow(n, 0.02)), error});
    EXPECT_TRUE(find_witness(Bound::Kind::upper, places, least));
    for (RatioRead &place : places)
        place.at_an_edge = -std::log((place.sizes[0] - 15) / place.sizes[0]);
    EXPECT_FALSE(find_witness(Bound::Kind::upper, places, least));
    for (RatioRead &place : places)
        place.log_ratio += std::log(std::log2(place.sizes[0]));
    EXPECT_TRUE(find_witness(Bound::Kind::upper, places, least));
}

TEST(Witness, TheEndOfARelationIsNoRest) {
    // k sums of n - k + 1 each, over n: as k nears n, fewer are left, and the line along k bends down.
    const auto over_n = [](const std::function<double(double, double)> &reading) {
        std::vector<RatioRead> places;
        const auto add = [&](double n, double k) {
            places.push_back({{n, k}, std::log(reading(n, k) / n), error});
            places.back().log_bound = std::log(n);
            places.back().at_an_edge = -std::log((n - k + 1) / n);
        };
        for (const double n : {32, 64, 128, 256, 362, 512, 1024})
            add(n, 16);
        for (const double k : {16, 85, 147, 257})
            add(447, k);
        add(1024, 104);
        return places;
    };
    EXPECT_TRUE(
        find_witness(Bound::Kind::upper, over_n([](double n, double k) { return k * (n - k + 1); }), least));
    EXPECT_FALSE(find_witness(Bound::Kind::upper, over_n([](double n, double) { return 3 * n + 7; }), least));
    EXPECT_FALSE(find_witness(Bound::Kind::upper,
                              over_n([](double n, double k) { return 3 * (n - k + 1) + k; }), least));
}

TEST(Witness, DoesNotStartWhereTheErrorIsWidest) {
    std::vector<RatioRead> places;
    for (double n = 16; n <= 1e6; n *= 2)
        places.push_back({{n}, std::log(n), std::max(0.01, 160 / n)});
    EXPECT_TRUE(find_witness(Bound::Kind::upper, places, least));
}

TEST(Witness, IsSoughtAlongEverySize) {
    // k is cut to n: steps are 2 n, and over n + k they come to rest wherever n has outgrown k.
    std::vector<RatioRead> cut, product;
    for (double n = 16; n <= 1e6; n *= 4)
        for (double k = 16; k <= 4096; k *= 4) {
            cut.push_back({{n, k}, std::log(2 * n / (n + k)), error});
            product.push_back({{n, k}, std::log(n * k / (n + k)), error});
        }
    EXPECT_FALSE(find_witness(Bound::Kind::upper, cut, least));
    EXPECT_TRUE(find_witness(Bound::Kind::upper, product, least));
}

TEST(Witness, MayEndBeforeTheLargestPlaceAlongASizeThatTheBoundDoesNotName) {
    const double of_space = policy::claim::least_rise_of_bytes;
    const auto over = [&](const std::function<double(double, double)> &reading,
                          const std::function<double(double, double)> &bound) {
        std::vector<RatioRead> places;
        for (double n = 256; n <= 2e7; n *= 4)
            for (double m = 16; m <= 65536; m *= 2)
                places.push_back(
                    {{n, m}, std::log(reading(n, m) / bound(n, m)), error, std::log(bound(n, m)), false, {}});
        const auto witness = find_witness(Bound::Kind::upper, places, of_space);
        return witness ? places[witness->to].sizes : std::vector<double>();
    };
    const auto n_alone = [](double n, double) { return n; };
    const auto both = [](double n, double m) { return n + m; };
    // m has come far above n only where n is small.
    EXPECT_EQ(over([](double n, double m) { return m * std::log2(m) + n; }, n_alone),
              (std::vector<double>{256, 65536}));
    EXPECT_TRUE(over([](double n, double m) { return std::min(m, 40.0) + n; }, n_alone).empty());
    // Lists that grow by doubling move most where they are short, not empty: a peak on the way.
    EXPECT_TRUE(
        over([](double n, double m) { return n + m * (1 + 2 / (1 + std::abs(std::log2(m / n) - 2))); }, both)
            .empty());
}

TEST(Witness, InBytesIsMoreThanABlockOrADoubledCapacity) {
    const double of_space = policy::claim::least_rise_of_bytes;
    const auto stack = [](double n) { return 352 + 10 * std::log2(n / 16); };
    EXPECT_FALSE(witness_along(stack, Bound::Kind::upper, of_space));
    EXPECT_TRUE(witness_along(stack, Bound::Kind::upper, policy::claim::least_rise));
    EXPECT_TRUE(witness_along([](double n) { return 64 * std::log2(n); }, Bound::Kind::upper, of_space));
}

TEST(Witness, InBytesIsMoreThanTheStepsOfACapacity) {
    // A table of so many places that they are three fifths full at the most, four times as many each time.
    const auto along = [](double first, double last, const std::function<double(double)> &bytes,
                          Bound::Kind kind = Bound::Kind::upper) {
        std::vector<RatioRead> places;
        for (double n = first; n <= last; n *= std::sqrt(2))
            places.push_back({{n}, std::log(bytes(std::round(n)) / n), error, std::log(n), true, {}});
        return find_witness(kind, places, policy::claim::least_rise_of_bytes);
    };
    const auto table = [](double items) {
        double places = 32;
        while (3 * places < 5 * items)
            places *= 4;
        return 16 * places;
    };
    for (double last = 90; last < 5000; last *= 1.2)
        for (const double first : {11.0, 16.0, 20.0, 24.0, 32.0})
            EXPECT_FALSE(along(first, last, table)) << first << " to " << last;
    EXPECT_TRUE(along(16, 4096, [&](double n) { return table(n * std::sqrt(n)); }));
    EXPECT_TRUE(along(16, 1024, [&](double n) { return table(n * n); }));
    EXPECT_TRUE(along(
        16, 4096, [&](double n) { return table(std::log2(n)); }, Bound::Kind::tight));
    EXPECT_TRUE(along(
        16, 4096, [](double) { return 512; }, Bound::Kind::tight));
}

TEST(Verdict, DoesNotHoldWhileStepsStillRiseAboveTheBound) {
    // n n! steps, most of them hidden by a constant part: no growth of the list tells.
    Series series;
    for (int n = 2; n <= 11; ++n)
        series.places.push_back({{1.0 * n}, {{0, 0, std::round(std::tgamma(n + 1.0) * (1.7 * n + 12))}}});
    const Bound bound = test::upper("n!");
    const Growth growth = fit_growth(series, {Noise::counted, {bound}});
    const Judgement j = test::judged(Metric::time, bound, {{"calm", growth}});
    EXPECT_NE(j.verdict, Verdict::holds) << reason_text(j);
}

TEST(Verdict, TimesDecideWhereTooFewSizesCouldBeCounted) {
    const auto linear = [](double n) { return 7 * n + 3; };
    const Growth steps = fit_growth(test::counted_series(linear, 16, 32), {Noise::counted});
    const Growth time = fit_growth(test::timed_series(linear, 16, 1e6, 0.01, 1), {Noise::timed});
    ASSERT_EQ(steps.standing, Growth::Standing::too_few);
    const Judgement j = test::judged(Metric::time, test::upper("n"), {{"calm", steps, time}});
    EXPECT_EQ(j.decided_by, Metric::time);
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
}

} // namespace
} // namespace iron
