// Comparisons, forecasts and changes in words.
#include <gtest/gtest.h>

#include <limits>
#include <sstream>

#include "views/changes.h"
#include "views/compare.h"
#include "views/forecast.h"
#include "views/over_bound.h"
#include "views/text.h"

namespace iron {
namespace {

RatioCourse level(double ratio, Interval interval) {
    RatioCourse course;
    course.kind = RatioCourse::Kind::level;
    course.ratio = ratio;
    course.interval = interval;
    course.points = {
        {100, ratio, interval, 0.01}, {1000, ratio, interval, 0.01}, {10'000, ratio, interval, 0.01}};
    course.differs = interval.first > 1 || interval.second < 1;
    if (!course.differs) course.would_have_seen = std::sqrt(interval.second / interval.first) - 1;
    return course;
}

RatioCourse falling(double at_first, double at_last) {
    RatioCourse course = level(at_last, {at_last * 0.99, at_last * 1.01});
    course.kind = at_last < at_first ? RatioCourse::Kind::falling : RatioCourse::Kind::rising;
    course.points[1].ratio = at_first; // words begin at the second third
    course.points.back().ratio = at_last;
    return course;
}

TEST(CourseWords, TellTheFactorFromTheBetterSide) {
    EXPECT_EQ(course_words(level(0.25, {0.244, 0.2564}), Metric::time, "n"),
              "same growth, 4 times faster [3.9, 4.1]");
    EXPECT_EQ(course_words(level(2.5, {2.4, 2.6}), Metric::time, "n"),
              "same growth, 2.5 times slower [2.4, 2.6]");
    EXPECT_EQ(course_words(level(0.5, {0.5, 0.5}), Metric::steps, "n"), "same growth, 2 times fewer [2, 2]");
    EXPECT_EQ(course_words(level(2, {2, 2}), Metric::space, "n"), "same growth, 2 times more [2, 2]");
    EXPECT_EQ(course_words(level(1.05, {1.04, 1.06}), Metric::time, "n"), "same growth, 5 % slower [4, 6] %");
}

TEST(CourseWords, NoDifferenceIsSaidWithWhatWouldHaveShown) {
    EXPECT_EQ(course_words(level(1.001, {0.99, 1.01}), Metric::time, "n"),
              "no difference seen (from 1.01 % on it would have been)");
    EXPECT_EQ(course_words(level(1, {1, 1}), Metric::steps, "n"), "the same");
}

TEST(CourseWords, OtherGrowthIsToldAtTwoSizes) {
    EXPECT_EQ(course_words(falling(1.0 / 12, 1.0 / 1150), Metric::time, "n"),
              "grows slower: 12 times faster at n = 1,000, 1,150 times faster at n = 10,000");
    EXPECT_EQ(course_words(falling(2, 40), Metric::steps, "k"),
              "grow faster: 2 times more at k = 1,000, 40 times more at k = 10,000");
}

ComparisonOfAll compared() {
    ComparisonOfAll all;
    all.pairs = {{"every-stretch", "one-pass", worst_shape_name, Metric::time, falling(0.5, 90)}};
    all.crossings = {
        {"every-stretch", "one-pass", worst_shape_name, Metric::time, {62.4, {58.2, 66.9}, true}, true}};
    all.fastest = {{1, 62.4, "every-stretch"}, {62.4, std::numeric_limits<double>::infinity(), "one-pass"}};
    all.trade_at = 10'000;
    all.trade = {{"one-pass", 2e4, 4096, ""}, {"every-stretch", 1.8e6, 8192, "one-pass"}};
    all.rankings = {{worst_shape_name, 10'000, {{"one-pass", 2e4}, {"every-stretch", 1.8e6}}}};
    return all;
}

TEST(ComparisonText, SaysWhoWinsWhereAndAtWhatPrice) {
    const std::string text = comparison_text(compared(), false, {{"second", "wrong answer on calm, n = 3"}});
    for (const char *part :
         {"every-stretch takes less up to n = 62 [58, 67], one-pass above it", "beaten by one-pass",
          "every-stretch takes 90 times the time and 2 times the space of one-pass", "unbeaten in both",
          "one-pass 20 us, every-stretch 1.8 ms", "left out: second: wrong answer on calm, n = 3",
          "Fastest in the worst shape: up to n = 62 every-stretch, above it one-pass."})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
    EXPECT_EQ(text.find("forecast"), std::string::npos);
}

TEST(ComparisonText, AForecastCrossingIsMarkedSo) {
    ComparisonOfAll all = compared();
    all.crossings[0].measured = false;
    EXPECT_NE(comparison_text(all, false, {}).find("(forecast:"), std::string::npos);
}

TEST(ComparisonText, StaysWithinEightyColumns) {
    ComparisonOfAll all = compared();
    const std::string name(40, 'x');
    all.pairs[0].solution = all.crossings[0].solution = all.trade[1].solution = name;
    std::istringstream lines(
        comparison_text(all, true, {{name, std::string(60, 'y') + " " + std::string(60, 'z')}}));
    for (std::string line; std::getline(lines, line);)
        if (line.find(" against ") == std::string::npos) { // a heading holds two names whole
            EXPECT_LE(width_of(line), 80u) << line;
        }
}

TEST(FastestWords, NameOneOrSeveral) {
    ComparisonOfAll all;
    EXPECT_EQ(fastest_words(all), "");
    all.fastest = {{1, std::numeric_limits<double>::infinity(), "one-pass"}};
    all.read_from = 16, all.read_to = 1024;
    EXPECT_EQ(fastest_words(all), "one-pass at every size read, n = 16 to 1,024");
    all.farther = FastestFarther{7500, "halves", 2e6, {1.9e6, 2.1e6}};
    EXPECT_EQ(fastest_words(all),
              "one-pass at every size read, n = 16 to 1,024; at n = 7,500, which was not read, "
              "by forecast halves (2 ms)");
}

TEST(ForecastText, TellsTheValueItsIntervalAndWhatItRestsOn) {
    ForecastFindings f;
    f.sizes = {{"n", 1'000'000}};
    f.forecasts = {{"one-pass", "calm", Metric::time, {6.4e6, {4.46e6, 9.08e6}, 30.5}},
                   {"one-pass", "calm", Metric::space, {4096, {4096, 4096}, 30.5}}};
    const std::string text = forecast_text(f, false);
    for (const char *part : {"Forecast at n = 1,000,000", "6.4 ms", "4.46 to 9.08 ms", "4 KiB",
                             "30.5 times beyond", "rests on the\ncurve alone"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
    f.forecasts[0].forecast.beyond = f.forecasts[1].forecast.beyond = 4;
    EXPECT_EQ(forecast_text(f, false).find("curve alone"), std::string::npos);
}

TEST(ForecastText, TheLargestSizeHasThreeDigitsAndAnEnd) {
    ForecastFindings f;
    f.within = "1s";
    f.along = "n";
    f.largest = {{"one-pass", "calm", Forecaster::Largest{123'456, {120'001, 130'000}, 2.5}},
                 {"closed-form", "calm", Forecaster::Largest{1e15, {1e15, 1e15}, 1e9}},
                 {"every-stretch", "calm", std::nullopt}};
    const std::string text = forecast_text(f, false);
    for (const char *part : {"The largest n within 1s", "123,000", "120,000 to 130,000", "2.5 times", "any",
                             "it does not grow", "not even 1"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
}

TEST(ForecastText, TheTargetIsMetOrNotWithFigures) {
    ForecastFindings f;
    TargetLimits limits;
    limits.sizes = {{"n", 7500}};
    limits.time_ns = 1e9;
    limits.space_bytes = 256 << 20;
    MeetsTarget meets{"one-pass", {}};
    meets.demands = {{"time", Meets::yes, true, 1.24e6, {1.2e6, 1.3e6}, ""},
                     {"memory", Meets::unsure, false, 250 << 20, {200 << 20, 300 << 20}, ""}};
    f.step_ns = 1.5;
    f.targets = {{limits, {meets}, {{"n log n", 1.4e5, true}, {"n^3", 6e11, false}, {"2^n", 1e200, false}}}};
    const std::string text = forecast_text(f, false);
    for (const char *part :
         {"The target: n = 7,500 within 1 s, 256 MiB", "time: yes, 1.24 ms [1.2 to 1.3 ms] measured",
          "memory: unsure, 250 MiB [200 to 300 MiB] forecast", "there is time for n log n", "not for\nn^3",
          "2^n (ages)"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
    EXPECT_NE(text.find("unsure    "), std::string::npos); // the whole is no surer than its parts
}

TEST(ForecastText, TiersStandBesideEachOther) {
    const auto tier = [](const char *name, double n, Meets meets) {
        TargetLimits limits{name, {{"n", n}}, 1e9};
        const Demand demand{"time", meets, true, 1e3 * n, {1e3 * n, 1e3 * n}};
        return TargetFindings{limits, {{"one-pass", {demand}}, {"every-stretch", {demand}}}, {}};
    };
    ForecastFindings f;
    f.targets = {tier("small", 100, Meets::yes), tier("full", 7500, Meets::no)};
    const std::string text = forecast_text(f, false);
    for (const char *part :
         {"The target: small: n = 100 within 1 s; full: n = 7,500 within 1 s\n",
          "solution       tier   meets it", "one-pass       small  yes       time: yes, 100 us measured",
          "               full   no        time: no, 7.5 ms measured"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
}

TEST(ForecastText, TheCheckOnItselfIsForTheVerbose) {
    ForecastFindings f;
    f.check = {40, 36};
    EXPECT_EQ(forecast_text(f, false), "");
    EXPECT_NE(forecast_text(f, true).find("36 of 40 readings"), std::string::npos);
}

TEST(ChangesText, CountsWhatIsWorseAndHidesWhatIsTheSame) {
    Change worse{
        Change::Kind::worse, "one-pass", "calm", Metric::time, level(1.2, {1.18, 1.22}), "", "", "", true};
    Change same{Change::Kind::same, "one-pass", "calm", Metric::steps, level(1, {1, 1}), "", "", "", false};
    Change verdict{Change::Kind::verdict, "halves", "", {}, {}, "time O(n)", "holds", "exceeded", true};
    Change fresh{Change::Kind::appeared, "third", "", {}, {}, "", "", "", false};
    const std::string text = changes_text({worse, same, verdict, fresh}, "n", false);
    for (const char *part : {"one-pass\n  worse calm, time: same growth, 1.2 times slower",
                             "time O(n): holds before, exceeded now", "third\n", "is new",
                             "2 changes for the worse, 1 other change, 1 the same"})
        EXPECT_NE(text.find(part), std::string::npos) << part << "\n" << text;
    EXPECT_EQ(text.find("steps"), std::string::npos);
    EXPECT_NE(changes_text({worse, same}, "n", true).find("calm, steps: the same"), std::string::npos);
}

std::string chart(const std::function<double(double)> &law, const char *bound, int sizes = 18) {
    Growth growth;
    growth.catalogue = std::make_shared<const Catalogue>(std::vector<std::string>{"n"},
                                                         std::vector<Relation>{}, std::vector<bool>{false});
    for (int i = 0; i < sizes; ++i) {
        const double n = 16 * std::exp2(i / 2.0);
        growth.points.push_back({{n}, std::log(law(n)), 0, 1});
    }
    return inline_chart(over_bound(growth, "n", parse_bound(bound, {"n"}), false, [](double n) {
        return Sizes{{"n", n}};
    }));
}

TEST(InlineChart, ShowsWhetherReadingsKeepTheirBound) {
    const auto linear = [](double n) { return 7 * n; };
    EXPECT_EQ(chart(linear, "O(n)"), ".....5.....");                         // one above another
    EXPECT_EQ(chart([](double n) { return n * n; }, "O(n)"), "4....5....."); // beyond the edge
    EXPECT_EQ(chart(linear, "O(n^2)"), ".....5....4");
    EXPECT_EQ(chart([](double n) { return n * std::log2(n); }, "O(n)"), "..2345.....");
}

TEST(InlineChart, FewPlacesHaveNone) {
    EXPECT_EQ(chart([](double n) { return n; }, "O(n)", 4), "");
}

} // namespace
} // namespace iron
