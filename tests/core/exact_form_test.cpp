#include <gtest/gtest.h>

#include <cmath>

#include "core/growth/closed_form_text.h"
#include "core/growth/fit.h"
#include "support/series.h"

namespace iron {
namespace {

Series over_n_and_k(double (*law)(double, double)) {
    Series series{{"n", "k"}, {}};
    for (const double n : {16, 23, 64, 100, 256, 777, 1024})
        for (const double k : {4, 7, 16, 33, 64, 129, 500})
            series.places.push_back({{n, k}, {{0, 0, law(n, k)}}});
    return series;
}

bool is_exact(const Series &series) {
    const Growth growth = fit_growth(series, {Noise::counted});
    return growth.is_fitted() && growth.fits.front().exact;
}

std::string best(const Series &series) { return fit_growth(series, {Noise::counted}).best().name; }

TEST(ExactForm, IsFoundWhereAPolynomialGivesEveryCount) {
    const Series sum = over_n_and_k([](double n, double k) { return 4 * n + std::ceil(k / 2) + 6; });
    EXPECT_TRUE(is_exact(sum));
    EXPECT_EQ(best(sum), "n + k");
    const Series table = over_n_and_k([](double n, double k) { return 3 * n * k - 5 * n + 2; });
    EXPECT_TRUE(is_exact(table));
    EXPECT_EQ(best(table), "n k");
    EXPECT_TRUE(is_exact(test::counted_series([](double n) { return n * (n - 1) / 2 + 3 * n; }, 16, 1e4)));
}

TEST(ExactForm, TakesFivePlacesMoreThanItHasTerms) {
    Series line;
    for (double n = 2; n <= 7; ++n)
        line.places.push_back({{n}, {{0, 0, n + 14}}});
    EXPECT_FALSE(is_exact(line));
    line.places.push_back({{8}, {{0, 0, 22}}});
    EXPECT_TRUE(is_exact(line));
}

TEST(ExactForm, IsBelievedOverOneDoublingWhereAFitIsNot) {
    const auto from_eight = [](double to, double (*law)(double)) {
        Series series;
        series.names = {"n"};
        for (double n = 8; n <= to; ++n)
            series.places.push_back({{n}, {{0, 0, law(n)}}});
        return series;
    };
    const auto level = [](double) { return 37.0; };
    EXPECT_EQ(best(from_eight(18, level)), "1");
    EXPECT_EQ(best(from_eight(18, [](double n) { return n * (n - 1) / 2 + 7; })), "n^2");
    // From 8 to 15 the floor of a logarithm is level as well, and where no form is there two doublings stay.
    EXPECT_FALSE(fit_growth(from_eight(15, level), {Noise::counted}).is_fitted());
    EXPECT_FALSE(fit_growth(from_eight(18, [](double n) { return std::floor(5 * n * std::log2(n)); }),
                            {Noise::counted})
                     .is_fitted());
    EXPECT_FALSE(fit_growth(from_eight(18, level), {Noise::timed}).is_fitted());
}

TEST(ExactForm, GivesTheFactorsThatTheProgramHas) {
    const Growth growth =
        fit_growth(test::counted_series([](double n) { return n * (n - 1) / 2 + 3 * n + 7; }, 16, 1e4),
                   {Noise::counted});
    ASSERT_TRUE(growth.best().exact);
    EXPECT_EQ(growth.best().terms.front().curve->name, "n^2");
    EXPECT_EQ(growth.best().terms.front().factor, 0.5);
}

double halvings(double n) { return std::floor(std::log2(n) + 1e-9); }

TEST(ExactForm, CountsHalvingsAndTheLesserOfTwo) {
    const auto sorted = [](double n) { return n * halvings(n) + 1; };
    EXPECT_TRUE(is_exact(test::counted_series(sorted, 16, 1e4)));
    EXPECT_EQ(best(test::counted_series(sorted, 16, 1e4)), "n log n");
    EXPECT_TRUE(is_exact(test::counted_series([](double n) { return 3 * halvings(n) + 7; }, 16, 1e6)));
    EXPECT_EQ(best(test::counted_series([](double n) { return 3 * halvings(n) + 7; }, 16, 1e6)), "log n");
    // As few octaves as a polynomial of their logarithm goes through.
    EXPECT_FALSE(is_exact(test::counted_series([](double n) { return 3 * halvings(n) + 7; }, 16, 256)));
    const Series starts =
        over_n_and_k([](double n, double k) { return std::min(n, k) * (n + 2 * k + 5) + n; });
    EXPECT_TRUE(is_exact(starts));
    const Series halved = over_n_and_k([](double n, double k) { return n * halvings(k) + k + 4; });
    EXPECT_TRUE(is_exact(halved));
    EXPECT_EQ(best(halved), "k + n log k");
}

// With k <= n, as shapes are: from 16 to 1,024, and k from 2 to n.
Series within_n(double (*law)(double, double)) {
    Series series{{"n", "k"}, {}};
    for (const double n : {16, 23, 64, 100, 256, 777, 1024})
        for (const double share : {0.1, 0.3, 0.6, 1.0}) {
            const double k = std::max(2.0, std::floor(n * share));
            series.places.push_back({{n, k}, {{0, 0, law(n, k)}}});
        }
    return series;
}

Growth fit_within_n(double (*law)(double, double)) {
    return fit_growth(within_n(law), {Noise::counted}, parse_relations("k <= n", {"n", "k"}));
}

TEST(ExactForm, TakesOffWhatARelationKeepsBelowIt) {
    const auto windows = [](double n, double k) { return (n - k + 1) * (k + 1); };
    const Growth growth = fit_within_n(windows);
    ASSERT_TRUE(growth.best().exact);
    EXPECT_EQ(growth.best().name, "n k");
    EXPECT_EQ(closed_form_text(growth.best().terms, {"n", "k"}), "(k + 1) (n - k + 1)");
    const Growth starts = fit_within_n([](double n, double k) { return n - k + 2; });
    ASSERT_TRUE(starts.best().exact);
    EXPECT_EQ(starts.best().name, "n");
    // Nobody said that k stays below n.
    EXPECT_FALSE(fit_growth(within_n(windows), {Noise::counted}).best().exact);
}

TEST(ExactForm, MayBeRoundedToWholeNumbers) {
    const auto halves = [](double n, double k) { return std::floor(k * (n - k + 1) / 2 + 0.5); };
    const Growth growth = fit_within_n(halves);
    ASSERT_TRUE(growth.best().exact);
    EXPECT_EQ(growth.best().name, "n k");
    // Through few small counts much goes that is no polynomial.
    Series few{{"n"}, {}};
    for (double n = 5; n <= 26; ++n)
        few.places.push_back({{n}, {{0, 0, std::round(0.931 * n + 0.702 + 0.736 * std::log2(n))}}});
    EXPECT_FALSE(is_exact(few));
}

TEST(ExactForm, IsWrittenAsAProduct) {
    const auto text = [](double (*law)(double, double)) {
        const Growth growth = fit_within_n(law);
        return growth.best().exact ? closed_form_text(growth.best().terms, {"n", "k"}) : "";
    };
    EXPECT_EQ(text([](double n, double k) { return k * (n - k + 1); }), "k (n - k + 1)");
    EXPECT_EQ(text([](double n, double k) { return 3 * (n - k) * k + 5; }), "3 n k - 3 k^2 + 5");
    EXPECT_EQ(text([](double n, double k) { return (n - k + 1) * (n - k + 2) / 2; }),
              "(n - k + 2) (n - k + 1) / 2");
    EXPECT_EQ(text([](double n, double k) { return (n + k) * (n + 1); }), "n^2 + n k + n + k");
    EXPECT_EQ(text([](double n, double k) { return n * halvings(k) + 2 * halvings(k) + n * n; }),
              "floor(log2 k) (n + 2) + n^2");
    EXPECT_EQ(text([](double n, double) { return (n * n - n) / 2; }), "n (n - 1) / 2");
}

TEST(ExactForm, IsNotSeenInWhatIsNoPolynomial) {
    EXPECT_FALSE(
        is_exact(test::counted_series([](double n) { return std::floor(n * std::log2(n)); }, 16, 1e4)));
    EXPECT_FALSE(
        is_exact(test::counted_series([](double n) { return std::floor(std::sqrt(n)) + 9; }, 16, 1e6)));
    EXPECT_FALSE(is_exact(over_n_and_k([](double n, double k) { return std::floor(n * std::pow(k, 0.6)); })));
    // Four values of a size are on some polynomial of degree three.
    Series few{{"n", "k"}, {}};
    for (const double n : {12, 16, 23, 24})
        for (double k = 16; k <= 4096; k *= 2)
            few.places.push_back({{n, k}, {{0, 0, std::floor(std::exp2(n / 1.2))}}});
    EXPECT_FALSE(is_exact(few));
    // Counts that hang on their inputs.
    Series luck = test::counted_series([](double n) { return 3 * n + 5; }, 16, 1e4);
    for (ReadPlace &place : luck.places)
        place.readings.push_back({0, 1, place.readings[0].value + 2});
    EXPECT_FALSE(is_exact(luck));
}

} // namespace
} // namespace iron
