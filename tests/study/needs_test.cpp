#include "study/needs.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>

#include "support/problem.h"

namespace iron {
namespace {

// What is asked for after counts up to n = 1,024 of a solution that claims O(n).
NamedNeed need_after(const std::function<double(double)> &law) {
    const Workspace folder;
    const Problem problem = test::problem_in(folder, "n = { from = 1, to = 1000000 }\n");
    const Scope scope{problem, {{&problem.solutions.front()}}, {problem.shapes.front().name}};
    const std::vector<SolutionClaims> claims = claims_in(scope, nullptr);
    std::vector<Measurement> counted;
    for (double n = 16; n < 1025; n *= std::sqrt(2)) {
        Measurement one;
        one.kind = MeasuredKind::counting;
        one.solution = problem.solutions.front().name;
        one.shape = scope.shapes.front();
        one.sizes = {{"n", std::round(n)}};
        one.steps = std::llround(law(std::round(n)));
        counted.push_back(one);
    }
    EarlierFits earlier;
    const auto each = [](int count, const std::function<void(int)> &work) {
        for (int i = 0; i < count; ++i)
            work(i);
    };
    return open_needs(scope, claims, counted, MemoryCurve(), earlier, each).at(0);
}

TEST(Needs, WhatIsExceededByLittleIsBorneOutFartherUp) {
    // Up and down by some percent, so that no closed form gives every count.
    const auto wanders = [](double n) { return 1 + 0.02 * std::sin(n * n); };
    const NamedNeed by_little = need_after([&](double n) { return wanders(n) * (n + 3 * n * std::log2(n)); });
    EXPECT_TRUE(by_little.decided);
    EXPECT_EQ(by_little.up_to, 4096);
    const NamedNeed manifold = need_after([&](double n) { return wanders(n) * (n * n + 20 * n); });
    EXPECT_TRUE(manifold.decided);
    EXPECT_EQ(manifold.up_to, 0);
    EXPECT_EQ(need_after([](double n) { return n * n + 900 * n; }).up_to, 0);     // a closed form
    EXPECT_EQ(need_after([&](double n) { return wanders(n) * 7 * n; }).up_to, 0); // it holds
}

} // namespace
} // namespace iron
