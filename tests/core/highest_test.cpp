#include "core/claim/highest.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>

namespace iron {
namespace {

constexpr double least_fall = 0.1;

// Two lines and the way between them, as a plan reads two sizes.
std::vector<HighestAlong> falling(const std::function<double(double, double)> &ratio, double to = 4096) {
    std::vector<RatioRead> places;
    const auto read = [&](double n, double k) {
        places.push_back({{n, k}, std::log(ratio(n, k)), 0, 0, false});
    };
    for (double size = 16; size <= to; size *= 2)
        read(size, 64), read(128, size), read(size, size);
    return where_the_highest_falls(places, least_fall);
}

TEST(Highest, FallsWhereLessIsDoneTheLargerEachSize) {
    const std::vector<HighestAlong> along =
        falling([](double n, double k) { return 1 / std::log2(n) + 1 / std::log2(k); });
    ASSERT_EQ(along.size(), 2u);
    EXPECT_NEAR(along[0].middle, 256, 1e-9);
    EXPECT_NEAR(along[0].below, std::log(0.5), 1e-9);               // n = k = 16
    EXPECT_NEAR(along[0].above, std::log(1.0 / 9 + 1.0 / 6), 1e-9); // n = 512, k = 64
}

// Whatever else happens at the same places.
TEST(Highest, MayFallThoughReadingsLeapUpAndDown) {
    const auto leaping = [](double n, double k) {
        return (std::fmod(std::log2(n * k), 3) < 1 ? 1.0 : 0.1) / std::log2(n + k);
    };
    EXPECT_FALSE(falling(leaping).empty());
}

TEST(Highest, DoesNotFallWhereOneSizeAloneRises) {
    EXPECT_TRUE(falling([](double n, double k) { return std::log2(k) / std::sqrt(n); }).empty());
    EXPECT_TRUE(falling([](double, double) { return 1.0; }).empty());
}

// A constant beside few steps is most of the smallest readings.
TEST(Highest, IsNotSaidToFallWhereItRisesAgain) {
    EXPECT_TRUE(falling([](double n, double k) { return 900 / n + 900 / k + std::log2(n); }).empty());
}

TEST(Highest, TellsNothingOfANarrowStretch) {
    const auto ratio = [](double n, double k) { return 1 / n + 1 / k; };
    EXPECT_TRUE(falling(ratio, 64).empty());
    EXPECT_FALSE(falling(ratio, 256).empty());
    EXPECT_TRUE(where_the_highest_falls({}, least_fall).empty());
}

} // namespace
} // namespace iron
