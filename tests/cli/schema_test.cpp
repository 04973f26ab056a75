// Every document the program writes is held against its published schema.
#include "cli/folder.h"
#include <sstream>

#include "support/schema.h"

namespace iron {
namespace {

using test::Folder;
using test::violations;

TEST(Schema, EveryDocumentKeepsToIts) {
    const Folder folder;
    folder.good();
    folder.solution(
        "crashes",
        "if (levels.size() > 2000 && levels.size() < 4000) __builtin_trap(); long long top = 0; for (int l : "
        "levels) if (l > top) top = l; return top;");
    folder.solution("second", "return levels.empty() ? 0 : levels[0];");
    folder.levels(Folder::table("scan", "O(n)") + "space = \"O(1)\"\n" + Folder::table("crashes", "O(n)") +
                      Folder::table("second", "O(1)"),
                  "[answers]\nreference = \"scan\"\n");
    const auto crashed_by_now = [&] { return folder.agreement_of("crashes").contains("outcome"); };
    EXPECT_EQ(folder.run_until(crashed_by_now, {"run", "--budget", "2s", "--upto", "n=5000"}).status, 1);
    EXPECT_EQ(violations(folder.json("agreement.json"), "agreement"), "");
    EXPECT_EQ(violations(folder.json("growth.json"), "growth"), "");
    EXPECT_EQ(violations(folder.json("claims.json"), "claims"), "");
    EXPECT_EQ(violations(folder.json("comparison.json"), "comparison"), "");
    EXPECT_EQ(folder.run({"forecast", "n=100000", "--within", "1s"}).status, 0);
    EXPECT_EQ(violations(folder.json("forecast.json"), "forecast"), "");
    std::istringstream lines(read_file(folder.results() / "measurements.jsonl"));
    std::string line;
    std::getline(lines, line);
    EXPECT_EQ(violations(nlohmann::json::parse(line), "measurements"), "");
    int count = 0;
    for (; std::getline(lines, line); ++count)
        ASSERT_EQ(violations(nlohmann::json::parse(line), "measurement"), "") << line;
    EXPECT_GT(count, 50);
    const auto crashed = folder.list("agreement.json", "solutions").at(1);
    EXPECT_EQ(crashed.at("outcome"), "crashed");
    EXPECT_EQ(crashed.at("found_while"), "measuring");
    const test::Ran machine = folder.run({"machine", "--json", "--seconds", "0.2"});
    EXPECT_EQ(machine.status, 0);
    EXPECT_EQ(violations(nlohmann::json::parse(machine.out), "machine"), "");
    EXPECT_NE(violations(nlohmann::json::parse(R"({"schema": "iron-stopwatch/claims/1"})"), "claims"),
              ""); // it can say no
}

} // namespace
} // namespace iron
