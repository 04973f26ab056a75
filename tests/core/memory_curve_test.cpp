#include <functional>
#include <gtest/gtest.h>

#include "core/claim/judge.h"
#include "core/reading/memory_curve.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

TEST(MemoryCurve, IsReadOffBetweenItsPoints) {
    const MemoryCurve curve({{1000, 2}, {4000, 8}, {64'000, 8}});
    EXPECT_DOUBLE_EQ(curve.cost_ns(1000), 2);
    EXPECT_NEAR(curve.cost_ns(2000), 4, 1e-9);
    EXPECT_DOUBLE_EQ(curve.cost_ns(10), 2);
    EXPECT_DOUBLE_EQ(curve.cost_ns(1e9), 8);
}

TEST(MemoryCurve, TheSteepestRiseIsFoundWhereverItLies) {
    const MemoryCurve curve({{1000, 2}, {4000, 2}, {16'000, 20}, {64'000, 30}});
    EXPECT_NEAR(curve.steepest_rise(4), 10, 1e-9);   // 4,000 to 16,000
    EXPECT_NEAR(curve.steepest_rise(64), 15, 1e-9);  // all of it
    EXPECT_NEAR(curve.steepest_rise(1e6), 15, 1e-9); // there is no more
    EXPECT_DOUBLE_EQ(curve.steepest_rise(1), 1);
}

TEST(MemoryCurve, WithoutPointsItIsThatOfACommonMachine) {
    EXPECT_NEAR(MemoryCurve().steepest_rise(65'536), 266 / 1.6, 1e-9);
    EXPECT_EQ(MemoryCurve({{0, 3}, {-1, 2}}).points().size(), 2u); // nonsense is no curve
}

// Steps are linear. What time does beside them is judged by this machine's own memory.
Judgement beside_linear_steps(const std::function<double(double)> &time, const MemoryCurve &memory) {
    return test::judged(
        Metric::time, test::upper("n"),
        {{"calm",
          fit_growth(test::counted_series([](double n) { return 3 * n + 5; }, 16, 1e6), {Noise::counted}),
          fit_growth(test::timed_series(time, 16, 1e6, 0.02, 1), {Noise::timed})}},
        memory);
}

TEST(HiddenWork, TimeFarBeyondWhatMemoryCanDoIsAgainstTheClaim) {
    const Judgement found = beside_linear_steps([](double n) { return 0.1 * n * n + 50 * n; }, MemoryCurve());
    EXPECT_EQ(found.verdict, Verdict::exceeded);
    EXPECT_EQ(found.decided_by, Metric::time);
    EXPECT_TRUE(std::holds_alternative<because::HiddenWork>(found.reason)) << reason_text(found);
}

TEST(HiddenWork, WhatMemoryAloneCanDoIsNot) {
    const MemoryCurve slow;
    const Judgement found = beside_linear_steps([&](double n) { return n * slow.cost_ns(64 * n); },
                                                slow); // every step a random access
    EXPECT_EQ(found.verdict, Verdict::holds) << reason_text(found);
    EXPECT_EQ(found.decided_by, Metric::steps);
    // On a machine whose memory is level the same times are a secret.
    const MemoryCurve level({{4096, 2}, {1e9, 2.2}});
    EXPECT_EQ(beside_linear_steps([&](double n) { return n * slow.cost_ns(64 * n); }, level).verdict,
              Verdict::exceeded);
}

// Numbers that get longer: steps are level, a step takes ever longer, and all of it stays in the first cache.
TEST(SlowSteps, WhatTheBytesWorkedOnCanNotExplainIsNotSaidToHold) {
    const auto judged_with = [](double bytes_a_size, bool long_numbers = false) {
        const Growth steps = fit_growth(test::counted_series([](double n) { return 3 * n + 5; }, 16, 1e5),
                                        {Noise::counted}),
                     time = fit_growth(test::timed_series([](double n) { return 30 * n + 0.0012 * n * n; },
                                                          16, 1e5, 0.02, 1),
                                       {Noise::timed});
        WorkingSet set{{"n"}, {}, long_numbers};
        for (const Located &point : steps.points)
            set.bytes[point.sizes] = 100 + bytes_a_size * point.size();
        ShapeGrowth shape{"calm", &steps, &time};
        shape.working_set = &set;
        return judge(Metric::time, test::upper("n"), {shape}).verdict;
    };
    EXPECT_NE(judged_with(0.01), Verdict::holds);
    EXPECT_EQ(judged_with(1e4), Verdict::holds); // all of memory is gone through
    // Garbage may be what was read: where numbers may get longer unseen, memory is no excuse.
    EXPECT_NE(judged_with(1e4, true), Verdict::holds);
}

} // namespace
} // namespace iron
