#include <gtest/gtest.h>
#include <set>

#include "study/size_lines.h"
#include "support/problem.h"

namespace iron {
namespace {

using test::problem_in;

TEST(SizeLines, OneSizeIsOneLadder) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    const auto lines = size_lines(problem, {});
    ASSERT_EQ(lines.size(), 1u);
    EXPECT_EQ(lines[0].sizes.front(), 16);
    EXPECT_EQ(lines[0].sizes.back(), 1000);
    EXPECT_EQ(lines[0].below.size(), 15u); // 1 to 15, for exponential growth
    EXPECT_EQ(lines[0].at(91), (Sizes{{"n", 91}}));
    EXPECT_EQ(size_lines(problem, {{"n", 200}})[0].sizes.back(), 200);
}

TEST(SizeLines, TheLastOneLeadsUpToTheTarget) {
    const Workspace folder;
    const Problem one = problem_in(folder, "n = { from = 0, to = 1000 }\n[target]\nn = 700\n");
    const auto lines = size_lines(one, {});
    ASSERT_EQ(lines.size(), 2u);
    EXPECT_EQ(lines[1].sizes, (std::vector<double>{350, 700}));
    EXPECT_EQ(lines[1].at(700), (Sizes{{"n", 700}}));
    EXPECT_EQ(lines[1].waits_for, 350);
    EXPECT_EQ(size_lines(one, {{"n", 500}}).size(), 1u); // not asked for
    const Problem beyond = problem_in(folder, "n = { from = 0, to = 1000 }\n[target]\nn = 5000\n");
    EXPECT_EQ(size_lines(beyond, {}).size(), 1u); // no such input may be made
    const Problem small = problem_in(folder, "n = { from = 0, to = 1000 }\n[target]\nn = 30\n");
    EXPECT_EQ(size_lines(small, {})[1].sizes, (std::vector<double>{30})); // half would tell nothing of 2^n
}

TEST(SizeLines, EveryTierOfATargetHasItsLine) {
    const Workspace folder;
    const Problem problem =
        problem_in(folder, "n = { from = 0, to = 1000 }\n[target.small]\nn = 30\n[target.full]\nn = 700\n");
    const auto lines = size_lines(problem, {});
    ASSERT_EQ(lines.size(), 3u);
    EXPECT_EQ(lines[1].sizes.back(), 30);
    EXPECT_EQ(lines[2].sizes.back(), 700);
}

TEST(SizeLines, ATargetOfSeveralSizesIsComeUpToWithAll) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 100_000 }\nk = { from = 1, to = \"n\", "
                                               "usual = 100 }\n[target]\nn = 40_000\nk = 20_000\n");
    const SizeLine line = size_lines(problem, {}).back();
    ASSERT_EQ(line.name, "target");
    EXPECT_EQ(line.sizes, (std::vector<double>{10000, 20000, 40000}));
    EXPECT_EQ(line.at(40000), (Sizes{{"n", 40000}, {"k", 20000}}));
    EXPECT_GT(line.at(20000).at("k"), 5000);
    EXPECT_LT(line.at(20000).at("k"), 15000);
}

TEST(SizeLines, SeveralSizesAreSweptOnEdgesAndAcross) {
    const Workspace folder;
    const Problem problem =
        problem_in(folder, "n = { from = 0, to = 100_000 }\nk = { from = 1, to = \"n\", usual = 100 }\n");
    const auto lines = size_lines(problem, {});
    std::set<std::string> names;
    for (const SizeLine &line : lines) {
        names.insert(line.name);
        for (const double size : line.sizes) {
            const Sizes sizes = line.at(size);
            EXPECT_LE(sizes.at("k"), sizes.at("n")) << line.name; // the relation is kept everywhere
            EXPECT_EQ(sizes.at(line.grows), size) << line.name;
            EXPECT_NO_THROW(complete_sizes(problem, sizes));
        }
    }
    EXPECT_EQ(names.size(), lines.size());
    for (const char *name : {"n", "k", "n with the others low", "k with the others high", "diagonal"})
        EXPECT_TRUE(names.contains(name)) << name;
    EXPECT_EQ(lines[0].at(1000).at("k"), 100); // the first sweep: the other at its usual value
    const auto diagonal = std::find_if(lines.begin(), lines.end(),
                                       [](const SizeLine &line) { return line.name == "diagonal"; });
    double last = 0;
    for (const double size : diagonal->sizes) {
        EXPECT_GE(diagonal->at(size).at("k"), last);
        last = diagonal->at(size).at("k");
    }
    EXPECT_GT(last, 100);
    // With n high k goes beyond what it may be where n has its usual value (316).
    const auto high = std::find_if(lines.begin(), lines.end(), [](const SizeLine &line) {
        return line.name == "k with the others high";
    });
    EXPECT_GT(high->sizes.back(), 2000);
}

} // namespace
} // namespace iron
