#include "core/compare/outlook.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <gtest/gtest.h>

#include "views/forecast.h"

namespace iron {
namespace {

using Law = std::function<double(double)>;

struct Harbour {
    std::vector<NamedSeries> series;
    std::vector<SeriesGrowth> growths;
    void add(const std::string &solution, const std::string &shape, const std::string &metric, const Law &law,
             double to = 8192) {
        NamedSeries one{solution, shape, metric, {"n", {}}};
        for (double n = 16; n <= to; n *= 2)
            one.series.points.push_back({n, {{0, 0, law(n)}, {0, 1, law(n)}, {0, 2, law(n)}}});
        growths.push_back(fit_one(one, {}));
        series.push_back(std::move(one));
    }
};

Harbour harbour() {
    Harbour all;
    all.add("scan", "calm", "time", [](double n) { return 2 * n; });
    all.add("scan", "storm", "time", [](double n) { return 6 * n; });
    all.add("scan", "calm", "steps", [](double n) { return n; });
    all.add("scan", "calm", "space", [](double n) { return 8 * n; });
    all.add("pairs", "calm", "time", [](double n) { return n * n; });
    return all;
}

std::vector<SolutionClaims> solutions() {
    SolutionClaims scan, pairs, lost;
    scan.solution = "scan";
    pairs.solution = "pairs";
    lost.solution = "lost";
    lost.excluded = "it gives wrong answers";
    return {scan, pairs, lost};
}

TEST(Outlook, TheWorstShapeSaysHowFarALimitReaches) {
    const Harbour all = harbour();
    const Outlook outlook(all.series, all.growths);
    const auto largest = outlook.largest_within("time", 6e6, "n", {});
    ASSERT_EQ(largest.size(), 2u);
    EXPECT_EQ(largest[0].shape, "storm");
    EXPECT_NEAR(largest[0].largest->size, 1e6, 5e4);
    EXPECT_NEAR(largest[1].largest->size, std::sqrt(6e6), 60);
}

TEST(Outlook, AlongTheSweepItsOwnGrowthForecasts) {
    // Other places, which end early for small k, bend the joint growth.
    const auto value = [](double n, double k) { return k < 8 ? n : 5 * n * k; };
    NamedSeries one{"scan", "calm", "time", {"n", {}}, {{"n", "k"}, {}}};
    const auto readings = [&](double n, double k) {
        return std::vector<Reading>{{0, 0, value(n, k)}, {0, 1, 1.01 * value(n, k)}};
    };
    for (double n = 16; n <= 8192; n *= 2) {
        one.series.points.push_back({n, readings(n, 10)});
        for (const double k : {2, 4, 10, 40})
            one.cells.cells.push_back({{n, k}, readings(n, k)});
    }
    CandidateStore store;
    const std::vector<NamedSeries> series = {one};
    const std::vector<SeriesGrowth> growths = {fit_one(one, {}, store.of(one.cells, {}))};
    const Outlook outlook(series, growths, [](const Sizes &sizes) { return sizes.at("k") == 10; });
    EXPECT_NEAR(outlook.at({{"n", 16384}, {"k", 10}}).at(0).forecast.value, 50 * 16384, 0.03 * 50 * 16384);
    EXPECT_NEAR(outlook.largest_within("time", 50 * 16384, "n", {{"k", 10}}).at(0).largest->size, 16384, 500);
    // Along another size the joint growth has to do.
    const auto along_k = outlook.largest_within("time", 5 * 1024 * 100, "k", {{"n", 1024}}).at(0).largest;
    ASSERT_TRUE(along_k);
    EXPECT_LT(along_k->size, 1000);
    EXPECT_GT(along_k->size, 20);
}

TEST(Outlook, TargetsAreMeasuredWhereTheyCanBe) {
    const Harbour all = harbour();
    const Outlook outlook(all.series, all.growths);
    TargetLimits target{{{"n", 4096}}, 1e6, 1e6, parse_bound("O(n log n)", {"n"}), {}};
    const auto met = outlook.meets(target, solutions(), std::nullopt);
    ASSERT_EQ(met.size(), 3u);
    EXPECT_EQ(met[0].all(), Meets::yes);
    EXPECT_TRUE(met[0].demands[0].measured);
    EXPECT_NEAR(met[0].demands[0].value, 6 * 4096, 300);
    EXPECT_EQ(met[1].demands[0].meets, Meets::no);     // 4096^2 ns
    EXPECT_EQ(met[1].demands[1].meets, Meets::unsure); // its space was not read
    EXPECT_EQ(met[1].demands[2].meets, Meets::no);
    EXPECT_EQ(met[1].all(), Meets::no);
    EXPECT_EQ(met[2].all(), Meets::no);
    target.sizes["n"] = 100000; // beyond what was measured
    const auto forecast = outlook.meets(target, solutions(), std::nullopt);
    EXPECT_FALSE(forecast[0].demands[0].measured);
    EXPECT_EQ(forecast[0].demands[0].meets, Meets::yes); // 0.6 ms of 1 ms
}

TEST(Outlook, TellsWhichGrowthsThereIsTimeFor) {
    const Harbour all = harbour();
    const auto step = Outlook(all.series, all.growths).time_a_step();
    ASSERT_TRUE(step);
    EXPECT_NEAR(*step, 2, 0.1);
    std::vector<std::string> passing;
    for (const ClassCost &one : classes_within(1e9, 2, 7500, "n"))
        if (one.passes) passing.push_back(one.name);
    EXPECT_EQ(passing.back(), "n^2"); // 0.1 s; n^2 log n takes 1.4 s
}

TEST(Outlook, SaysItWithinEightyColumns) {
    const Harbour all = harbour();
    const Outlook outlook(all.series, all.growths);
    ForecastFindings findings;
    findings.sizes = {{"n", 1e6}};
    findings.forecasts = outlook.at(findings.sizes);
    findings.within = "1s";
    findings.along = "n";
    findings.largest = outlook.largest_within("time", 1e9, "n", {});
    findings.limits = TargetLimits{{{"n", 4096}}, 1e6, 1e6, {}, {}};
    findings.target = outlook.meets(*findings.limits, solutions(), std::nullopt);
    findings.classes = classes_within(1e6, 2, 4096, "n");
    findings.check = outlook.self_check();
    const std::string text = forecast_text(findings, true);
    std::string flat = text; // however it is wrapped
    std::replace(flat.begin(), flat.end(), '\n', ' ');
    EXPECT_NE(text.find("The target: n = 4,096 within 1 ms"), std::string::npos) << text;
    EXPECT_NE(flat.find("the curve alone"), std::string::npos) << text;
    EXPECT_NE(flat.find("Fitted without the two largest sizes"), std::string::npos) << text;
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t stop = std::min(text.find('\n', at), text.size());
        EXPECT_LE(stop - at, 82u) << text.substr(at, stop - at); // an ellipsis is three bytes
        at = stop + 1;
    }
}

} // namespace
} // namespace iron
