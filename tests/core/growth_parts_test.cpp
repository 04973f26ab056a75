// The parts that a fit is made of, each by itself.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/bound/parse.h"
#include "core/bound/rounded.h"
#include "core/growth/cone.h"
#include "core/growth/gram.h"
#include "core/growth/joint_cone.h"
#include "core/growth/least_squares.h"
#include "core/growth/memory_step.h"

namespace iron {
namespace {

std::vector<Located> located(double from, double to, double factor) {
    std::vector<Located> points;
    for (double n = from; n <= to; n *= factor)
        points.push_back({std::round(n), 0, 0.01, 3});
    return points;
}

Curve curve(const std::string &text) { return make_curve(parse_expression(text, {"n"})); }

double rounded(const std::string &text, double n, Rounding rounding) {
    return std::exp(rounded_log(parse_expression(text, {"n"}), {{"n", n}}, rounding));
}

TEST(Rounded, CountsWholeLevelsRootsAndPairs) {
    EXPECT_NEAR(rounded("log n", 1000, Rounding::up), 10, 1e-9);
    EXPECT_NEAR(rounded("log n", 1000, Rounding::down), 9, 1e-9);
    EXPECT_NEAR(rounded("log n", 1024, Rounding::up), 10, 1e-9); // a power is no level more
    EXPECT_NEAR(rounded("sqrt n", 99, Rounding::up), 9, 1e-9);
    EXPECT_NEAR(rounded("n^2", 10, Rounding::down), 45, 1e-9);
    EXPECT_NEAR(rounded("2^(n/2)", 7, Rounding::up), 16, 1e-9);
    EXPECT_NEAR(rounded("2^(n/2)", 7, Rounding::down), 8, 1e-9);
    EXPECT_NEAR(rounded("n log n + n", 5, Rounding::up), 20, 1e-9);
}

TEST(Cone, EveryColumnIsOneAtTheStartOfTheTopThird) {
    const auto points = located(16, 4096, 2);
    const Basis basis = basis_of(curve("n^2 log n"), points, "n");
    EXPECT_EQ(basis.curves.front().name, "n^2 log n");
    EXPECT_EQ(basis.curves.size(), basis.columns.size());
    for (std::size_t j = 0; j < basis.columns.size(); ++j)
        EXPECT_NEAR((*basis.columns[j])[2 * points.size() / 3], 1, 1e-12) << basis.curves[j].name;
}

TEST(Cone, LowerTermsAreLeftBehindByTheTopThird) {
    const auto points = located(16, 65536, 1.5);
    for (const char *text : {"n", "n log n", "n^1.5", "n^2", "n^2 log n", "n^3"}) {
        const Basis basis = basis_of(curve(text), points, "n");
        for (const Generator &generator : cone_of(basis, points, "n", Noise::counted, 0.6)) {
            // From the reference on nothing is more than twice the leading term, and nothing is negative.
            for (std::size_t i = 0; i < points.size(); ++i) {
                EXPECT_GT(generator.column[i], 0) << text;
                if (i >= 2 * points.size() / 3) {
                    EXPECT_LE(generator.column[i], 2.0001 * (*basis.columns[0])[i]) << text;
                }
            }
        }
    }
}

TEST(Cone, PartsAddUpToTheColumnWhereThereIsNoWave) {
    const auto points = located(16, 65536, 2);
    const Basis basis = basis_of(curve("n^1.5"), points, "n");
    for (const Generator &generator : cone_of(basis, points, "n", Noise::timed, 0.15))
        for (std::size_t i = 0; i < points.size(); ++i) {
            double sum = 0;
            for (const auto &[part, factor] : generator.parts)
                sum += factor * (*basis.columns[part])[i];
            EXPECT_NEAR(generator.column[i] / sum, 1, 1e-12);
        }
}

// Capacities that double, levels of a halving tree: both within the cone of counts, to the last digit.
TEST(Cone, HoldsWhatDoublesAndWhatHalves) {
    const auto points = located(16, 65536, std::sqrt(2.0));
    const auto within = [&](const char *text, auto law) {
        const Basis basis = basis_of(curve(text), points, "n");
        std::vector<std::vector<double>> columns;
        for (const Generator &generator : cone_of(basis, points, "n", Noise::counted, 0.6)) {
            columns.push_back(generator.column);
            for (std::size_t i = 0; i < points.size(); ++i)
                columns.back()[i] /= law(points[i].size);
        }
        return nonnegative_least_squares(columns, std::vector<double>(points.size(), 1)).chi2;
    };
    const auto up = [](double n) { return std::ceil(std::log2(n)); };
    EXPECT_LT(within("n", [&](double n) { return 3 * n + 2 * std::exp2(up(n)); }), 1e-18);
    EXPECT_LT(within("n log n", [&](double n) { return n * up(n) + n; }), 1e-4);
    EXPECT_LT(within("n log n", [&](double n) { return n * up(n) - std::exp2(up(n)) + 1.5 * n; }), 1e-4);
    EXPECT_LT(within("n^2", [](double n) { return n * (n - 1) / 2; }), 1e-3);
    EXPECT_GT(within("n", [](double n) { return n * std::log2(n); }), 0.01); // and not what grows faster
}

TEST(JointCone, LeadsThatNoCellTellsApartHaveNoCone) {
    const JointCandidates candidates({"n", "k"}, {}, {false, false});
    std::vector<Sizes> apart, together;
    for (double n = 16; n <= 4096; n *= 4)
        for (double k = 16; k <= 4096; k *= 4)
            apart.push_back({{"n", n}, {"k", k}});
    for (double n = 16; n <= 4096; n *= 1.5)
        together.push_back({{"n", n}, {"k", n}}); // they never part
    const JointTerm n = candidates.term(parse_expression("n", {"n", "k"}), 0),
                    k = candidates.term(parse_expression("k", {"n", "k"}), 0);
    const auto cone = [&](const std::vector<Sizes> &cells) {
        const CellTerm first = at_cells(n, cells), second = at_cells(k, cells);
        return joint_cone({&first, &second}, {}, cells, {}, 0, false);
    };
    const auto generators = cone(apart);
    ASSERT_TRUE(generators.has_value());
    for (const Generator &generator : *generators)
        for (const double value : generator.column)
            EXPECT_GT(value, 0);
    EXPECT_FALSE(cone(together).has_value());
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
        std::vector<double> gram(width * width, 0), h(width, 0), quick(width, 0);
        for (std::size_t i = 0; i < width; ++i)
            for (std::size_t r = 0; r < rows; ++r) {
                h[i] += columns[i][r] * target[r];
                for (std::size_t j = 0; j < width; ++j)
                    gram[i * width + j] += columns[i][r] * columns[j][r];
            }
        EXPECT_EQ(nonnegative_by_gram(gram.data(), h.data(), width, quick.data()), slow.active);
        for (std::size_t i = 0; i < width; ++i)
            EXPECT_NEAR(quick[i], slow.coefficients[i], 1e-8);
    }
}

} // namespace
} // namespace iron
