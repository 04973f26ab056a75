// Every language's adapter against the written protocol: adapters/conformance.py, which an author of another
// language runs by hand.
#include <gtest/gtest.h>

#include "lab/build.h"
#include "lab/process.h"
#include "lab/workspace.h"

namespace iron {
namespace {

// A solution of the script's task in a language; its file name.
std::string example_in(const Language &language) {
    for (const auto &entry : std::filesystem::directory_iterator(IRON_SOURCE "/tests/conformance"))
        if (language_of(entry.path()) == &language) return entry.path().filename();
    return "";
}

Problem problem_of(const std::string &example, const std::string &build_command) {
    Problem problem;
    problem.folder = IRON_SOURCE "/tests/conformance";
    Solution solution;
    solution.name = "total";
    solution.sources = {example};
    solution.build = build_command;
    problem.solutions = {solution};
    return problem;
}

// Built for timing and for counting, each is held against the script.
void expect_to_pass(const Problem &problem, bool never_throws) {
    setenv("IRON_STOPWATCH_CACHE", IRON_TEST_CACHE, 1);
    const Workspace scratch;
    const Builder builder(scratch.path());
    std::vector<Built> built = {builder.build(problem, problem.solutions.front())};
    ASSERT_TRUE(built[0].ok) << built[0].message;
    builder.build_counters(problem, built, {"total"});
    ASSERT_TRUE(built[0].counting) << built[0].no_counting;
    for (const Runnable &runnable : {built[0].timing, *built[0].counting}) {
        Launch launch;
        launch.command = {"python3", IRON_SOURCE "/adapters/conformance.py", "--by-hand"};
        if (never_throws) launch.command.push_back("--never-throws");
        launch.command.push_back("--");
        launch.command.insert(launch.command.end(), runnable.command.begin(), runnable.command.end());
        launch.environment = runnable.environment;
        const auto temporary = scratch.path() / "temporary";
        std::filesystem::create_directory(temporary);
        launch.environment.push_back("TMPDIR=" + temporary.string());
        const Finished finished = run_to_end(launch, scratch.path(), 120);
        EXPECT_EQ(finished.ending.outcome, Outcome::done) << finished.output << finished.errors;
        EXPECT_TRUE(std::filesystem::is_empty(temporary)) << "the script cleans up behind it";
    }
}

class Conformance : public testing::TestWithParam<const Language *> {};

TEST_P(Conformance, TheScriptOfRequestsPasses) {
    const Language &language = *GetParam();
    const std::string example = example_in(language);
    ASSERT_NE(example, "") << "tests/conformance has no example in " << language.name();
    expect_to_pass(problem_of(example, ""), language.name() == "C");
}

// The header alone holds the worker, too, where a build command is the user's own.
TEST(ConformanceOfCpp, TheScriptOfRequestsPassesWithTheHeaderAlone) {
    expect_to_pass(problem_of("total.cpp", "g++ {flags} {sources} -o {output}"), false);
}

INSTANTIATE_TEST_SUITE_P(Every, Conformance, testing::ValuesIn(languages()), [](const auto &one) {
    return one.param->name() == "C++" ? std::string("Cpp") : one.param->name();
});

} // namespace
} // namespace iron
