// Figures as scripts and data, and drawn.
#include <gtest/gtest.h>

#include <cmath>
#include <cstdlib>
#include <fmt/format.h>
#include <fstream>
#include <sstream>

#include "core/growth/fitter.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "views/figures.h"

namespace iron {
namespace {

SeriesGrowth grown(const std::string &solution, Metric metric, double (*law)(double), double from, double to,
                   double factor, const std::string &shape = "calm") {
    NamedSeries named{solution, shape, metric, {}};
    for (double n = from; n <= to; n = factor > 1.2 ? n * factor : n + 1) {
        const double size = std::round(n);
        named.series.places.push_back(
            {{size}, {{0, 0, std::round(law(size))}, {0, 1, std::round(law(size))}}});
    }
    return Fitter().fit(named, {});
}

std::size_t count_of(const std::string &part, const std::string &text) {
    std::size_t count = 0;
    for (std::size_t at = text.find(part); at != std::string::npos; at = text.find(part, at + 1))
        ++count;
    return count;
}

// The lines of the block that follows a comment.
std::vector<std::vector<double>> block(const std::string &data, const std::string &comment) {
    std::vector<std::vector<double>> rows;
    std::istringstream lines(data.substr(data.find("# " + comment + "\n")));
    std::string line;
    std::getline(lines, line);
    while (std::getline(lines, line) && !line.empty()) {
        std::istringstream numbers(line);
        rows.emplace_back();
        for (double value; numbers >> value;)
            rows.back().push_back(value);
    }
    return rows;
}

const Figure &named(const std::vector<Figure> &figures, const std::string &name) {
    for (const Figure &figure : figures)
        if (figure.name == name) return figure;
    throw std::runtime_error("no figure " + name);
}

std::string drawn(const Figure &figure, const char *ending) {
    const Workspace folder;
    write_file(folder.path() / (figure.name + ".dat"), figure.data);
    write_file(folder.path() / (figure.name + ".gp"), figure.script);
    const std::string command =
        fmt::format("cd '{}' && gnuplot '{}.gp' 2>errors", folder.path().string(), figure.name);
    EXPECT_EQ(std::system(command.c_str()), 0) << read_file(folder.path() / "errors");
    return read_file(folder.path() / (figure.name + ending));
}

double linear(double n) { return 3 * n + 20; }
double squared(double n) { return n * n / 2 + 5; }
double doubling(double n) { return 5 * std::exp2(n); }

TEST(GrowthFigures, HoldEveryReadingAndCarryTheCurvesOn) {
    const std::vector<SeriesGrowth> growths = {grown("scan", Metric::steps, linear, 16, 4096, 2),
                                               grown("pairs", Metric::steps, squared, 16, 4096, 2)};
    const Figure figure = growth_figures("Tide", growths, {"scan", "pairs"}, {"calm"}, "n").front();
    EXPECT_EQ(figure.name, "steps");
    const auto readings = block(figure.data, "scan readings: x y low high");
    ASSERT_EQ(readings.size(), growths[0].growth.points.size());
    for (const auto &row : readings)
        EXPECT_NEAR(row[1], linear(row[0]), 1e-3 * row[1]);
    const auto forecast = block(figure.data, "pairs forecast: x y");
    ASSERT_GT(forecast.size(), 5u);
    EXPECT_DOUBLE_EQ(forecast.front()[0], 4096);
    EXPECT_DOUBLE_EQ(forecast.back()[0], 4 * 4096);
    EXPECT_NEAR(forecast.back()[1], squared(4 * 4096.0), 0.01 * squared(4 * 4096.0));
    EXPECT_NE(figure.script.find("set logscale xy 10"), std::string::npos);
    EXPECT_EQ(figure.script.find("allowed"), std::string::npos);
}

// What is on no list is told in no table either.
TEST(GrowthFigures, NameTheGrowthThatTablesName) {
    const SeriesGrowth listed = grown("scan", Metric::steps, linear, 16, 4096, 2);
    SeriesGrowth between = grown("between", Metric::steps, squared, 16, 4096, 2);
    between.growth.decided = between.growth.best();
    between.growth.decided->bent = true;
    between.growth.decided->name = "n^1.3";
    const Figure figure =
        growth_figures("Tide", {listed, between}, {"scan", "between"}, {"calm"}, "n").front();
    EXPECT_NE(figure.script.find("scan  n"), std::string::npos) << figure.script;
    EXPECT_EQ(figure.script.find("n^1.3"), std::string::npos) << figure.script;
}

TEST(GrowthFigures, MarkTheTargetAndReachIt) {
    const std::vector<SeriesGrowth> growths = {grown("scan", Metric::time, linear, 16, 4096, 2)};
    TargetLimits target;
    target.sizes = {{"n", 100'000}};
    target.time_ns = 1e6;
    const Figure figure = growth_figures("Tide", growths, {"scan"}, {"calm"}, "n", {target}).front();
    EXPECT_EQ(figure.name, "time");
    EXPECT_NE(figure.script.find("\"1 ms allowed\""), std::string::npos) << figure.script;
    EXPECT_NE(figure.script.find("\"target: n = 100,000\""), std::string::npos);
    EXPECT_NEAR(block(figure.data, "scan forecast: x y").back()[0], 100'000, 1);
    target.sizes["n"] = 1e12; // out of sight: the picture would be all forecast
    const Figure far = growth_figures("Tide", growths, {"scan"}, {"calm"}, "n", {target}).front();
    EXPECT_EQ(far.script.find("target:"), std::string::npos);
    EXPECT_NEAR(block(far.data, "scan forecast: x y").back()[0], 4 * 4096, 1);
}

TEST(GrowthFigures, SizesAreEvenWhereGrowthIsExponential) {
    const SeriesGrowth exponential = grown("subsets", Metric::steps, doubling, 4, 20, 1);
    const Figure alone = growth_figures("Barges", {exponential}, {"subsets"}, {"calm"}, "n").front();
    EXPECT_NE(alone.script.find("set logscale y 10"), std::string::npos) << alone.script;
    EXPECT_LE(block(alone.data, "subsets forecast: x y").back()[1], 1000 * doubling(20)); // no further
    // Beside one that goes on to thousands it would be a wall.
    const Figure beside =
        growth_figures("Barges", {exponential, grown("scan", Metric::steps, linear, 16, 4096, 2)},
                       {"subsets", "scan"}, {"calm"}, "n")
            .front();
    EXPECT_NE(beside.script.find("set logscale xy 10"), std::string::npos);
}

TEST(GrowthFigures, AreWellFormedWhateverTheNames) {
    const std::vector<std::string> names = {"<script>\"quoted\" \\ {brace}_under^over", "scan@home"};
    const std::vector<SeriesGrowth> growths = {grown(names[0], Metric::steps, linear, 16, 4096, 2),
                                               grown(names[1], Metric::steps, squared, 16, 4096, 2)};
    const Figure figure = growth_figures("Tide & <b>ebb</b>", growths, names, {"calm"}, "n").front();
    const std::string svg = drawn(figure, ".svg");
    EXPECT_NE(svg.find("</svg>"), std::string::npos);
    EXPECT_NE(svg.find("Tide &amp; &lt;b>ebb&lt;/b>"), std::string::npos);
    EXPECT_NE(svg.find("scan@home"), std::string::npos);
    EXPECT_EQ(svg.find("<script>"), std::string::npos);
    EXPECT_EQ(count_of("<text", svg), count_of("</text>", svg));
    EXPECT_EQ(drawn(figure, ".png").substr(1, 3), "PNG");
}

TEST(GrowthFigures, OneReadingIsAPicture) {
    const SeriesGrowth one = grown("scan", Metric::steps, linear, 64, 64, 2);
    const Figure figure = growth_figures("Tide", {one}, {"scan"}, {"calm"}, "n").front();
    EXPECT_EQ(block(figure.data, "scan readings: x y low high").size(), 1u);
    EXPECT_EQ(figure.data.find("forecast"), std::string::npos);
    EXPECT_NE(drawn(figure, ".svg").find("</svg>"), std::string::npos);
}

TEST(GrowthFigures, EveryShapeHasItsOwnAndTheWorstIsChosen) {
    const std::vector<SeriesGrowth> growths = {grown("scan", Metric::steps, linear, 16, 4096, 2, "calm"),
                                               grown("scan", Metric::steps, squared, 16, 4096, 2, "flood")};
    const std::vector<Figure> figures = growth_figures("Tide", growths, {"scan"}, {"calm", "flood"}, "n");
    ASSERT_EQ(figures.size(), 3u);
    const auto worst = block(named(figures, "steps").data, "scan readings: x y low high");
    EXPECT_NEAR(worst.back()[1], squared(4096), 1e-3 * squared(4096));
    EXPECT_NEAR(block(named(figures, "steps-calm").data, "scan readings: x y low high").back()[1],
                linear(4096), 1);
}

// Cells over two sizes of a law n k.
SeriesGrowth over_two(const std::string &solution, Metric metric) {
    NamedSeries named{solution, "calm", metric, {}};
    named.series.names = {"n", "k"};
    for (double n = 8; n <= 2048; n *= 2)
        for (double k = 4; k <= 256; k *= 4)
            named.series.places.push_back({{n, k}, {{0, 0, 3 * n * k + 7}}});
    return Fitter().fit(named, {});
}

TEST(MapFigures, ShowTheReadingsOnTheFittedField) {
    const std::vector<SeriesGrowth> growths = {over_two("table", Metric::steps),
                                               over_two("rows", Metric::steps)};
    const std::vector<Figure> figures =
        map_figures("Moorings", growths, {"table", "rows"}, parse_relations("k <= n", {"n", "k"}));
    ASSERT_EQ(figures.size(), 1u); // no times were read
    const Figure &figure = figures.front();
    EXPECT_EQ(figure.name, "map-steps");
    const auto readings = block(figure.data, "table readings: x y value"),
               field = block(figure.data, "table fitted: x y value");
    EXPECT_EQ(readings.size(), 9u * 4u);
    ASSERT_GT(field.size(), 100u);
    EXPECT_EQ(field.size(), 41u * 41u);
    for (const auto &spot : field) {
        if (spot.size() < 3) { // "nan" is no number
            EXPECT_GE(spot[1], spot[0]);
            continue;
        }
        EXPECT_LE(spot[1], spot[0] * 1.0001);
        EXPECT_NEAR(spot[2], 3 * spot[0] * spot[1] + 7, 0.02 * spot[2]);
    }
    const std::string svg = drawn(figure, ".svg");
    EXPECT_NE(svg.find("steps a call"), std::string::npos);
    EXPECT_NE(svg.find("rows"), std::string::npos);
    EXPECT_LT(svg.size(), 200'000u); // it stands in the page
}

// A claim of O(n), judged on the shape calm.
JudgedClaim linear_claim() {
    JudgedClaim claim{"scan", {Metric::time, "every", parse_bound("O(n)", {"n"})}, {}};
    claim.judgement.worst_shape = "calm";
    return claim;
}

TEST(ClaimFigures, MarkWhereTheWorkingSetOutgrowsACache) {
    const auto sizes_at = [](double n) { return Sizes{{"n", n}}; };
    WorkingSets sets;
    sets.caches = {{1, "Data", 32768}, {2, "Unified", 1 << 20}, {3, "Unified", 1 << 30}};
    for (double n = 16; n <= 1 << 20; n *= 4)
        sets.bytes[{"scan", "calm"}][n] = 8 * n;
    const std::vector<SeriesGrowth> timed = {grown("scan", Metric::time, linear, 16, 1 << 20, 2)};
    const Figure figure = claim_figures({linear_claim()}, timed, "n", sizes_at, sets).at(0);
    EXPECT_NE(figure.script.find("\"32 KiB cache\" at first 4096,"), std::string::npos) << figure.script;
    EXPECT_NE(figure.script.find("\"1 MiB cache\" at first 131072,"), std::string::npos) << figure.script;
    EXPECT_EQ(figure.script.find("GiB cache"), std::string::npos); // not reached
    // Counts do not feel it, and what is not known is not marked.
    const std::vector<SeriesGrowth> counted = {grown("scan", Metric::steps, linear, 16, 1 << 20, 2)};
    EXPECT_EQ(claim_figures({linear_claim()}, counted, "n", sizes_at, sets).at(0).script.find("cache"),
              std::string::npos);
    EXPECT_EQ(claim_figures({linear_claim()}, timed, "n", sizes_at).at(0).script.find("cache"),
              std::string::npos);
}

// Of three sizes two change: what relates them to the third is not known here.
TEST(MapFigures, LeaveRelationsWithOtherSizesAside) {
    const std::vector<Figure> figures = map_figures("Moorings", {over_two("table", Metric::steps)}, {"table"},
                                                    parse_relations("m <= n", {"n", "k", "m"}));
    ASSERT_EQ(figures.size(), 1u);
    EXPECT_EQ(figures[0].data.find("nan"), std::string::npos);
}

TEST(MapFigures, AreForTwoSizesAlone) {
    EXPECT_TRUE(
        map_figures("Tide", {grown("scan", Metric::steps, linear, 16, 4096, 2)}, {"scan"}, {}).empty());
}

TEST(Figures, WhatTakesNoTimeIsDrawnAtTheAxisEnd) {
    const Axes axes{"Planks", "time a call", "space a call", Scale::time, Scale::bytes};
    const Figure figure = draw_lines(
        "trade", axes,
        {{0, "formula", "formula", {{0, 0, 0, 0}}, {}}, {1, "loop", "loop", {{5e6, 640, 640, 640}}, {}}});
    EXPECT_LT(figure.script.size(), 20000u);
    for (const char *never : {"inf", "nan", "set xrange [0:", "set yrange [0:"})
        EXPECT_EQ(figure.script.find(never), std::string::npos) << never;
    EXPECT_NE(figure.data.find("0.01 1 1 1"), std::string::npos) << figure.data;
}

} // namespace
} // namespace iron
