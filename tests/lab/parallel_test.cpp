#include "lab/parallel.h"

#include <atomic>
#include <gtest/gtest.h>
#include <stdexcept>
#include <vector>

namespace iron {
namespace {

TEST(Parallel, EachIsDoneOnce) {
    for (const int count : {0, 1, 2, 7, 1000}) {
        std::vector<std::atomic<int>> done(static_cast<std::size_t>(count));
        parallel_for(count, [&](int i) { ++done[static_cast<std::size_t>(i)]; });
        for (const std::atomic<int> &one : done)
            EXPECT_EQ(one, 1);
    }
}

TEST(Parallel, AnExceptionComesBackWhenAllHaveEnded) {
    std::atomic<int> ended{0};
    const auto work = [&](int i) {
        if (i == 3) throw std::runtime_error("third gauge is stuck");
        ++ended;
    };
    try {
        parallel_for(20, work);
        FAIL();
    } catch (const std::runtime_error &error) {
        EXPECT_STREQ(error.what(), "third gauge is stuck");
        EXPECT_LE(ended, 19);
    }
}

TEST(Parallel, MayBeUsedWithinItself) {
    std::atomic<int> sum{0};
    parallel_for(4, [&](int i) { parallel_for(5, [&](int j) { sum += 10 * i + j; }); });
    EXPECT_EQ(sum, 5 * 60 + 4 * 10);
}

} // namespace
} // namespace iron
