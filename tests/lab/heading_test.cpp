#include <algorithm>
#include <gtest/gtest.h>

#include "lab/heading.h"
#include "lab/quiet.h"
#include "records/heading.h"
#include "support/problem.h"

namespace iron {
namespace {

using test::problem_in;

Conditions conditions() {
    Conditions given;
    given.machine.processor = "quay";
    given.machine.processors = 2;
    given.machine.memory_bytes = 16e9;
    given.machine.compilers = {{"g++", "12.2"}};
    given.machine.caches = {{1, "Data", 32768}, {2, "Unified", 1 << 20}};
    given.memory = MemoryCurve({{1000, 1.5}, {1e6, 80}});
    return given;
}

TEST(Heading, TellsWhatHasChanged) {
    const Workspace folder;
    const char *sizes = "n = { from = 0, to = 1000 }\n";
    const Problem problem = problem_in(folder, sizes);
    std::vector<Built> built(1);
    built[0].name = "a";
    const std::string before = heading_of(problem, built, conditions());
    EXPECT_TRUE(mixing_hindered_by(before, heading_of(problem, built, conditions())).empty());
    const auto changes = [&](const Problem &now, const Conditions &with) {
        std::string all;
        for (const std::string &one : mixing_hindered_by(before, heading_of(now, built, with)))
            all += one + "\n";
        return all;
    };
    Conditions other = conditions();
    other.seed = 2;
    EXPECT_NE(changes(problem, other).find("seed"), std::string::npos);
    other = conditions();
    other.machine.processor = "pier";
    EXPECT_NE(changes(problem, other).find("another one"), std::string::npos);
    other = conditions();
    other.machine.memory_bytes =
        1.1 * conditions().machine.memory_bytes; // a virtual machine's comes and goes
    EXPECT_EQ(changes(problem, other), "");
    other.machine.memory_bytes *= 2;
    EXPECT_NE(changes(problem, other).find("memory_bytes"), std::string::npos);
    other = conditions();
    other.machine.compilers["g++"] = "13";
    EXPECT_NE(changes(problem, other).find("g++"), std::string::npos);
    std::string by_arc = before;
    by_arc.replace(by_arc.find("\"steps_by\":\"line\""), 17, "\"steps_by\":\"arc\"");
    ASSERT_EQ(mixing_hindered_by(by_arc, before).size(), 1u);
    EXPECT_NE(mixing_hindered_by(by_arc, before).front().find("counted in another way"), std::string::npos);
    other = conditions();
    other.budget_s = 99; // how long is no matter
    EXPECT_EQ(changes(problem, other), "");
    EXPECT_NE(changes(problem_in(folder, "n = { from = 0, to = 999 }\n"), conditions()).find("sizes"),
              std::string::npos);
    problem_in(folder, sizes);
    write_file(folder.path() / "a.cpp", "int main() { return 0; }\n");
    EXPECT_NE(changes(problem, conditions()).find("source of a"), std::string::npos);
}

TEST(Heading, AHeaderThatASourceReadsBelongsToIt) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    std::vector<Built> built(1);
    built[0].name = "a";
    write_file(folder.path() / "a.cpp", "#include <vector>\n  # include \"lock.hpp\"\nint main() {}\n");
    write_file(folder.path() / "lock.hpp", "#include \"gate.hpp\"\n");
    write_file(folder.path() / "gate.hpp", "#include \"lock.hpp\"\n"); // round in a circle
    const std::string before = heading_of(problem, built, conditions());
    write_file(folder.path() / "beside.hpp", "int nobody_reads_this;\n");
    EXPECT_EQ(untouched_solutions(before, heading_of(problem, built, conditions())),
              std::set<std::string>{"a"});
    write_file(folder.path() / "gate.hpp", "#include \"lock.hpp\"\nint width = 3;\n");
    const std::string after = heading_of(problem, built, conditions());
    EXPECT_TRUE(untouched_solutions(before, after).empty());
    EXPECT_EQ(mixing_hindered_by(before, after), std::vector<std::string>{"the source of a has changed"});
    Conditions other = conditions();
    other.seed = 2;
    EXPECT_TRUE(untouched_solutions(after, heading_of(problem, built, other)).empty()); // other inputs
}

TEST(Heading, AStoryOrAClaimMayBeMended) {
    const Workspace folder;
    Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    std::vector<Built> built(1);
    built[0].name = "a";
    const std::string before = heading_of(problem, built, conditions());
    problem.story = "told anew";
    problem.digest = "0123456789abcdef";
    problem.solutions[0].claims.clear();
    EXPECT_TRUE(mixing_hindered_by(before, heading_of(problem, built, conditions(), before)).empty());
}

TEST(Heading, KeepsTheMachinesMemoryCurve) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    const MemoryCurve read = memory_curve_in(heading_of(problem, {}, conditions()));
    ASSERT_EQ(read.points().size(), 2u);
    EXPECT_DOUBLE_EQ(read.points()[1].ns, 80);
    EXPECT_EQ(memory_curve_in("{}").points().size(), 2u); // the common one
}

TEST(Heading, KeepsTheMachinesCaches) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    const std::vector<Cache> read = caches_in(heading_of(problem, {}, conditions()));
    ASSERT_EQ(read.size(), 2u);
    EXPECT_EQ(read[1].level, 2);
    EXPECT_EQ(read[1].bytes, 1 << 20);
    EXPECT_TRUE(caches_in("{}").empty());
    EXPECT_TRUE(caches_in("torn {").empty());
}

TEST(Heading, KeepsWhatWasAskedFor) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 0, to = 1000 }\n");
    Conditions given = conditions();
    given.budget_s = 12;
    given.seed = 18446744073709551615ull;
    given.cold = true;
    const Asked asked = asked_in(heading_of(problem, {}, given));
    EXPECT_EQ(asked.budget_s, 12);
    EXPECT_EQ(asked.seed, 18446744073709551615ull);
    EXPECT_TRUE(asked.cold);
    EXPECT_EQ(asked_in("torn {").seed, 1u);
    given.budget_s = 1200; // told as people say it
    const auto told = conditions_in(heading_of(problem, {}, given));
    EXPECT_NE(std::find(told.begin(), told.end(), std::pair<std::string, std::string>("budget", "20 min")),
              told.end());
}

TEST(Processors, ToolAndSolutionsHaveNoneInCommon) {
    const Processors processors;
    for (const int one : processors.for_one_thread())
        EXPECT_NE(one, 0);
    EXPECT_LE(processors.for_one_thread().size(), 1u);
    EXPECT_GE(processors.for_many().size(), processors.for_one_thread().size());
}

TEST(MachineLock, IsHeldByOneAtATime) {
    const Workspace folder;
    setenv("IRON_STOPWATCH_LOCK", (folder.path() / "lock").c_str(), 1);
    int waited = 0;
    {
        const MachineLock lock([&] { ++waited; });
        // Another process finds it taken.
        const int status = system(("flock -n " + (folder.path() / "lock").string() + " true").c_str());
        EXPECT_NE(status, 0);
    }
    const MachineLock lock([&] { ++waited; });
    EXPECT_EQ(waited, 0);
    unsetenv("IRON_STOPWATCH_LOCK");
}

} // namespace
} // namespace iron
