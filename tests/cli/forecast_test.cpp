// `forecast` on tables of readings.
#include <fmt/format.h>

#include "cli/folder.h"

namespace iron::test {
namespace {

std::string forecast_readings() {
    std::string text = "solution,metric,round,n,value\n";
    for (double n = 16; n <= 20000; n *= 2)
        for (int round = 0; round < 3; ++round)
            text += fmt::format("gauge-scan,time,{0},{1},{2}\ngauge-pairs,time,{0},{1},{3}\n", round, n,
                                10 * n + round, n * n + round);
    return text;
}

TEST(Forecasts, TellAValueWithItsIntervalAndTheLargestSize) {
    const Folder folder;
    folder.write("r.csv", forecast_readings());
    const Ran ran = folder.run({"forecast", "--data", "r.csv", "n=65536", "--within", "1ms", "--json"});
    ASSERT_EQ(ran.status, 0) << ran.err;
    const auto document = nlohmann::json::parse(ran.out);
    ASSERT_EQ(document.at("forecasts").size(), 2u);
    const auto &scan = document.at("forecasts")[0];
    EXPECT_NEAR(scan.at("value").get<double>(), 655360, 20000);
    EXPECT_LE(scan.at("interval")[0].get<double>(), 655360);
    EXPECT_GE(scan.at("interval")[1].get<double>(), 655360);
    EXPECT_NEAR(document.at("largest")[1].at("size").at("n").get<double>(), 1000, 30);
    EXPECT_GT(document.at("self_check").at("predicted"), 0);
    expect_contains(folder.run({"forecast", "--data", "r.csv", "n=1e9"}).out, "So far out");
}

TEST(Forecasts, WhatIsMissingOrWrongIsAnErrorWithAdvice) {
    const Folder folder;
    folder.write("r.csv", forecast_readings());
    const auto fault = [&](const std::vector<std::string> &more) {
        std::vector<std::string> command = {"forecast", "--data", "r.csv"};
        command.insert(command.end(), more.begin(), more.end());
        const Ran ran = folder.run(command);
        EXPECT_EQ(ran.status, 2) << ran.out;
        return ran.err;
    };
    expect_contains(fault({}), "say what to forecast");
    expect_contains(fault({"k=5"}), "no size 'k'");
    expect_contains(fault({"--within", "soon"}), "neither a time nor a size of memory");
    expect_contains(fault({"--within", "1s", "--along", "m"}), "--along m");
    expect_contains(fault({"n=0"}), "starts at 1");
}

TEST(Forecasts, TheTargetIsMeasuredWhereTheBudgetAllows) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"), "[target]\nn = 5000\ntime = \"1 s\"\nmemory = \"1 MiB\"\n");
    nlohmann::json target;
    const auto all_measured = [&] {
        target = nlohmann::json::parse(folder.run({"forecast", "--json"}).out).at("target");
        return std::all_of(target.begin(), target.end(),
                           [](const auto &demand) { return demand.at("by") == "measured"; });
    };
    const Ran ran = folder.run_until(all_measured, {"run", "--budget", "2s", "--shapes", "calm", "--quiet"});
    ASSERT_EQ(ran.status, 0) << ran.err;
    ASSERT_EQ(target.size(), 2u);
    for (const auto &demand : target) {
        EXPECT_EQ(demand.at("by"), "measured");
        EXPECT_EQ(demand.at("meets"), "yes");
        EXPECT_EQ(demand.at("reason"), "");
    }
    // All that a call holds: four bytes a level of input, beside little else.
    EXPECT_GE(target[1].at("value"), 20000);
    EXPECT_LE(target[1].at("value"), 24000);
}

} // namespace
} // namespace iron::test
