// `compare` on tables of readings.
#include <cmath>
#include <fmt/format.h>

#include "cli/folder.h"

namespace iron::test {
namespace {

// Times of three solutions in five rounds, off by what the round and the size give them.
std::string readings() {
    std::string text = "solution,metric,round,n,value\n";
    for (int i = 0; i < 20; ++i) {
        const double n = std::round(16 * std::pow(2, i / 2.0));
        for (int round = 0; round < 5; ++round) {
            const double drift = 1 + 0.05 * std::sin(7 * round + i),
                         off = 1 + 0.002 * std::cos(5 * round + 3 * i);
            const auto add = [&](const char *name, double value) {
                text += fmt::format("{},time,{},{},{:.6g}\n", name, round, n, value * drift);
            };
            add("gauge-scan", 10 * n * off);
            add("gauge-pairs", n * n / 50 + 5);
            add("gauge-twice", 20 * n / off);
        }
        for (const char *name : {"gauge-scan", "gauge-pairs", "gauge-twice"})
            text += fmt::format("{},space,0,{},{}\n", name, n, name[6] == 'p' ? 16 : 8 * n);
    }
    return text;
}

TEST(Compare, TellsRatiosCrossingsAndThePriceInMemory) {
    const Folder folder;
    folder.write("r.csv", readings());
    const Ran ran = folder.run({"compare", "--data", "r.csv", "--json"});
    ASSERT_EQ(ran.status, 0) << ran.err;
    const auto document = nlohmann::json::parse(ran.out);
    bool twice = false, crossed = false;
    for (const auto &course : document.at("courses"))
        if (course.at("solution") == "gauge-scan" && course.at("against") == "gauge-twice" &&
            course.at("metric") == "time") {
            twice = true;
            EXPECT_EQ(course.at("ratio_is"), "level");
            EXPECT_NEAR(course.at("ratio").get<double>(), 0.5, 0.01);
            EXPECT_LE(course.at("interval")[0].get<double>(), 0.5);
            EXPECT_GE(course.at("interval")[1].get<double>(), 0.5);
        }
    for (const auto &crossing : document.at("crossings"))
        if (crossing.at("solution") == "gauge-scan" && crossing.at("against") == "gauge-pairs" &&
            crossing.at("metric") == "time") {
            crossed = true;
            EXPECT_NEAR(crossing.at("at").get<double>(), 500, 25);
            EXPECT_EQ(crossing.at("smaller_below"), "gauge-pairs");
            EXPECT_EQ(crossing.at("seen"), "measured");
        }
    EXPECT_TRUE(twice);
    EXPECT_TRUE(crossed);
    for (const auto &point : document.at("trade"))
        EXPECT_EQ(point.at("beaten_by").is_null(), point.at("solution") != "gauge-twice") << point;
}

TEST(Compare, SaysItInWordsWithinEightyColumns) {
    const Folder folder;
    folder.write("r.csv", readings());
    const Ran ran = folder.run({"compare", "--data", "r.csv", "--against", "gauge-scan"});
    EXPECT_EQ(ran.status, 0);
    expect_contains(ran.out, "same growth, 2 times slower");
    expect_contains(ran.out, "grows faster");
    expect_contains(ran.out, "above it gauge-scan");
    EXPECT_EQ(ran.out.find("gauge-pairs against gauge-twice"), std::string::npos);
    for (std::size_t at = 0; at < ran.out.size();) {
        const std::size_t stop = std::min(ran.out.find('\n', at), ran.out.size());
        EXPECT_LE(stop - at, 80u) << ran.out.substr(at, stop - at);
        at = stop + 1;
    }
}

TEST(Compare, WhatItDoesNotKnowIsAnErrorWithAdvice) {
    const Folder folder;
    folder.write("r.csv", readings());
    const Ran name = folder.run({"compare", "--data", "r.csv", "--against", "gauge-scam"});
    EXPECT_EQ(name.status, 2);
    expect_contains(name.err, "gauge-scan");
    const Ran size = folder.run({"compare", "--data", "r.csv", "--at", "k=5"});
    EXPECT_EQ(size.status, 2);
    expect_contains(size.err, "along n");
    folder.write("one.csv", "solution,n,value\na,16,3\n");
    EXPECT_EQ(folder.run({"compare", "--data", "one.csv"}).status, 0); // nothing to hold it against
}

} // namespace
} // namespace iron::test
