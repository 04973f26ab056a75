// What GCC notes of a source, and what follows from its counters.
#include <gtest/gtest.h>

#include <functional>

#include "lab/languages/debug_info.h"
#include "lab/languages/native_spots.h"
#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

// entry -> head; head -> body -> head; head -> exit. Counted: what enters, and what goes into the body.
NotedFunction loop() {
    NotedFunction function;
    function.blocks.resize(4);
    function.arcs = {{0, 2, true}, {2, 3, true}, {2, 1, false}, {3, 2, false}};
    for (std::uint32_t i = 0; i < function.arcs.size(); ++i) {
        function.blocks[function.arcs[i].from].arcs_out.push_back(i);
        function.blocks[function.arcs[i].to].arcs_in.push_back(i);
    }
    return function;
}

TEST(GccNotes, WhatIsNotCountedFollows) {
    const std::vector<std::int64_t> ran = loop().block_counts({{0, 3}, {1, 30}});
    EXPECT_EQ(ran, (std::vector<std::int64_t>{3, 3, 33, 30}));
    EXPECT_EQ(loop().block_counts({}), (std::vector<std::int64_t>{0, 0, 0, 0}));
}

TEST(GccNotes, ACallLeftHalfwayIsNoNegativeCount) {
    for (const std::int64_t count : loop().block_counts({{0, -1}, {1, 0}}))
        EXPECT_GE(count, 0);
}

TEST(GccNotes, ABlockIsDominatedByTheOneOnEveryWay) {
    EXPECT_EQ(loop().dominators(), (std::vector<std::uint32_t>{0, 2, 0, 2}));
}

TEST(GccNotes, ALoopBeginsWhereAWayLeadsBack) {
    const std::vector<std::uint32_t> above = loop().dominators();
    EXPECT_TRUE(loop().is_loop_head(2, above));
    EXPECT_FALSE(loop().is_loop_head(3, above));
    EXPECT_FALSE(loop().is_loop_head(1, above));
}

TEST(GccNotes, AFileOfAnotherKindIsNotRead) {
    const Workspace scratch;
    write_file(scratch.path() / "x.gcno", "nothing of the kind");
    EXPECT_FALSE(read_gcc_notes(scratch.path() / "x.gcno"));
    write_file(scratch.path() / "y.gcno", std::string("oncg\0\0\0\0", 8));
    EXPECT_FALSE(read_gcc_notes(scratch.path() / "y.gcno"));
}

TEST(GccNotes, ADamagedFileIsNotRead) {
    const Workspace scratch;
    const auto is_read = [&](std::vector<std::uint32_t> behind) {
        std::vector<std::uint32_t> words = {
            0x67636e6f, 0x4232322a, 0, 0, 0, 0,       // head
            0x01000000, 24,         1, 0, 0, 0, 0, 0, // a function
            0x01410000, 4,          3,                // of three blocks
            0x01430000, 12,         0, 2, 0};         // an arc from the first to the last
        words.insert(words.end(), behind.begin(), behind.end());
        write_file(scratch.path() / "x.gcno",
                   {reinterpret_cast<const char *>(words.data()), 4 * words.size()});
        return read_gcc_notes(scratch.path() / "x.gcno").has_value();
    };
    EXPECT_TRUE(is_read({}));
    EXPECT_FALSE(is_read({0x01410000, 4, 1})); // fewer blocks than its arcs have
    EXPECT_FALSE(is_read({0x01000000, 24, 2, 0, 0, 0, 0, 0, 0x01410000, 4, 0x7fffffff}));
}

struct Compiled {
    Workspace scratch;
    std::filesystem::path program() const { return scratch.path() / "program"; }
    explicit Compiled(const std::string &source) {
        write_file(scratch.path() / "a.cpp", source);
        Launch launch;
        launch.command = {"g++",
                          "-O2",
                          "-std=c++20",
                          "-g",
                          "-fprofile-arcs",
                          "-ftest-coverage",
                          "-dumpdir",
                          scratch.path().string() + "/",
                          "-o",
                          program().string(),
                          "a.cpp",
                          "-lgcov"};
        launch.folder = scratch.path();
        const Finished finished = run_to_end(launch, scratch.path(), 60);
        EXPECT_EQ(finished.ending.outcome, Outcome::done) << finished.errors;
    }
    DebugInfo info() const {
        return DebugInfo(program(), [](const std::string &file) { return file.ends_with("a.cpp"); });
    }
};

std::set<CallSite> callers(const DebugInfo &info, const GccNotes &notes, const std::string &part) {
    std::set<CallSite> sites;
    for (const auto &[number, function] : notes.functions)
        if (function.linkage_name.find(part) != std::string::npos)
            sites.merge(info.callers_of(function.linkage_name));
    return sites;
}

TEST(DebugInfo, TellsFromWhichLinesALibraryFunctionIsReached) {
    const Compiled compiled("#include <algorithm>\n#include <set>\n#include <vector>\n"
                            "int main(int n, char **) {\n"
                            "    std::vector<int> v(n);\n"
                            "    std::sort(v.begin(), v.end());\n"
                            "    std::set<int> seen;\n"
                            "    for (int x : v)\n"
                            "        seen.insert(x);\n"
                            "    return static_cast<int>(seen.size());\n}\n");
    const auto notes = read_gcc_notes(compiled.scratch.path() / "a.gcno");
    ASSERT_TRUE(notes);
    const DebugInfo info = compiled.info();
    const auto sort = callers(info, *notes, "introsort_loop"),
               insert = callers(info, *notes, "get_insert_unique_pos");
    ASSERT_EQ(sort.size(), 1u);
    EXPECT_EQ(sort.begin()->at.line, 6);
    EXPECT_EQ(sort.begin()->calls, "sort");
    ASSERT_EQ(insert.size(), 1u);
    EXPECT_EQ(insert.begin()->at.line, 9);
    EXPECT_EQ(insert.begin()->calls, "insert");
}

TEST(DebugInfo, OfAProgramWithoutAnyNothingIsKnown) {
    const DebugInfo info("/bin/true", [](const std::string &) { return true; });
    EXPECT_TRUE(info.callers_of("main").empty());
    EXPECT_TRUE(info.at(100).empty());
    EXPECT_EQ(info.name_of("main"), "");
}

} // namespace
} // namespace iron
