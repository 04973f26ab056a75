#include <gtest/gtest.h>
#include <memory>
#include <vector>

#include "lab/clock.h"
#include "lab/process.h"

namespace iron {
namespace {

Launch pinned_shell(const std::string &script) {
    Launch launch;
    launch.command = {"/bin/sh", "-c", script};
    launch.processes = 64; // it is looked at now and then
    launch.processors = {0};
    return launch;
}

TEST(Allowance, WaitsWithAProcessThatOthersKeepFromTheProcessor) {
    const std::string work = "i=0; while [ $i -lt 120000 ]; do i=$((i+1)); done";
    const Ending alone = Process(pinned_shell(work)).wait(60);
    ASSERT_EQ(alone.outcome, Outcome::done);
    // Four others on the same processor: some five times as long, and thrice is what it may take.
    std::vector<std::unique_ptr<Process>> others;
    for (int i = 0; i < 4; ++i)
        others.push_back(std::make_unique<Process>(pinned_shell("while :; do :; done")));
    const Ending crowded = Process(pinned_shell(work)).wait(3 * alone.cpu_s);
    EXPECT_EQ(crowded.outcome, Outcome::done);
    EXPECT_GT(crowded.held_up_s, alone.cpu_s);
}

TEST(Allowance, DoesNotWaitForWhatSleepsOrSpins) {
    for (const char *script : {"sleep 1000", "while :; do :; done"}) {
        const double started_s = SteadyClock().seconds();
        EXPECT_EQ(Process(pinned_shell(script)).wait(0.5).outcome, Outcome::over_time);
        EXPECT_LT(SteadyClock().seconds() - started_s, 5);
    }
}

} // namespace
} // namespace iron
