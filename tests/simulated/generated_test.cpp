// Thousands of problems that nobody wrote, each run from agreement to documents.
#include <algorithm>
#include <fmt/format.h>
#include <gtest/gtest.h>
#include <map>

#include "simulated/generated.h"

namespace iron::test {
namespace {

// Of so many problems in CI; bench/generated takes more.
constexpr int problems = 600;

struct Tally {
    std::map<Rule, int> faults;
    std::map<Rule, std::string> first;
    int claims = 0;
};

Tally tallied(int from, int count) {
    Tally tally;
    for (int i = 0; i < count; ++i) {
        const Generated generated = generated_problem(static_cast<std::uint64_t>(from + i));
        // One over three sizes takes as long as a hundred others.
        if (generated.simulated.problem.sizes.size() > 2 && i % 32) continue;
        const Checked checked = check(generated);
        tally.claims += checked.claims;
        for (const auto &[rule, text] : checked.faults) {
            ++tally.faults[rule];
            tally.first.emplace(rule, described(generated) + "\n" + text);
        }
    }
    return tally;
}

class GeneratedShares : public ::testing::TestWithParam<int> {};

// A share of them a test: while two are reckoned, other tests wait for limits and budgets.
constexpr int shares = 2;

TEST_P(GeneratedShares, ShowNoFault) {
    const Tally tally = tallied(1 + GetParam() * (problems / shares), problems / shares);
    const double claims = tally.claims;
    for (const auto &[rule, number] : tally.faults) {
        double allowed = 0;
        if (rule == Rule::no_false_exceeded || rule == Rule::no_false_holds) allowed = 0.01 * claims;
        EXPECT_LE(number, allowed) << word_for(rule) << ", the first: " << tally.first.at(rule);
    }
    EXPECT_GT(claims, problems / shares);
}

// Seeds that once showed one: a size that only the second of two changes, a probe that was asked twice, a
// factorial of which sizes up to 4 were known, one input a place, a limit on a dear shape beside a cheap one,
// a fall taken for the witness of a rise, a forecast without an end, one change of counts over one size,
// counts thirty times as dear as their calls: the first of a solution, and many at once after the climb.
TEST(GeneratedProblems, ThatShowedAFaultShowItNoMore) {
    for (const std::uint64_t seed :
         {1832, 1685, 10921, 11441, 12812, 15151, 1494, 40388, 62078, 62249, 62467, 63411}) {
        const Generated generated = generated_problem(seed);
        for (const auto &[rule, text] : check(generated).faults)
            ADD_FAILURE() << word_for(rule) << ": " << described(generated) << "\n" << text;
    }
}

INSTANTIATE_TEST_SUITE_P(Shares, GeneratedShares, ::testing::Range(0, shares));

} // namespace
} // namespace iron::test
