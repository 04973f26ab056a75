#include <algorithm>
#include <atomic>
#include <csignal>
#include <gtest/gtest.h>
#include <memory>
#include <sys/mman.h>
#include <thread>
#include <unistd.h>

#include "core/error.h"
#include "lab/keeper.h"
#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "support/processes.h"

namespace iron {
namespace {

// A sleep no other test, running beside this one, would take for its own.
std::string long_sleep() { return "sleep " + std::to_string(1'000'000 + getpid()); }

// `SLEEP` in the script is that sleep.
Launch shell(std::string script) {
    for (std::size_t at = 0; (at = script.find("SLEEP")) != std::string::npos;)
        script.replace(at, 5, long_sleep());
    Launch launch;
    launch.command = {"/bin/sh", "-c", script};
    return launch;
}

// How many of them run.
int sleeping() {
    std::string text = long_sleep();
    std::replace(text.begin(), text.end(), ' ', '\0');
    return test::running(text);
}

// Given a moment: the kernel takes a namespace down behind the keeper's back.
bool gone() {
    for (int i = 0; i < 1000 && sleeping() > 0; ++i)
        usleep(10'000);
    return sleeping() == 0;
}

class Hostile : public testing::TestWithParam<const char *> {};

TEST_P(Hostile, LeavesNothingBehindWhenItEnds) {
    const std::string script = GetParam();
    {
        Process process(shell(script + " exit 0"));
        EXPECT_EQ(process.wait(10).outcome, Outcome::done);
    }
    EXPECT_TRUE(gone()) << script;
}

TEST_P(Hostile, LeavesNothingBehindWhenItIsStopped) {
    const std::string script = GetParam();
    {
        Process process(shell(script + " while :; do :; done"));
        EXPECT_EQ(process.wait(0.3).outcome, Outcome::over_time);
    }
    EXPECT_TRUE(gone()) << script;
}

INSTANTIATE_TEST_SUITE_P(Ways, Hostile,
                         testing::Values("SLEEP &", "setsid SLEEP &", "(setsid sh -c 'SLEEP & SLEEP' &);",
                                         "trap '' TERM INT HUP; SLEEP & setsid nohup SLEEP &",
                                         "for i in 1 2 3 4 5 6 7 8 9 10; do (SLEEP &) & done;"));

// The first process may be started by one of several threads, the others in the midst of allocating.
TEST(Keeper, IsNotHeldUpByOtherThreads) {
    std::atomic<bool> done = false;
    std::vector<std::thread> busy;
    for (int i = 0; i < 8; ++i)
        busy.emplace_back([&] {
            while (!done)
                std::vector<char>(50'000).swap(*std::make_unique<std::vector<char>>(40'000));
        });
    usleep(20'000);
    EXPECT_EQ(Process(shell("exit 0")).wait(60).outcome, Outcome::done);
    done = true;
    for (std::thread &one : busy)
        one.join();
}

TEST(Keeper, TellsHowTheProgramEnded) {
    EXPECT_EQ(Process(shell("exit 3")).wait(5).detail, "exit status 3");
    EXPECT_EQ(Process(shell("kill -SEGV $$")).wait(5).detail, "signal SIGSEGV");
    EXPECT_EQ(Process(shell("kill -KILL $$")).wait(5).outcome, Outcome::crashed);
    const Ending busy = Process(shell("i=0; while [ $i -lt 100000 ]; do i=$((i+1)); done")).wait(20);
    EXPECT_EQ(busy.outcome, Outcome::done);
    EXPECT_GT(busy.cpu_s, 0.005);
    EXPECT_LE(busy.cpu_s, busy.wall_s + 0.05);
}

TEST(Keeper, TooManyProcessesAreOverProcesses) {
    Launch many = shell("for i in 1 2 3 4 5 6 7 8 9 10 11 12; do SLEEP & done; sleep 5");
    many.processes = 8;
    EXPECT_EQ(Process(many).wait(10).outcome, Outcome::over_processes);
    EXPECT_TRUE(gone());
    Launch few = shell("for i in 1 2 3 4; do sleep 0.3 & done; wait");
    few.processes = 8;
    EXPECT_EQ(Process(few).wait(10).outcome, Outcome::done);
}

TEST(Keeper, ThePeakIsTheProgramsOwnHoweverLargeTheToolIs) {
    // 200 MiB of the tool's own, touched: a process started plainly would inherit that peak.
    const std::size_t size = 200 << 20;
    char *own =
        static_cast<char *>(mmap(nullptr, size, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0));
    ASSERT_NE(own, MAP_FAILED);
    for (std::size_t i = 0; i < size; i += 4096)
        own[i] = 1;
    Launch launch = shell("exit 0");
    launch.exact_peak = true;
    const std::int64_t small = Process(launch).wait(5).peak_resident_bytes;
    EXPECT_LT(small, 8 << 20);
    EXPECT_GT(small, 100 << 10);
    // The shell's own text held in a variable of 4 MiB and more.
    launch = shell("x=0123456789abcdef; i=0; while [ $i -lt 18 ]; do x=$x$x; i=$((i+1)); done");
    launch.exact_peak = true;
    EXPECT_GT(Process(launch).wait(20).peak_resident_bytes, small + (4 << 20));
    munmap(own, size);
}

TEST(Keeper, WhatCantBeStartedIsSaid) {
    Launch launch = shell("exit 0");
    launch.folder = "/nowhere";
    EXPECT_THROW(Process{launch}, Error);
    launch.folder.clear();
    launch.input_path = "/nowhere/input";
    EXPECT_THROW(Process{launch}, Error);
}

TEST(Keeper, DescendantsAreAllOfThem) {
    Process process(shell("SLEEP & (SLEEP & SLEEP) & wait"));
    std::size_t most = 0;
    for (int i = 0; i < 1000 && most < 4; ++i, usleep(10'000))
        most = std::max(most, process.descendants().size());
    EXPECT_EQ(most, 4u); // the shell and three sleepers
    process.stop();
    EXPECT_TRUE(gone());
}

} // namespace
} // namespace iron
