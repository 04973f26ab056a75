#include "core/compare/outlook.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <gtest/gtest.h>

#include "core/growth/fitter.h"
#include "views/forecast.h"

namespace iron {
namespace {

using Law = std::function<double(double)>;

struct Harbour {
    std::vector<NamedSeries> series;
    std::vector<SeriesGrowth> growths;
    void add(const std::string &solution, const std::string &shape, Metric metric, const Law &law,
             double to = 8192) {
        NamedSeries one{solution, shape, metric, {}};
        for (double n = 16; n <= to; n *= 2)
            one.series.places.push_back({{n}, {{0, 0, law(n)}, {0, 1, law(n)}, {0, 2, law(n)}}});
        growths.push_back(Fitter().fit(one, {}));
        series.push_back(std::move(one));
    }
};

Harbour harbour() {
    Harbour all;
    all.add("scan", "calm", Metric::time, [](double n) { return 2 * n; });
    all.add("scan", "storm", Metric::time, [](double n) { return 6 * n; });
    all.add("scan", "calm", Metric::steps, [](double n) { return n; });
    all.add("scan", "calm", Metric::space, [](double n) { return 8 * n; });
    all.add("pairs", "calm", Metric::time, [](double n) { return n * n; });
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
    const auto largest = outlook.largest_within(Metric::time, 6e6, "n", {});
    ASSERT_EQ(largest.size(), 2u);
    EXPECT_EQ(largest[0].shape, "storm");
    EXPECT_NEAR(largest[0].largest->size, 1e6, 5e4);
    EXPECT_NEAR(largest[1].largest->size, std::sqrt(6e6), 60);
}

TEST(Outlook, OverTwoSizesTheOtherIsHeld) {
    NamedSeries one{"scan", "calm", Metric::time, {{"n", "k"}, {}}};
    for (double n = 16; n <= 8192; n *= 2)
        for (const double k : {2, 4, 10, 40})
            one.series.places.push_back({{n, k}, {{0, 0, 5 * n * k}, {0, 1, 5.05 * n * k}}, k == 10});
    const std::vector<NamedSeries> series = {one};
    const std::vector<SeriesGrowth> growths = {Fitter().fit(one, {})};
    const Outlook outlook(series, growths);
    EXPECT_NEAR(outlook.at({{"n", 16384}, {"k", 10}}).at(0).forecast.value, 50 * 16384, 0.03 * 50 * 16384);
    EXPECT_NEAR(outlook.largest_within(Metric::time, 50 * 16384, "n", {{"k", 10}}).at(0).largest->size, 16384,
                500);
    const auto along_k =
        outlook.largest_within(Metric::time, 5 * 1024 * 100, "k", {{"n", 1024}}).at(0).largest;
    ASSERT_TRUE(along_k);
    EXPECT_NEAR(along_k->size, 100, 10);
}

// Steps grow like n^2 to the digit; times, most of them start-up, alone would be told to grow slower.
TEST(Outlook, TimesAreForecastByTheGrowthThatDecided) {
    NamedSeries steps{"scan", "calm", Metric::steps, {}}, time{"scan", "calm", Metric::time, {}};
    for (double n = 16; n <= 2048; n *= std::sqrt(2.0)) {
        const double size = std::round(n);
        steps.series.places.push_back({{size}, {{0, 0, size * size}}});
        time.series.places.push_back({{size}, {}});
        for (int round = 0; round < 5; ++round)
            time.series.places.back().readings.push_back(
                {0, round, (2e5 + 0.1 * size * size) * (1 + 0.01 * round)});
    }
    Fitter fitter;
    const std::vector<NamedSeries> series = {time, steps};
    const auto one_by_one = [](int count, const std::function<void(int)> &work) {
        for (int i = 0; i < count; ++i)
            work(i);
    };
    const std::vector<SeriesGrowth> growths = fit_all({{&series[0]}, {&series[1]}}, fitter, one_by_one);
    EXPECT_EQ(growths[0].growth.told().name, "n^2");
    const double far = 1e5;
    EXPECT_NEAR(Outlook(series, growths).at({{"n", far}}).at(0).forecast.value / (0.1 * far * far), 1, 0.1);
}

TEST(Outlook, TargetsAreMeasuredWhereTheyCanBe) {
    const Harbour all = harbour();
    const Outlook outlook(all.series, all.growths);
    TargetLimits target{"", {{"n", 4096}}, 1e6, 1e6, parse_bound("O(n log n)", {"n"}), {}};
    const auto met = outlook.meets(target, solutions(), {std::nullopt});
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
    const auto forecast = outlook.meets(target, solutions(), {std::nullopt});
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
    findings.largest = outlook.largest_within(Metric::time, 1e9, "n", {});
    const TargetLimits limits{"", {{"n", 4096}}, 1e6, 1e6};
    findings.targets = {
        {limits, outlook.meets(limits, solutions(), {std::nullopt}), classes_within(1e6, 2, 4096, "n")}};
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
