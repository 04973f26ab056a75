#include "study/space_turns.h"

#include <gtest/gtest.h>

namespace iron::test {
namespace {

Problem problem_of(const std::vector<std::vector<Metric>> &claimed) {
    Problem problem;
    for (const std::vector<Metric> &metrics : claimed) {
        Solution solution;
        solution.name = std::string(1, static_cast<char>('a' + problem.solutions.size()));
        for (const Metric metric : metrics)
            solution.claims.push_back({metric, "every", {}});
        problem.solutions.push_back(std::move(solution));
    }
    return problem;
}

// Of how many sizes of a climb it is read, where each reading takes so long.
int readings(const std::vector<Metric> &claimed, double seconds, double budget_s) {
    const Problem problem = problem_of({claimed, {Metric::time}});
    SpaceTurns turns(problem, budget_s);
    int count = 0;
    for (double size = 16; size < 1e6; size *= 2) {
        if (!turns.wants("a", {0, 0, 0, size}, true)) continue;
        ++count;
        Measurement read;
        read.solution = "a";
        turns.told({0, 0, 0, size}, seconds, read);
    }
    return count;
}

TEST(SpaceTurns, WhatNobodyClaimsTakesASmallShareWhereItIsDear) {
    EXPECT_EQ(readings({Metric::time}, 0.01, 20), 16);
    EXPECT_EQ(readings({Metric::time}, 0.2, 20), 5);   // 1 of 10 s
    EXPECT_EQ(readings({Metric::time}, 0.2, 600), 16); // cheap beside that
    EXPECT_EQ(readings({Metric::time, Metric::space}, 0.2, 20), 16);
    EXPECT_EQ(readings({}, 0.2, 20), 16); // nothing is claimed: what could be is asked
}

} // namespace
} // namespace iron::test
