// `fit` and `claims` on anybody's tables.
#include <cmath>
#include <fmt/format.h>

#include "cli/folder.h"

namespace iron::test {
namespace {

// Counts of steps: linear, n log n, quadratic, exponential by ones.
std::string foreign_readings() {
    std::string text = "solution,metric,round,n,value\n";
    const auto add = [&](const char *name, auto law, double from, double to, double factor) {
        for (double n = from; n <= to; n = factor > 1 ? std::round(n * factor) : n + 1)
            text += fmt::format("{},steps,0,{},{:.0f}\n", name, n, law(n));
    };
    add(
        "flat", [](double n) { return 3 * n + 7; }, 16, 1e6, 1.41421356);
    add(
        "tree", [](double n) { return std::round(n * std::log2(n)); }, 16, 1e6, 1.41421356);
    add(
        "pairs", [](double n) { return n * (n - 1) / 2; }, 16, 1e5, 1.41421356);
    add(
        "subsets", [](double n) { return std::exp2(n); }, 8, 24, 1);
    return text;
}

TEST(Foreign, ClaimsAreJudgedFromTablesAlone) {
    const Folder folder;
    folder.write("r.csv", foreign_readings());
    folder.write("c.csv",
                 "solution,metric,bound\nflat,time,O(n)\ntree,time,O(n)\ntree,time,O(n log n)\npairs,time,"
                 "O(n^2)\npairs,time,O(n log n)\nsubsets,time,O(2^n)\nsubsets,time,O(n^3)\n");
    const Ran ran = folder.run({"claims", "--data", "r.csv", "--claims", "c.csv", "--json"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    EXPECT_EQ(ran.err, "");
    const auto document = nlohmann::json::parse(ran.out);
    std::vector<std::string> verdicts;
    for (const auto &claim : document.at("claims"))
        verdicts.push_back(claim.at("verdict"));
    EXPECT_EQ(verdicts, (std::vector<std::string>{"holds", "exceeded", "holds", "holds", "exceeded", "holds",
                                                  "exceeded"}));
    const Ran table = folder.run({"claims", "--data", "r.csv", "--claims", "c.csv", "--out", "results"});
    expect_contains(table.out, "exceeded");
    EXPECT_TRUE(std::filesystem::exists(folder.path() / "results" / "claims.json"));
}

TEST(Foreign, FitNeedsNoClaims) {
    const Folder folder;
    folder.write("r.csv", foreign_readings());
    const Ran ran = folder.run({"fit", "--data", "r.csv", "--json"});
    EXPECT_EQ(ran.status, 0);
    std::vector<std::string> classes;
    const auto document = nlohmann::json::parse(ran.out);
    for (const auto &series : document.at("series"))
        classes.push_back(series.at("class"));
    EXPECT_EQ(classes, (std::vector<std::string>{"n", "n log n", "n^2", "2^n"}));
}

TEST(Foreign, OddTablesGetARightResultOrALine) {
    const Folder folder;
    folder.write("one.csv", "n,value\n16,3\n16,4\n");
    EXPECT_EQ(folder.run({"fit", "--data", "one.csv"}).status, 0); // too few sizes is no fault
    folder.write("level.csv", "n;value\n1;5\n2;5\n4;5\n8;5\n16;5\n32;5\n64;5\n128;5\n");
    expect_contains(folder.run({"fit", "--data", "level.csv", "--json"}).out, "\"class\": \"1\"");
    folder.write("zero.csv",
                 "metric,n,value\nsteps,1,0\nsteps,2,0\nsteps,4,0\nsteps,8,0\nsteps,16,0\nsteps,32,0\n"
                 "steps,64,0\n");
    expect_contains(folder.run({"fit", "--data", "zero.csv", "--json"}).out, "\"class\": \"1\"");
    folder.write("bad.csv", "n,value\n16,3\n32,lots\n");
    const Ran bad = folder.run({"fit", "--data", "bad.csv"});
    EXPECT_EQ(bad.status, 2);
    expect_contains(bad.err, "bad.csv:3: the value 'lots'");
    EXPECT_EQ(folder.run({"fit", "--data", "nowhere.csv"}).status, 2);
    EXPECT_EQ(folder.run({"claims", "--data", "one.csv"}).status, 2); // claims of what?
}

TEST(Foreign, TenThousandSeriesAreFittedAtOnce) {
    const Folder folder;
    std::string text = "solution,metric,round,n,value\n";
    for (int series = 0; series < 10'000; ++series)
        for (int size = 4; size < 14; ++size)
            for (int round = 0; round < 3; ++round)
                text += fmt::format("s{},steps,{},{},{}\n", series, round, 1 << size,
                                    (1 << size) * (2 + series % 7) + 5);
    folder.write("r.csv", text);
    const Ran ran = folder.run({"fit", "--data", "r.csv", "--json"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const auto document = nlohmann::json::parse(ran.out);
    ASSERT_EQ(document.at("series").size(), 10'000u);
    for (const auto &series : document.at("series"))
        ASSERT_EQ(series.at("class"), "n");
}

} // namespace
} // namespace iron::test
