#include <gtest/gtest.h>
#include <set>

#include "lab/heading.h"
#include "lab/quiet.h"
#include "lab/size_lines.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

Problem problem_in(const Workspace &folder, const std::string &sizes) {
    write_file(folder.path() / "a.cpp", "int main() {}\n");
    write_file(folder.path() / "stopwatch.toml", "title = \"Locks\"\n[sizes]\n" + sizes +
                                                     "[shapes.calm]\ntext = \"{n}\\n\"\n"
                                                     "[solutions.a]\nsource = \"a.cpp\"\ntime = \"O(n)\"\n");
    return read_problem(folder.path());
}

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
