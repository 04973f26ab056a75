#include <gtest/gtest.h>

#include "lab/build.h"
#include "lab/languages/java.h"
#include "lab/program.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

TEST(Language, IsToldByTheEnding) {
    EXPECT_EQ(language_of(std::filesystem::path("solutions/a.cpp"))->name(), "C++");
    EXPECT_EQ(language_of(std::filesystem::path("a.c"))->name(), "C");
    EXPECT_EQ(language_of(std::filesystem::path("a.b/tide.py"))->name(), "Python");
    EXPECT_EQ(language_of(std::filesystem::path("a.mjs"))->name(), "JavaScript");
    EXPECT_EQ(language_of(std::filesystem::path("Main.java"))->name(), "Java");
    EXPECT_EQ(language_of(std::filesystem::path("a.awk")), nullptr);
    EXPECT_EQ(language_of(std::filesystem::path("")), nullptr);
}

TEST(Language, AProblemSpeaksThoseOfItsSolutionsAndItsOwnPrograms) {
    Problem problem;
    problem.solutions.resize(2);
    problem.solutions[0].sources = {"solutions/ebb.rs"};
    problem.solutions[1].sources = {"solutions/flood.rs"};
    Shape shape;
    shape.program = "inputs/waves.py";
    problem.shapes = {shape};
    problem.answers.referee = "referee.awk";
    std::vector<std::string> names;
    for (const Language *language : languages_of(problem))
        names.push_back(language->name());
    EXPECT_EQ(names, (std::vector<std::string>{"Python", "Rust"}));
}

// A release without Java's version tells nothing of whatever else stands in its folder.
TEST(Language, AJavaMachineTellsItsVersionInAFileBesideIt) {
    const Workspace folder;
    write_file(folder.path() / "release",
               "IMPLEMENTOR=\"Saltmarsh\"\nJAVA_VERSION=\"17.0.15\"\nOS_NAME=\"Linux\"\n");
    write_file(folder.path() / "other" / "release", "OS_NAME=\"Linux\"\n");
    EXPECT_EQ(language_java().version_beside(folder.path() / "bin" / "javac"), "javac 17.0.15");
    EXPECT_EQ(language_java().version_beside(folder.path() / "other" / "bin" / "javac"), "");
    EXPECT_EQ(language_java().version_beside("/nowhere/bin/javac"), "");
}

// Names of JavaScript may hold what is a sign in a pattern.
TEST(Language, ANameIsFoundAsItStands) {
    EXPECT_EQ(found_in("tides $tides a^b", (as_pattern("$tides") + "( |$)").c_str(), 0),
              std::vector<std::string>{"$tides "});
    EXPECT_EQ(found_in("a^b", as_pattern("a^b").c_str(), 0), std::vector<std::string>{"a^b"});
    EXPECT_TRUE(found_in("no pattern (", "(", 0).empty());
}

TEST(Language, JavasMainClassIsFound) {
    EXPECT_EQ(main_class_of("class Gauge {}\npublic class Main { }"), "Main");
    EXPECT_EQ(main_class_of("class Gauge {}\npublic final class Tide { }"), "Tide");
    EXPECT_EQ(main_class_of("class Ebb { class Inner {} }"), "Ebb");
    EXPECT_EQ(main_class_of("// nothing here"), "");
    EXPECT_EQ(main_class_of("class Gauge {}\npublic  class Flood {} public class Late {}"), "Flood");
}

TEST(Language, LongNumbersOfJavaScriptAreSeenInItsSource) {
    const Workspace scratch;
    Problem problem;
    problem.folder = scratch.path();
    Solution solution;
    solution.sources = {"tide.js"};
    const BuildStore store(scratch.path(), scratch.path());
    const auto has = [&](const std::string &source) {
        write_file(scratch.path() / "tide.js", source);
        return language_of(solution)->has_long_numbers(
            {problem, solution, Style::function, false, scratch.path(), scratch.path(), store});
    };
    EXPECT_TRUE(has("let tide = 1n;\n"));
    EXPECT_TRUE(has("const high = (levels) => BigInt(levels.length) * 0xffn;"));
    EXPECT_FALSE(
        has("// takes 2n steps, no BigInt\n/* 3n */ const word = '4n', wide = new BigInt64Array(7);"));
    EXPECT_FALSE(has("const in3 = n + n2; // it's"));
    EXPECT_FALSE(has("const word = 'it\\'s 1n';"));
    EXPECT_FALSE(has("/* open"));
}

TEST(Language, LimitsAreHandedToInterpretersThatKeepThem) {
    Limits limits;
    limits.memory_bytes = 256 << 20;
    limits.stack_bytes = 16 << 20;
    const Workspace scratch;
    write_file(scratch.path() / "p", "class Main {}\n");
    Problem problem;
    problem.folder = scratch.path();
    problem.limits = limits;
    Solution solution;
    solution.sources = {"p"};
    const BuildStore store(scratch.path(), scratch.path());
    for (const Language *language : languages()) {
        const Recipe recipe{problem, solution, Style::program, false, scratch.path(), scratch.path(), store};
        const auto command = language->start_command(recipe, "p");
        const auto has = [&](const std::string &word) {
            return std::find(command.begin(), command.end(), word) != command.end();
        };
        EXPECT_EQ(has("--max-old-space-size=256"), language->name() == "JavaScript");
        EXPECT_EQ(has("--stack-size=15360"), language->name() == "JavaScript");
        EXPECT_EQ(has("-Xmx256m"), language->name() == "Java");
        EXPECT_EQ(has("-Xss16384k"), language->name() == "Java");
        EXPECT_EQ(command.back(), language->name() == "Java" ? "Main" : "p");
        const auto environment = language->environment(recipe);
        EXPECT_EQ(std::find(environment.begin(), environment.end(), "NODE_EXTRA_CA_CERTS=") !=
                      environment.end(),
                  language->name() == "JavaScript");
    }
}

TEST(Language, AnInterpreterIsResolvedToARealBinary) {
    const std::string path = interpreter_path("python3");
    ASSERT_TRUE(path.starts_with("/"));
    EXPECT_EQ(find_program(path), path);
    EXPECT_EQ(interpreter_path("no-such-interpreter"), "");
}

TEST(Ending, LastWordsTellWhatTheStatusDoesNot) {
    Ending failed;
    failed.outcome = Outcome::failed;
    EXPECT_EQ(explained(failed, "x\nRecursionError: maximum depth").outcome, Outcome::over_stack);
    EXPECT_EQ(explained(failed, "java.lang.OutOfMemoryError: Java heap space").outcome, Outcome::over_memory);
    EXPECT_EQ(explained(failed, "ValueError: ebb").outcome, Outcome::failed);
    Ending crashed;
    crashed.outcome = Outcome::crashed;
    EXPECT_EQ(explained(crashed, "terminate called after throwing 'std::bad_alloc'").outcome,
              Outcome::over_memory);
    Ending slow;
    slow.outcome = Outcome::over_time;
    EXPECT_EQ(explained(slow, "MemoryError").outcome, Outcome::over_time);
}

} // namespace
} // namespace iron
