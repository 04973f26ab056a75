// Steps of library calls, through the counting build of small C and C++ programs.
#include <fstream>
#include <gtest/gtest.h>

#include "lab/build.h"
#include "lab/program.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

struct Counted {
    std::int64_t steps = -1, bulk = -1;
};

// Runs a whole program built with counters.
Counted counted(const std::string &name, const std::string &source, const std::string &flags = "") {
    const Workspace scratch;
    Problem problem;
    problem.folder = scratch.path();
    write_file(problem.folder / name, source);
    Solution solution;
    solution.name = "one";
    solution.sources = {name};
    solution.flags = flags;
    problem.solutions = {solution};
    const Builder builder(scratch.path());
    std::vector<Built> built = {builder.build(problem, solution)};
    EXPECT_TRUE(built[0].ok) << built[0].message;
    builder.build_counters(problem, built, {"one"});
    EXPECT_TRUE(built[0].counting.has_value()) << built[0].no_counting;
    if (!built[0].counting) return {};
    Runnable counting = *built[0].counting;
    counting.environment.push_back("IRON_STOPWATCH_STEPS=" + (scratch.path() / "steps").string());
    const Ending ending =
        run_program(counting, "/dev/null", scratch.path() / "out", scratch.path() / "err", 20);
    EXPECT_EQ(ending.outcome, Outcome::done) << ending.detail;
    Counted read;
    std::ifstream(scratch.path() / "steps") >> read.steps >> read.bulk;
    return read;
}

// The size is hidden from the compiler, so that no call is turned into something else.
std::string c_program(const std::string &body) {
    return "#include <stdlib.h>\n#include <string.h>\nvolatile size_t n = 16000; char a[32000], b[32000]; "
           "volatile "
           "char *sink;\nint main(void) { size_t m = n; " +
           body + " sink = a; return 0; }\n";
}

TEST(BulkSteps, AStepForSixteenBytesTouched) {
    EXPECT_EQ(counted("a.c", c_program("memcpy(a, b, m);")).bulk, 1001);
    EXPECT_EQ(counted("a.c", c_program("memset(a, 1, m); memmove(a, b, m);")).bulk, 2002);
    EXPECT_EQ(counted("a.c", c_program("memset(a, 'x', m); if (strlen(a) != m) return 1;")).bulk, 2002);
    EXPECT_EQ(counted("a.c", c_program("if (memcmp(a, b, m)) return 1;")).bulk, 1001);
    EXPECT_EQ(counted("a.c", c_program("a[m / 2] = 1; if (!memcmp(a, b, m)) return 1;")).bulk,
              501); // to there
    EXPECT_EQ(counted("a.c", c_program("a[160] = 'q'; if (!memchr(a, 'q', m)) return 1;")).bulk, 11);
    EXPECT_EQ(counted("a.c", c_program("memset(a, 'x', m); if (strcspn(a, \"q\") != m) return 1;")).bulk,
              2002);
    EXPECT_EQ(counted("a.c", c_program("memset(a, 'x', m); strncat(a, \"q\", 1);")).bulk, 2002);
    // The end of a text is looked for before a word of it is read.
    EXPECT_EQ(counted("a.c", "#include <stdio.h>\n" + c_program("memset(a, ' ', m); a[0] = '7'; int x; if "
                                                                "(sscanf(a, \"%d\", &x) != 1) return 1;"))
                  .bulk,
              2002);
    EXPECT_EQ(counted("a.c", c_program("")).bulk, 0);
}

TEST(BulkSteps, AHiddenSortCostsWhatASortCosts) {
    const Counted sorted =
        counted("a.c", "#include <stdlib.h>\nvolatile size_t n = 1024; int v[1024]; static int order(const "
                       "void *x, const void "
                       "*y) { return *(const int *)x - *(const int *)y; }\nint main(void) { for (size_t i = "
                       "0; i < n; ++i) v[i] "
                       "= (int)(i * 7919 % 1024); qsort(v, n, sizeof(int), order); return 0; }\n");
    EXPECT_EQ(sorted.bulk, 1 + 1024 * 10);
    EXPECT_GT(sorted.steps, sorted.bulk + 1024 * 5); // the comparator counts by itself
}

TEST(BulkSteps, TextIsNoBlindSpotInAnyStandard) {
    const std::string source =
        "#include <string>\nvolatile std::size_t n = 10000;\nint main() { std::string in(n, 'a'); "
        "return in.find(\"aaaaaaab\") == std::string::npos ? 0 : 1; }\n";
    for (const char *standard : {"-std=c++17", "-std=c++20"}) {
        const Counted found = counted("a.cpp", source, std::string("-O2 ") + standard);
        EXPECT_GT(found.steps, 10'000) << standard; // a step a letter at the least
    }
}

TEST(BulkSteps, TreesOfTheLibraryCount) {
    const Counted walked =
        counted("a.cpp", "#include <set>\nvolatile int n = 1000;\nint main() { std::set<int> all; for "
                         "(int i = 0; i < n; ++i) all.insert(i); long sum = 0; for (int one : all) sum "
                         "+= one; return sum == 499500 ? 0 : 1; }\n");
    EXPECT_GE(walked.bulk, 2000); // an insertion and a step to the next, each a thousand times
}

} // namespace
} // namespace iron
