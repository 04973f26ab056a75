#include "core/growth/least_squares.h"

#include <cmath>
#include <gtest/gtest.h>
#include <numeric>
#include <random>
#include <vector>

#include "core/growth/gram.h"

// Statistical Reference Datasets for linear regression of the National Institute of Standards and Technology
// (Norris, Longley, Filip, Wampler 1 to 5), with their certified values, as they stand in the tests of the
// GNU Scientific Library too.
namespace iron {
namespace {

const double norris_x[] = {0.2, 337.4, 118.2, 884.6, 10.1,  226.5, 666.3, 996.3, 448.6, 777.0, 558.2, 0.4,
                           0.6, 775.5, 666.9, 338.0, 447.5, 11.6,  556.0, 228.1, 995.8, 887.6, 120.2, 0.3,
                           0.3, 556.8, 339.1, 887.2, 999.0, 779.0, 11.1,  118.3, 229.2, 669.1, 448.9, 0.5};
const double norris_y[] = {0.1, 338.8, 118.1, 888.0, 9.2,   228.1, 668.5, 998.5, 449.1, 778.9, 559.2, 0.3,
                           0.1, 778.1, 668.8, 339.3, 448.9, 10.8,  557.7, 228.3, 998.0, 888.8, 119.6, 0.3,
                           0.6, 557.6, 339.3, 888.0, 998.5, 778.9, 10.2,  117.6, 228.9, 668.4, 449.2, 0.2};
// Seven columns a row.
const double longley_x[] = {
    1, 83.0,  234289, 2356, 1590, 107608, 1947, 1, 88.5,  259426, 2325, 1456, 108632, 1948,
    1, 88.2,  258054, 3682, 1616, 109773, 1949, 1, 89.5,  284599, 3351, 1650, 110929, 1950,
    1, 96.2,  328975, 2099, 3099, 112075, 1951, 1, 98.1,  346999, 1932, 3594, 113270, 1952,
    1, 99.0,  365385, 1870, 3547, 115094, 1953, 1, 100.0, 363112, 3578, 3350, 116219, 1954,
    1, 101.2, 397469, 2904, 3048, 117388, 1955, 1, 104.6, 419180, 2822, 2857, 118734, 1956,
    1, 108.4, 442769, 2936, 2798, 120445, 1957, 1, 110.8, 444546, 4681, 2637, 121950, 1958,
    1, 112.6, 482704, 3813, 2552, 123366, 1959, 1, 114.2, 502601, 3931, 2514, 125368, 1960,
    1, 115.7, 518173, 4806, 2572, 127852, 1961, 1, 116.9, 554894, 4007, 2827, 130081, 1962};
const double longley_y[] = {60323, 61122, 60171, 61187, 63221, 63639, 64989, 63761,
                            66019, 67857, 68169, 66513, 68655, 69564, 69331, 70551};
const double longley_certified[] = {-3482258.63459582, 15.0618722713733,  -0.358191792925910E-01,
                                    -2.02022980381683, -1.03322686717359, -0.511041056535807E-01,
                                    1829.15146461355};
const double filip_x[] = {
    -6.860120914, -4.324130045, -4.358625055, -4.358426747, -6.955852379, -6.661145254, -6.355462942,
    -6.118102026, -7.115148017, -6.815308569, -6.519993057, -6.204119983, -5.853871964, -6.109523091,
    -5.79832982,  -5.482672118, -5.171791386, -4.851705903, -4.517126416, -4.143573228, -3.709075441,
    -3.499489089, -6.300769497, -5.953504836, -5.642065153, -5.031376979, -4.680685696, -4.329846955,
    -3.928486195, -8.56735134,  -8.363211311, -8.107682739, -7.823908741, -7.522878745, -7.218819279,
    -6.920818754, -6.628932138, -6.323946875, -5.991399828, -8.781464495, -8.663140179, -8.473531488,
    -8.247337057, -7.971428747, -7.676129393, -7.352812702, -7.072065318, -6.774174009, -6.478861916,
    -6.159517513, -6.835647144, -6.53165267,  -6.224098421, -5.910094889, -5.598599459, -5.290645224,
    -4.974284616, -4.64454848,  -4.290560426, -3.885055584, -3.408378962, -3.13200249,  -8.726767166,
    -8.66695597,  -8.511026475, -8.165388579, -7.886056648, -7.588043762, -7.283412422, -6.995678626,
    -6.691862621, -6.392544977, -6.067374056, -6.684029655, -6.378719832, -6.065855188, -5.752272167,
    -5.132414673, -4.811352704, -4.098269308, -3.66174277,  -3.2644011};
const double filip_y[] = {
    0.8116, 0.9072, 0.9052, 0.9039, 0.8053, 0.8377, 0.8667, 0.8809, 0.7975, 0.8162, 0.8515, 0.8766,
    0.8885, 0.8859, 0.8959, 0.8913, 0.8959, 0.8971, 0.9021, 0.909,  0.9139, 0.9199, 0.8692, 0.8872,
    0.89,   0.891,  0.8977, 0.9035, 0.9078, 0.7675, 0.7705, 0.7713, 0.7736, 0.7775, 0.7841, 0.7971,
    0.8329, 0.8641, 0.8804, 0.7668, 0.7633, 0.7678, 0.7697, 0.77,   0.7749, 0.7796, 0.7897, 0.8131,
    0.8498, 0.8741, 0.8061, 0.846,  0.8751, 0.8856, 0.8919, 0.8934, 0.894,  0.8957, 0.9047, 0.9129,
    0.9209, 0.9219, 0.7739, 0.7681, 0.7665, 0.7703, 0.7702, 0.7761, 0.7809, 0.7961, 0.8253, 0.8602,
    0.8809, 0.8301, 0.8664, 0.8834, 0.8898, 0.8964, 0.8963, 0.9074, 0.9119, 0.9228};
const double filip_certified[] = {-1467.48961422980,      -2772.17959193342,     -2316.37108160893,
                                  -1127.97394098372,      -354.478233703349,     -75.1242017393757,
                                  -10.8753180355343,      -1.06221498588947,     -0.670191154593408E-01,
                                  -0.246781078275479E-02, -0.402962525080404E-04};
// What is added to the polynomial in Wampler 3, 100 times of it in 4, 10,000 times in 5.
const double wampler_off[] = {759,   -2048, 2048,  -2048, 2523,  -2048, 2048,  -2048, 1838,  -2048, 2048,
                              -2048, 1838,  -2048, 2048,  -2048, 2523,  -2048, 2048,  -2048, 759};

using Columns = std::vector<std::vector<double>>;

Columns powers(const std::vector<double> &x, int highest) {
    Columns columns;
    for (int power = 0; power <= highest; ++power) {
        columns.emplace_back();
        for (const double at : x)
            columns.back().push_back(std::pow(at, power));
    }
    return columns;
}

template <std::size_t size>
std::vector<double> list(const double (&values)[size]) {
    return {values, values + size};
}

void expect_digits(const std::vector<double> &found, const std::vector<double> &certified, double digits) {
    ASSERT_EQ(found.size(), certified.size());
    for (std::size_t i = 0; i < found.size(); ++i)
        EXPECT_LT(std::abs(found[i] / certified[i] - 1), std::pow(10, -digits)) << "coefficient " << i;
}

TEST(CertifiedData, Norris) {
    const LeastSquares fit = least_squares(powers(list(norris_x), 1), list(norris_y));
    expect_digits(fit.coefficients, {-0.262323073774029, 1.00211681802045}, 11);
    EXPECT_NEAR(fit.chi2, 26.6173985294224, 1e-9);
}

TEST(CertifiedData, Longley) {
    Columns columns(7);
    for (std::size_t i = 0; i < std::size(longley_x); ++i)
        columns[i % 7].push_back(longley_x[i]);
    const LeastSquares fit = least_squares(columns, list(longley_y));
    expect_digits(fit.coefficients, list(longley_certified), 9);
    EXPECT_NEAR(fit.chi2 / 836424.055505915, 1, 1e-9);
}

// A polynomial of degree 10: condition 1e15, so that double precision leaves some seven digits.
TEST(CertifiedData, Filip) {
    const LeastSquares fit = least_squares(powers(list(filip_x), 10), list(filip_y));
    expect_digits(fit.coefficients, list(filip_certified), 6);
    EXPECT_NEAR(fit.chi2 / 0.795851382172941E-03, 1, 1e-7);
}

TEST(CertifiedData, Wampler) {
    std::vector<double> x;
    for (int i = 0; i <= 20; ++i)
        x.push_back(i);
    const Columns columns = powers(x, 5);
    for (const double times : {0.0, 1.0, 100.0, 10000.0}) {
        std::vector<double> y;
        for (std::size_t i = 0; i < x.size(); ++i) {
            y.push_back(times * wampler_off[i]);
            for (const auto &column : columns)
                y.back() += column[i];
        }
        // The larger what is added, the fewer digits are left: 9, 9, 7, 5 of the certified ones.
        const double digits = times < 100 ? 9 : times < 1000 ? 7 : 5;
        expect_digits(least_squares(columns, y).coefficients, {1, 1, 1, 1, 1, 1}, digits);
    }
    std::vector<double> y(x.size(), 0), certified;
    for (int power = 0; power <= 5; ++power) {
        certified.push_back(std::pow(0.1, power));
        for (std::size_t i = 0; i < x.size(); ++i)
            y[i] += certified.back() * std::pow(x[i], power);
    }
    expect_digits(least_squares(columns, y).coefficients, certified, 9);
}

// Both ways to nonnegative least squares, against what must hold at the least: no slope where a coefficient
// is above 0, none that falls where it is 0.
TEST(NonnegativeLeastSquares, KeepsTheConditionsOfKuhnAndTucker) {
    std::mt19937_64 random(5);
    std::normal_distribution<double> normal;
    for (int trial = 0; trial < 200; ++trial) {
        const int rows = 20, count = 1 + trial % 9;
        Columns columns(count, std::vector<double>(rows));
        std::vector<double> target(rows);
        for (auto &column : columns)
            for (double &value : column)
                value = std::exp(normal(random));
        for (double &value : target)
            value = 3 + normal(random);
        const LeastSquares by_qr = nonnegative_least_squares(columns, target);
        std::vector<double> gram(count * count), h(count), c(count);
        for (int f = 0; f < count; ++f)
            for (int i = 0; i < rows; ++i) {
                h[f] += columns[f][i] * target[i];
                for (int g = 0; g < count; ++g)
                    gram[f * count + g] += columns[f][i] * columns[g][i];
            }
        std::vector<int> all(count);
        std::iota(all.begin(), all.end(), 0);
        nonnegative_by_gram(gram.data(), h.data(), count, all, c.data());
        for (const std::vector<double> &found : {by_qr.coefficients, c})
            for (int f = 0; f < count; ++f) {
                double slope = h[f];
                for (int g = 0; g < count; ++g)
                    slope -= gram[f * count + g] * found[g];
                EXPECT_GE(found[f], 0);
                if (found[f] > 0)
                    EXPECT_NEAR(slope / h[f], 0, 1e-7);
                else
                    EXPECT_LT(slope / h[f], 1e-7);
            }
    }
}

} // namespace
} // namespace iron
