#include "study/remembering.h"

#include <gtest/gtest.h>

namespace iron::test {
namespace {

TEST(Remembering, ShowsWhereWhatGrowsIsMissingTheSecondTime) {
    Remembering all;
    EXPECT_FALSE(all.told("table", 80, 6));
    EXPECT_TRUE(all.told("table", 320, 6));
    EXPECT_TRUE(all.remembers("table"));
    EXPECT_FALSE(all.told("table", 1280, 6)); // that is known
    // A table that was made ready once, and inputs that differ by luck.
    for (const std::int64_t calls : {100, 400, 1600, 6400})
        EXPECT_FALSE(all.told("ready", calls + 500, calls)) << calls;
    for (const std::int64_t calls : {100, 400, 1600, 6400})
        EXPECT_FALSE(all.told("luck", calls, calls * 9 / 10)) << calls;
    EXPECT_FALSE(all.remembers("ready") || all.remembers("luck"));
}

// A climb that leaps has few sizes: they tell it too.
TEST(Remembering, IsLookedForAtTheSizesThatAreCounted) {
    const auto wanted = [](int shape, int line, bool cheap, const std::vector<std::size_t> &rungs) {
        Remembering all;
        std::vector<std::size_t> pairs;
        for (const std::size_t rung : rungs)
            if (all.wants_pair({0, shape, line, 0}, rung, cheap)) pairs.push_back(rung);
        return pairs;
    };
    using Rungs = std::vector<std::size_t>;
    EXPECT_EQ(wanted(0, 0, true, {0, 1, 2, 9, 15, 25, 21, 3}), (Rungs{0, 9, 15, 25}));
    EXPECT_EQ(wanted(0, 0, true, {0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 12, 16}), (Rungs{0, 4, 8, 12}));
    EXPECT_EQ(wanted(0, 0, false, {0, 9, 15, 25}), (Rungs{0, 9, 15}));
    EXPECT_EQ(wanted(1, 0, false, {0, 9, 15}), (Rungs{0}));
    EXPECT_EQ(wanted(1, 1, false, {0, 9}), Rungs{});
    EXPECT_EQ(wanted(1, 1, true, {3, 9, 15}), (Rungs{3, 9, 15}));
}

TEST(Remembering, IsLookedForOnceForEveryDoublingOfTheWork) {
    Remembering all;
    const Cell small{0, 0, 0, 64}, large{0, 0, 0, 4096};
    all.told_call(small, 100);
    EXPECT_FALSE(all.is_doubtful("table", small, 4e-6)); // a first call of a few us is no doubt
    EXPECT_TRUE(all.is_doubtful("table", small, 1e-3));
    EXPECT_FALSE(all.is_doubtful("table", small, 1.5e-3));
    EXPECT_TRUE(all.is_doubtful("table", small, 3e-3));
    all.told_call(large, 100), all.told_least(large, 90);
    EXPECT_FALSE(all.is_doubtful("other", large, 0));
    all.told_least(large, 5000);
    EXPECT_TRUE(all.is_doubtful("other", large, 0));
}

TEST(Remembering, IsReadOffTheJournal) {
    Measurement later, first;
    later.solution = first.solution = "table";
    later.kind = first.kind = MeasuredKind::timing;
    later.time_ns = 7;
    first.cold = true, first.time_ns = 1e6;
    EXPECT_TRUE(remembering_in({later}).empty());
    EXPECT_TRUE(remembering_in({first}).empty()); // all of a session may be so
    EXPECT_EQ(remembering_in({later, first}), std::set<std::string>{"table"});
    EXPECT_TRUE(is_told(first, {"table"}));
    EXPECT_FALSE(is_told(later, {"table"}));
    EXPECT_TRUE(is_told(later, {}));
    EXPECT_EQ(first_and_later({later, first}).at(0).first_ns, 1e6);
    Measurement small, large; // counts alone tell it, before any first call was read for it
    small.solution = large.solution = "table";
    small.kind = large.kind = MeasuredKind::counting;
    small.steps = 80, small.later_steps = 6, large.steps = 320, large.later_steps = 6;
    EXPECT_TRUE(remembering_in({later, small}).empty());
    EXPECT_EQ(remembering_in({later, small, large}), std::set<std::string>{"table"});
    large.later_steps = 320;
    EXPECT_TRUE(remembering_in({later, small, large}).empty());
    later.outcome = Outcome::crashed; // what came to no end stays
    EXPECT_TRUE(is_told(later, {"table"}));
}

TEST(Remembering, ShowsInTimesThatGrowAboveTheGrain) {
    Remembering all;
    EXPECT_FALSE(all.told_times("small", 4e-6, 1e-8)); // a first call is always slower
    EXPECT_FALSE(all.told_times("table", 1e-3, 1e-8));
    EXPECT_FALSE(all.told_times("table", 1.5e-3, 1e-8)); // so much may be what a process begins with
    EXPECT_TRUE(all.told_times("table", 5e-3, 1e-8));
    EXPECT_FALSE(all.told_times("table", 9e-3, 1e-8)); // that is known
    EXPECT_TRUE(all.remembers("table"));
    // Classes are loaded once; then the work itself is as long the second time.
    EXPECT_FALSE(all.told_times("warm", 2e-3, 5e-5));
    EXPECT_FALSE(all.told_times("warm", 9e-3, 3e-3));
    EXPECT_FALSE(all.told_times("warm", 8e-3, 5e-4));
    EXPECT_FALSE(all.remembers("warm"));
}

} // namespace
} // namespace iron::test
