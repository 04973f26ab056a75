// From sources to verdicts with one command.
#include <map>

#include "cli/folder.h"

namespace iron::test {
namespace {

void write_two(const Folder &folder) {
    folder.write("rolling.cpp",
                 "// time O(n), space O(1)\nint highestRun(const vector<int> &levels, int k) {\n"
                 "    int sum = 0, best = INT_MIN;\n    for (int i = 0; i < levels.size(); ++i) {\n"
                 "        sum += levels[i];\n        if (i >= k) sum -= levels[i - k];\n"
                 "        if (i >= k - 1) best = max(best, sum);\n    }\n    return best;\n}\n");
    folder.write(
        "slices.py",
        "class Tides:\n    # O(n*k) time\n    def highestRun(self, levels: List[int], k: int) -> int:\n"
        "        return max(sum(levels[i:i + k]) for i in range(len(levels) - k + 1))\n");
}

TEST(TryCommand, GoesFromSourcesToVerdicts) {
    const Folder folder;
    write_two(folder);
    const Ran ran = folder.run({"try", "rolling.cpp", "slices.py", "--budget", "4s", "--tries", "15",
                                "--keep", "kept", "--no-figures"});
    EXPECT_EQ(ran.status, 0) << ran.out + ran.err;
    expect_contains(ran.out, "Assumed: 'k' is a number from 1 to n.");
    const auto claims = nlohmann::json::parse(folder.read("kept/stopwatch-results/claims.json")).at("claims");
    EXPECT_EQ(claims.size(), 3u) << "those of the comments";
    for (const auto &claim : claims)
        EXPECT_NE(claim.at("verdict"), "exceeded");
    expect_contains(folder.read("kept/stopwatch.toml"),
                    "call = \"highestRun(levels: list of int, k: int) -> int\"");
}

TEST(TryCommand, KeepsNothingUnasked) {
    const Folder folder;
    write_two(folder);
    const Ran ran = folder.run({"try", "slices.py", "--budget", "1s", "--tries", "5"});
    expect_contains(ran.out, "--keep DIR");
    EXPECT_EQ(ran.out.find("Results in"), std::string::npos);
    EXPECT_FALSE(std::filesystem::exists(folder.path() / "stopwatch.toml"));
    EXPECT_FALSE(std::filesystem::exists(folder.results()));
}

TEST(TryCommand, SaysWhatHoldsWhereNothingIsClaimed) {
    const Folder folder;
    folder.write("add.cpp", "long long total(const std::vector<int> &levels) {\n    long long sum = 0;\n"
                            "    for (int level : levels) sum += level;\n    return sum;\n}\n");
    const Ran ran = folder.run({"try", "add.cpp", "--budget", "3s", "--tries", "15"});
    expect_contains(ran.out, "[solutions.add]\n  time = \"O(n)\"\n  space = \"O(1)\"\n");
}

TEST(TryCommand, ProgramsAreToldWhatToDo) {
    const Folder folder;
    folder.write("a.py", "import sys\nprint(len(sys.stdin.read()))\n");
    const Ran ran = folder.run({"try", "a.py", "--keep", "kept"});
    EXPECT_EQ(ran.status, 2);
    EXPECT_FALSE(std::filesystem::exists(folder.path() / "kept"));
    expect_contains(ran.err, "iron-stopwatch new DIR --from a.py");
}

TEST(NothingTyped, SaysWhatToTypeNext) {
    const Folder folder;
    expect_contains(folder.run({}).out, "iron-stopwatch new FOLDER");
    write_two(folder);
    expect_contains(folder.run({}).out, "iron-stopwatch try rolling.cpp slices.py\n");
    folder.write("stopwatch.toml", "");
    const Ran ran = folder.run({});
    expect_contains(ran.out, "iron-stopwatch run\n");
    EXPECT_EQ(ran.status, 2) << "nothing was done";
}

TEST(ClaimsOfSources, CountWhereTheFileHasNone) {
    const Folder folder;
    write_two(folder);
    const std::string head =
        "call = \"highest_run(levels: list of int, k: int) -> int\"\n[sizes]\nn = { from = 1, to = 1000 }\n"
        "k = { from = 1, to = \"n\" }\n[shapes.calm]\ntakes = { levels = \"integers(n, 0, 9)\", k = \"k\" "
        "}\n";
    folder.write("stopwatch.toml",
                 head + "[solutions.a]\nsource = \"slices.py\"\n[solutions.b]\nsource = \"rolling.cpp\"\n"
                        "time = \"O(n^2)\"\n");
    folder.run({"run", "--budget", "1s"});
    std::map<std::string, std::string> claimed;
    for (const auto &claim : folder.list("claims.json", "claims"))
        claimed[claim.at("solution")] +=
            claim.at("metric").get<std::string>() + " " + claim.at("bound").get<std::string>() + ";";
    EXPECT_EQ(claimed, (std::map<std::string, std::string>{{"a", "time O(n*k);"}, {"b", "time O(n^2);"}}))
        << "the problem file wins";
    folder.write("slices.py", "# time O(V)\ndef highest_run(levels, k):\n    return 0\n");
    const Ran ran = folder.run({"agree"});
    EXPECT_EQ(ran.status, 2);
    expect_contains(ran.err, "slices.py:1: the claim 'O(V)' can't be read");
}

} // namespace
} // namespace iron::test
