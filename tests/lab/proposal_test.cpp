// Problems made of functions alone.
#include <algorithm>
#include <gtest/gtest.h>

#include "lab/languages/written_type.h"
#include "lab/proposal.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "records/problem.h"

namespace iron {
namespace {

std::string type_told(const std::string &text) {
    const auto type = type_written(text);
    return type ? word_for(*type) : "";
}

TEST(WrittenTypes, OfSixLanguagesAreOne) {
    for (const char *text : {"const std::vector<int> &", "List[int]", "&[i64]", "&mut Vec<usize>", "number[]",
                             "int[]", "List<Integer>", "span<const long long>", "list", "&'a [i32]"})
        EXPECT_EQ(type_told(text), "list of int") << text;
    for (const char *text :
         {"string_view", "const string &", "&str", "String", "str", "const char *", "char"})
        EXPECT_EQ(type_told(text), "text") << text;
    EXPECT_EQ(type_told("unsigned long long"), "int");
    EXPECT_EQ(type_told("f64"), "real");
    EXPECT_EQ(type_told("boolean"), "bool");
    EXPECT_EQ(type_told("vector<vector<double>>"), "list of list of real");
    EXPECT_EQ(type_told("int[][]"), "list of list of int");
    EXPECT_EQ(type_told("std::vector<std::pair<int, std::string>>"), "list of (int, text)");
    EXPECT_EQ(type_told("Tuple[int, float]"), "(int, real)");
    for (const char *text : {"TreeNode *", "Gauge", "map<int, int>", "", "auto"})
        EXPECT_EQ(type_told(text), "") << text;
}

TEST(WrittenParameters, HaveANameAndPerhapsAType) {
    const auto told = [](const std::string &text) {
        const WrittenParameter one = parameter_written(text);
        return one.name + ": " + (one.type ? word_for(*one.type) : "?");
    };
    EXPECT_EQ(told("const std::vector<int> &levels"), "levels: list of int");
    EXPECT_EQ(told("levels: Vec<i64>"), "levels: list of int");
    EXPECT_EQ(told("mut most: i32"), "most: int");
    EXPECT_EQ(told("int levels[]"), "levels: list of int");
    EXPECT_EQ(told("k: int = 3"), "k: int");
    EXPECT_EQ(told("levels"), "levels: ?");
}

// The problem file that comes of it, read back.
struct Made {
    Workspace folder;
    std::optional<Proposal> proposal;
    Problem problem;
};
void make(const std::vector<SourceGiven> &sources, Made &made) {
    std::vector<std::string> names;
    for (const SourceGiven &one : sources) {
        write_file(made.folder.path() / one.path, one.text);
        names.push_back("s" + std::to_string(names.size() + 1));
    }
    made.proposal = proposal_for(sources, names);
    if (!made.proposal) return;
    write_file(made.folder.path() / "stopwatch.toml", text_of(*made.proposal, "tides"));
    made.problem = read_problem(made.folder.path());
}

TEST(Proposals, TakeTheFunctionThatAllShare) {
    Made made;
    make({{"a.cpp", "int add(int a, int b) { return a + b; }\n// O(n) time\nint highestRun(const vector<int> "
                    "&levels, int k) { return add(1, 2); }\n"},
          {"b.py", "def add(a, b):\n    return a + b\ndef highest_run(levels, k):\n    return add(1, 2)\n"}},
         made);
    ASSERT_TRUE(made.proposal);
    const Problem &problem = made.problem;
    EXPECT_EQ(problem.call->function, "highestRun");
    EXPECT_EQ(word_for(problem.call->takes[0].type), "list of int");
    EXPECT_EQ(problem.call->takes[1].name, "k");
    EXPECT_EQ(problem.size_names(), (std::vector<std::string>{"n", "k"}));
    EXPECT_EQ(problem.relations().size(), 1u) << "k <= n";
    ASSERT_EQ(problem.solutions[0].claims.size(), 1u);
    EXPECT_EQ(problem.solutions[0].claims[0].bound.written, "O(n)");
    EXPECT_TRUE(problem.solutions[1].claims.empty());
}

TEST(Proposals, ReadTypesWhereAnySourceSaysThem) {
    Made made;
    make({{"a.js", "/**\n * @param {string} s\n * @return {number}\n */\nvar turns = function(s, words) {\n  "
                   "return 0;\n};\n"},
          {"b.java", "class Solution { public int turns(String s, List<String> words) { return 0; } }\n"}},
         made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(word_for(made.problem.call->takes[0].type), "text");
    EXPECT_EQ(word_for(made.problem.call->takes[1].type), "list of text");
    EXPECT_EQ(word_for(made.problem.call->gives), "int");
    EXPECT_TRUE(made.proposal->assumed.empty());
    const auto has = [&](const char *name) { return made.problem.shape(name) != nullptr; };
    EXPECT_TRUE(has("random") && has("one-letter") && has("few-values"));
}

TEST(Proposals, ReadNamesWithADollarInThem) {
    Made made;
    make({{"a.js", "const $ = (x) => x;\n/** @param {string} $signs */\nconst $turns = ($signs, k) => "
                   "$signs.length + k;\n"},
          {"b.js", "function turns(signs, $k) {\n  return signs.length + $k;\n}\n"}},
         made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.problem.call->function, "turns");
    ASSERT_EQ(made.problem.call->takes.size(), 2u);
    EXPECT_EQ(made.problem.call->takes[0].name, "signs");
    EXPECT_EQ(word_for(made.problem.call->takes[0].type), "text");
    EXPECT_EQ(made.problem.call->takes[1].name, "k");
}

TEST(Proposals, OfArrowsWithoutBracesKnowTheirParameters) {
    Made made;
    make({{"a.js", "const total = (levels, k) => levels.length + k;\n"}}, made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.problem.size_names(), (std::vector<std::string>{"n", "k"}));
    EXPECT_EQ(made.problem.call->takes[0].name, "levels");
}

TEST(Proposals, WhatReturnsNothingAnswersThroughItsList) {
    Made made;
    make({{"a.rs", "impl Solution { pub fn turn(levels: &mut Vec<i32>) { levels.reverse(); } }\n"},
          {"b.c", "void turn(int *levels, size_t count) { }\n"}},
         made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.problem.call->answers_in, 0);
    EXPECT_EQ(made.problem.size_names(), std::vector<std::string>{"n"});
}

TEST(Proposals, ANumberAloneIsWhatGrows) {
    Made made;
    make({{"a.py", "def ways(n: int) -> int:\n    return n\n"}}, made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.problem.size_names(), std::vector<std::string>{"n"});
    EXPECT_EQ(made.problem.shapes.size(), 1u);
}

TEST(Proposals, HowLongRowsAreIsSaid) {
    Made made;
    make({{"a.cpp", "int joined(std::vector<std::vector<int>> spans) { return spans.size(); }\n"}}, made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.proposal->assumed,
              std::vector<std::string>{"each row of 'spans' has as many numbers as there are rows"});
}

TEST(Proposals, WhatCouldNotBeReadIsSaid) {
    Made made;
    make({{"a.py", "# O(V + E)\ndef reach(edges):\n    return 1\n"}}, made);
    ASSERT_TRUE(made.proposal);
    EXPECT_EQ(made.proposal->assumed.size(), 3u)
        << "the argument's type, how long its rows are, the answer's";
    const std::string text = text_of(*made.proposal, "tides");
    EXPECT_NE(text.find("# LOOK: line 1 claims O(V + E); the sizes here are n"), std::string::npos) << text;
}

TEST(Proposals, ProgramsHaveNone) {
    Made made;
    make({{"a.cpp",
           "#include <iostream>\nint helper(int a) { return a; }\nint main() { int n; std::cin >> n; }\n"},
          {"b.py", "import sys\ndef solve(levels):\n    return 1\nprint(solve(sys.stdin.read()))\n"}},
         made);
    EXPECT_FALSE(made.proposal);
}

} // namespace
} // namespace iron
