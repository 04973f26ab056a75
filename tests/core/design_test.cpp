// The parts that a fit is made of, each by itself.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

#include "core/bound/parse.h"
#include "core/bound/rounded.h"
#include "core/growth/design.h"
#include "core/growth/gram.h"
#include "core/growth/least_squares.h"
#include "core/growth/memory_step.h"

namespace iron {
namespace {

std::vector<std::vector<double>> places_along(double from, double to, double factor) {
    std::vector<std::vector<double>> places;
    for (double n = from; n <= to; n *= factor)
        places.push_back({std::round(n)});
    return places;
}

Design design_at(const std::vector<std::vector<double>> &places, std::vector<std::string> names = {"n"}) {
    const std::vector<bool> large(names.size(), false);
    return Design(std::make_shared<const Catalogue>(std::move(names), std::vector<Relation>{}, large),
                  places);
}

constexpr ConeOptions of_counts{0.6, true}, of_times{0.15, false};

double rounded(const std::string &text, double n, Rounding rounding) {
    return std::exp(rounded_log(parse_expression(text, {"n"}), {{"n", n}}, rounding));
}

TEST(Rounded, CountsWholeLevelsRootsAndPairs) {
    EXPECT_NEAR(rounded("log n", 1000, Rounding::up), 10, 1e-9);
    EXPECT_NEAR(rounded("log n", 1000, Rounding::down), 9, 1e-9);
    EXPECT_NEAR(rounded("log n", 1024, Rounding::up), 10, 1e-9); // a power is no level more
    EXPECT_NEAR(rounded("sqrt n", 99, Rounding::down), 9, 1e-9);
    EXPECT_NEAR(rounded("sqrt n", 99, Rounding::up), 10, 1e-9);
    EXPECT_NEAR(rounded("n^1.5", 99, Rounding::up), 990, 1e-9);
    EXPECT_NEAR(rounded("n log n", 5, Rounding::levels), 5 * 3 - 8, 1e-9);
    EXPECT_NEAR(rounded("n^2", 10, Rounding::down), 45, 1e-9);
    EXPECT_NEAR(rounded("2^(n/2)", 7, Rounding::up), 16, 1e-9);
    EXPECT_NEAR(rounded("2^(n/2)", 7, Rounding::down), 8, 1e-9);
    EXPECT_NEAR(rounded("n log n + n", 5, Rounding::up), 20, 1e-9);
}

TEST(Cone, LowerTermsAreLeftBehindByTheTopThird) {
    const auto places = places_along(16, 65536, 1.5);
    Design design = design_at(places);
    for (const char *text : {"n", "n log n", "n^1.5", "n^2", "n^2 log n", "n^3"}) {
        const int lead = design.index_of(text);
        ASSERT_GE(lead, 0);
        const Cone &cone = *design.cone({lead}, of_counts);
        EXPECT_GT(cone.generators.size(), 2u);
        for (const Generator &generator : cone.generators) {
            // From there on nothing is more than twice the leading term, and nothing is negative.
            const std::size_t third = 2 * places.size() / 3;
            const double there = generator.column[third] / design.term(lead).column[third];
            for (std::size_t i = 0; i < places.size(); ++i) {
                EXPECT_GE(generator.column[i], 0) << text;
                if (i >= third) {
                    EXPECT_LE(generator.column[i], 2.0001 * there * design.term(lead).column[i]) << text;
                }
            }
        }
    }
}

TEST(Cone, PartsAddUpToTheColumnWhereThereIsNoWave) {
    Design design = design_at(places_along(16, 65536, 2));
    const int lead = design.index_of("n^1.5");
    const Cone &cone = *design.cone({lead}, of_times);
    for (const Generator &generator : cone.generators)
        for (std::size_t i = 0; i < generator.column.size(); ++i) {
            double sum = 0;
            for (const auto &[part, factor] : generator.parts)
                sum += factor * design.term(part == 0 ? lead : cone.lows[part - 1]).column[i];
            EXPECT_NEAR(generator.column[i] / sum, 1, 1e-12);
        }
}

// Capacities that double, levels of a halving tree: both within the cone of counts, to the last digit.
TEST(Cone, HoldsWhatDoublesAndWhatHalves) {
    const auto places = places_along(16, 65536, std::sqrt(2.0));
    Design design = design_at(places);
    const auto within = [&](const char *text, auto law) {
        std::vector<std::vector<double>> columns;
        for (const Generator &generator : design.cone({design.index_of(text)}, of_counts)->generators) {
            columns.push_back(generator.column);
            for (std::size_t i = 0; i < places.size(); ++i)
                columns.back()[i] /= law(places[i][0]);
        }
        return nonnegative_least_squares(columns, std::vector<double>(places.size(), 1)).chi2;
    };
    const auto up = [](double n) { return std::ceil(std::log2(n)); };
    EXPECT_LT(within("n", [&](double n) { return 3 * n + 2 * std::exp2(up(n)); }), 1e-18);
    EXPECT_LT(within("n log n", [&](double n) { return n * up(n) + n; }), 1e-4);
    EXPECT_LT(within("n log n", [&](double n) { return n * up(n) - std::exp2(up(n)) + 1.5 * n; }), 1e-4);
    EXPECT_LT(within("n^2", [](double n) { return n * (n - 1) / 2; }), 1e-3);
    EXPECT_GT(within("n", [](double n) { return n * std::log2(n); }), 0.01); // and not what grows faster
}

TEST(Cone, OfLeadsThatNoPlaceTellsApartThereIsNone) {
    std::vector<std::vector<double>> apart, together;
    for (double n = 16; n <= 4096; n *= 4)
        for (double k = 16; k <= 4096; k *= 4)
            apart.push_back({n, k});
    for (double n = 16; n <= 4096; n *= 1.5)
        together.push_back({n, n}); // they never part
    const auto cone = [](Design &design) {
        TermSet both = {design.index_of("n"), design.index_of("k")};
        std::sort(both.begin(), both.end());
        return design.cone(both, {0, false});
    };
    Design there = design_at(apart, {"n", "k"}), nowhere = design_at(together, {"n", "k"});
    ASSERT_TRUE(cone(there));
    for (const Generator &generator : cone(there)->generators)
        for (const double value : generator.column)
            EXPECT_GT(value, 0);
    EXPECT_FALSE(cone(nowhere));
}

// One series must not see what was added for another.
TEST(Design, ForgetsWhatWasAddedToTheCatalogue) {
    Design design = design_at(places_along(16, 4096, 2));
    const std::size_t before = design.count();
    const int added = design.add(parse_expression("n^1.7", {"n"}), 1);
    EXPECT_EQ(design.add(parse_expression("n^1.7", {"n"}), 1), added);
    EXPECT_TRUE(design.cone({added}, of_counts));
    EXPECT_GT(design.count(), before);
    design.forget_added();
    EXPECT_EQ(design.count(), before);
    EXPECT_EQ(design.index_of("n^1.7"), -1);
}

TEST(Design, IsKeptForTheNextSeriesAtTheSamePlaces) {
    const auto catalogue = std::make_shared<const Catalogue>(
        std::vector<std::string>{"n"}, std::vector<Relation>{}, std::vector<bool>{false});
    DesignStore store;
    const Design *first = nullptr;
    {
        const auto lent = store.lend(catalogue, places_along(16, 4096, 2));
        first = &*lent;
        EXPECT_NE(&*store.lend(catalogue, places_along(16, 4096, 2)), first); // lent to one at a time
    }
    const auto again = store.lend(catalogue, places_along(16, 4096, 2));
    EXPECT_EQ(&*again, first);
    EXPECT_NE(&*store.lend(catalogue, places_along(16, 8192, 2)), first);
}

TEST(MemoryStep, MakesDearerByOneToFour) {
    const MemoryStep step{14, 0.5};
    EXPECT_NEAR(dearer_by(step, 4), 1, 1e-6);
    EXPECT_NEAR(dearer_by(step, 14), 2.5, 1e-12);
    EXPECT_NEAR(dearer_by(step, 24), 4, 1e-6);
}

TEST(MemoryStep, TheSimplexFindsTheLeastOfASmoothFunction) {
    std::mt19937_64 random(3);
    std::uniform_real_distribution<double> place(4, 20), width(-1, 0.5);
    for (int i = 0; i < 50; ++i) {
        const double at = place(random), ln_width = width(random);
        const auto value = [&](const MemoryStep &step) {
            const double x = step.at - at, y = std::log(step.width) - ln_width;
            return x * x + 3 * y * y + x * y;
        };
        const MemoryStep found = polished(value, {at + 1.3, std::exp(ln_width - 0.6)}, 120);
        EXPECT_NEAR(found.at, at, 0.1);
        EXPECT_NEAR(std::log(found.width), ln_width, 0.1);
    }
}

TEST(Covariance, IsThatOfAStraightLine) {
    // Of intercept and slope through x = 0 … 9 with errors of 1 (any textbook): 1/n + m^2/Sxx, 1/Sxx, -m/Sxx.
    std::vector<std::vector<double>> columns(2);
    for (int x = 0; x < 10; ++x)
        columns[0].push_back(1), columns[1].push_back(x);
    const SquareMatrix covariance = covariance_of(columns);
    EXPECT_NEAR(covariance(0, 0), 0.1 + 4.5 * 4.5 / 82.5, 1e-12);
    EXPECT_NEAR(covariance(1, 1), 1 / 82.5, 1e-12);
    EXPECT_NEAR(covariance(0, 1), -4.5 / 82.5, 1e-12);
    EXPECT_NEAR(covariance(1, 0), covariance(0, 1), 1e-15);
    EXPECT_LT(covariance_of(columns, 0.1)(1, 1), covariance(1, 1)); // a ridge knows more than it should
    for (double &value : columns[1]) // as of a factorial: its squares are no doubles
        value *= 1e200;
    EXPECT_NEAR(covariance_of(columns)(0, 0), covariance(0, 0), 1e-12);
    EXPECT_NEAR(covariance_of(columns)(0, 1) * 1e200, covariance(0, 1), 1e-12);
}

TEST(Inverse, TimesTheMatrixIsTheIdentity) {
    std::mt19937_64 random(5);
    std::uniform_real_distribution<double> value(-1, 1);
    for (const std::size_t count : {1, 2, 3, 5}) {
        SquareMatrix matrix{count, {}};
        for (std::size_t i = 0; i < count * count; ++i)
            matrix.values.push_back(value(random) + (i % (count + 1) == 0 ? 3 : 0));
        const SquareMatrix inverse = inverse_of(matrix);
        for (std::size_t i = 0; i < count; ++i)
            for (std::size_t j = 0; j < count; ++j) {
                double sum = 0;
                for (std::size_t k = 0; k < count; ++k)
                    sum += matrix(i, k) * inverse(k, j);
                EXPECT_NEAR(sum, i == j ? 1 : 0, 1e-12);
            }
    }
}

TEST(Gram, FindsWhatTheSlowWayFinds) {
    std::mt19937_64 random(7);
    std::normal_distribution<double> normal;
    for (int trial = 0; trial < 200; ++trial) {
        constexpr std::size_t rows = 12, width = 5;
        std::vector<std::vector<double>> columns(width, std::vector<double>(rows));
        std::vector<double> target(rows);
        for (auto &column : columns)
            for (double &value : column)
                value = std::abs(normal(random));
        for (double &value : target)
            value = 1 + 0.3 * normal(random);
        const LeastSquares slow = nonnegative_least_squares(columns, target);
        std::vector<int> all(width);
        std::iota(all.begin(), all.end(), 0);
        std::vector<double> gram(width * width, 0), h(width, 0), quick(width, 0);
        for (std::size_t i = 0; i < width; ++i)
            for (std::size_t r = 0; r < rows; ++r) {
                h[i] += columns[i][r] * target[r];
                for (std::size_t j = 0; j < width; ++j)
                    gram[i * width + j] += columns[i][r] * columns[j][r];
            }
        EXPECT_EQ(nonnegative_by_gram(gram.data(), h.data(), width, all, quick.data()), slow.active);
        for (std::size_t i = 0; i < width; ++i)
            EXPECT_NEAR(quick[i], slow.coefficients[i], 1e-8);
        // Of three of the columns, named in any order, the same as where there are no others.
        const std::vector<int> named = {4, 1, 3};
        nonnegative_by_gram(gram.data(), h.data(), width, named, quick.data());
        const LeastSquares apart = nonnegative_least_squares({columns[4], columns[1], columns[3]}, target);
        for (std::size_t i = 0; i < named.size(); ++i)
            EXPECT_NEAR(quick[i], apart.coefficients[i], 1e-8);
    }
}

} // namespace
} // namespace iron
