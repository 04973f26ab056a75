#include "core/compare/compare.h"

#include <cmath>
#include <functional>
#include <gtest/gtest.h>
#include <random>

#include "views/compare.h"

namespace iron {
namespace {

using Value = std::function<double(double)>;

// Rounds of times: what is common to a round hits both series alike, spikes hit one.
struct TimedRounds {
    explicit TimedRounds(unsigned seed) : random(seed) {}
    std::pair<Series, Series> both(const Value &one, const Value &other, double spread = 0.03,
                                   int rounds = 7) {
        std::pair<Series, Series> series;
        for (double n = 16; n <= 20000; n *= std::sqrt(2.0)) {
            ReadPlace first{{std::round(n)}, {}}, second{{std::round(n)}, {}};
            for (int round = 0; round < rounds; ++round) {
                const double drift = std::exp(0.1 * normal(random)); // far larger than what tells them apart
                const auto reading = [&](const Value &value) {
                    const double spike = uniform(random) < 0.03 ? 1 + 2 * uniform(random) : 1;
                    return Reading{0, round,
                                   value(std::round(n)) * drift * spike * std::exp(spread * normal(random))};
                };
                first.readings.push_back(reading(one));
                second.readings.push_back(reading(other));
            }
            series.first.places.push_back(std::move(first));
            series.second.places.push_back(std::move(second));
        }
        return series;
    }
    std::mt19937_64 random;
    std::normal_distribution<double> normal;
    std::uniform_real_distribution<double> uniform;
};

Series exact(const Value &value) {
    Series series;
    for (double n = 16; n <= 20000; n *= 2)
        series.places.push_back({{n}, {{0, 0, value(n)}}});
    return series;
}

TEST(Ratio, AKnownFactorLiesWithinItsInterval) {
    int within = 0, told_apart = 0;
    for (unsigned seed = 1; seed <= 200; ++seed) {
        const auto [one, other] =
            TimedRounds(seed).both([](double n) { return 5.25 * n; }, [](double n) { return 5 * n; });
        const RatioCourse course = ratio_course(one, other, Noise::timed);
        within += course.interval.first <= 1.05 && 1.05 <= course.interval.second;
        told_apart += course.differs && course.kind == RatioCourse::Kind::level;
    }
    EXPECT_GE(within, 188); // 95 % wanted
    EXPECT_GE(told_apart, 190);
}

TEST(Ratio, TwoCopiesShowNoDifferenceAndSayWhatWouldHaveShown) {
    int none = 0;
    for (unsigned seed = 1; seed <= 200; ++seed) {
        const auto [one, other] =
            TimedRounds(seed).both([](double n) { return 5 * n; }, [](double n) { return 5 * n; });
        const RatioCourse course = ratio_course(one, other, Noise::timed);
        none += !course.differs;
        if (!course.differs) EXPECT_LT(course.would_have_seen, 0.03);
    }
    EXPECT_GE(none, 190);
}

TEST(Ratio, OtherGrowthRisesOrFalls) {
    const auto [tree, scan] =
        TimedRounds(3).both([](double n) { return n * std::log2(n); }, [](double n) { return 9 * n; });
    EXPECT_EQ(ratio_course(tree, scan, Noise::timed).kind, RatioCourse::Kind::rising);
    EXPECT_EQ(ratio_course(scan, tree, Noise::timed).kind, RatioCourse::Kind::falling);
    EXPECT_EQ(ratio_course(Series{}, scan, Noise::timed).kind, RatioCourse::Kind::unknown);
}

TEST(Ratio, CountsAreExact) {
    const RatioCourse course = ratio_course(exact([](double n) { return 4 * n; }),
                                            exact([](double n) { return n; }), Noise::counted);
    EXPECT_NEAR(course.ratio, 4, 1e-6);
    EXPECT_LT(course.interval.second - course.interval.first, 1e-6);
}

TEST(Crossings, LieWithinTheirIntervals) {
    // 0.02 n^2 + 400 against 9 n + 100: they meet at 413.7.
    const double truth = (9 + std::sqrt(81 - 4 * 0.02 * 300)) / 0.04;
    int found = 0, within = 0;
    for (unsigned seed = 1; seed <= 500; ++seed) {
        const auto [one, other] = TimedRounds(seed).both([](double n) { return 0.02 * n * n + 400; },
                                                         [](double n) { return 9 * n + 100; }, 0.05, 5);
        for (const Crossing &crossing : crossings(ratio_course(one, other, Noise::timed))) {
            if (std::abs(std::log(crossing.at / truth)) > 1) continue; // the other one, at 36
            ++found;
            within += crossing.interval.first <= truth && truth <= crossing.interval.second;
            EXPECT_TRUE(crossing.first_is_smaller_below);
        }
    }
    EXPECT_GE(found, 495);
    EXPECT_GE(within, 0.93 * found);
    EXPECT_LE(within, 0.995 * found);
}

NamedSeries named(const std::string &solution, const std::string &shape, Metric metric, const Value &value) {
    return {solution, shape, metric, exact(value)};
}

TEST(CompareAll, SaysWhoWinsFromWhichSizeOnAndAtWhatPrice) {
    const std::vector<NamedSeries> series = {
        named("pairs", "calm", Metric::time, [](double n) { return n * n / 100 + 10; }),
        named("scan", "calm", Metric::time, [](double n) { return 10 * n; }),
        named("table", "calm", Metric::time, [](double n) { return 30 * n; }),
        named("pairs", "calm", Metric::space, [](double) { return 8; }),
        named("scan", "calm", Metric::space, [](double n) { return 8 * n; }),
        named("table", "calm", Metric::space, [](double n) { return 16 * n; }),
    };
    const ComparisonOfAll all = compare_all(series, {}, {{"pairs", "scan", "table"}});
    ASSERT_EQ(all.fastest.size(), 2u);
    EXPECT_EQ(all.fastest[0].solution, "pairs");
    EXPECT_NEAR(all.fastest[0].to, 1000, 300);
    EXPECT_EQ(all.fastest[1].solution, "scan");
    ASSERT_EQ(all.trade.size(), 3u);
    EXPECT_TRUE(all.trade[0].unbeaten());
    EXPECT_TRUE(all.trade[1].unbeaten());
    EXPECT_EQ(all.trade[2].beaten_by, "scan");
    ASSERT_FALSE(all.rankings.empty());
    EXPECT_EQ(all.rankings[0].times[0].first, "scan");
    const std::string text = comparison_text(all, false, {{"lost", "it gives wrong answers"}});
    EXPECT_NE(text.find("table takes 3 times the time and 2 times the space of scan."), std::string::npos)
        << text;
    EXPECT_NE(text.find("left out: lost: it gives wrong answers"), std::string::npos) << text;
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t stop = std::min(text.find('\n', at), text.size());
        EXPECT_LE(stop - at, 80u) << text.substr(at, stop - at);
        at = stop + 1;
    }
}

TEST(CompareAll, WhereTheFastestWasNotReadNobodyTakesItsPlace) {
    std::vector<NamedSeries> series = {named("scan", "calm", Metric::time, [](double n) { return n; }),
                                       named("tree", "calm", Metric::time, [](double n) { return 9 * n; })};
    series[0].series.places.pop_back();
    const ComparisonOfAll all = compare_all(series, {}, {{"scan", "tree"}});
    ASSERT_EQ(all.fastest.size(), 1u);
    EXPECT_EQ(all.fastest[0].solution, "scan");
}

// One is slow to start and grows slower: at every size that was read the other is faster, and not at the end.
TEST(CompareAll, WhoIsFastestWhereNobodyReadIsForecast) {
    const std::vector<NamedSeries> series = {
        named("pairs", "calm", Metric::time, [](double n) { return n * n; }),
        named("tree", "calm", Metric::time, [](double n) { return 1e9 + 9 * n; })};
    std::vector<SeriesGrowth> growths;
    for (const NamedSeries &one : series)
        growths.push_back(Fitter().fit(one, {}));
    CompareOptions options{{"pairs", "tree"}};
    options.largest = 1e6;
    const ComparisonOfAll all = compare_all(series, growths, options);
    EXPECT_EQ(all.fastest.back().solution, "pairs");
    ASSERT_TRUE(all.farther);
    EXPECT_EQ(all.farther->solution, "tree");
    EXPECT_NEAR(all.farther->time_ns / 1.009e9, 1, 0.1);
    options.largest = 20000; // as far as was read, or nearly
    EXPECT_FALSE(compare_all(series, growths, options).farther);
}

TEST(CompareAll, TheWorstShapeTakesTheLargerOfEachSize) {
    const std::vector<NamedSeries> series = {
        named("scan", "calm", Metric::time, [](double n) { return n; }),
        named("scan", "storm", Metric::time, [](double n) { return 2000 + n / 2; }),
        named("pairs", "calm", Metric::time, [](double n) { return 3 * n; }),
    };
    const ComparisonOfAll all = compare_all(series, {}, {{"scan", "pairs"}});
    const auto worst = std::find_if(all.pairs.begin(), all.pairs.end(), [](const PairComparison &pair) {
        return pair.shape == worst_shape_name && pair.metric == Metric::time;
    });
    ASSERT_NE(worst, all.pairs.end());
    EXPECT_NEAR(worst->course.points.front().ratio, 2008.0 / 48, 0.5);
    EXPECT_NEAR(worst->course.points.back().ratio, 1.0 / 3, 0.01);
}

// The dear shape of the one ends early: beyond, its cheap shape says nothing of the worst.
TEST(CompareAll, TheWorstShapeGoesAsFarAsAllWereRead) {
    std::vector<NamedSeries> series = {
        named("starts", "calm", Metric::time, [](double n) { return n; }),
        named("starts", "storm", Metric::time, [](double n) { return 50 * n; }),
        named("table", "calm", Metric::time, [](double n) { return 2 * n; }),
        named("table", "storm", Metric::time, [](double n) { return 3 * n; }),
    };
    series[1].series.places.resize(series[1].series.places.size() - 3);
    const ComparisonOfAll all = compare_all(series, {}, {{"starts", "table"}});
    ASSERT_EQ(all.fastest.size(), 1u);
    EXPECT_EQ(all.fastest[0].solution, "table");
    for (const PairComparison &pair : all.pairs)
        if (pair.shape == worst_shape_name)
            for (const RatioPoint &point : pair.course.points)
                EXPECT_NEAR(point.ratio, 50.0 / 3, 0.1) << point.size;
}

TEST(CompareAll, TheWorstShapeKeepsTheGrainOfItsBytes) {
    std::vector<NamedSeries> series;
    for (const auto &[solution, bytes] : {std::pair("plain", 48.0), std::pair("deep", 56.0)})
        for (const char *shape : {"calm", "storm"}) {
            series.push_back(
                named(solution, shape, Metric::space, [bytes = bytes](double) { return bytes; }));
            series.back().series.grain = 64;
        }
    for (const PairComparison &pair : compare_all(series, {}, {{"plain", "deep"}}).pairs)
        EXPECT_FALSE(pair.course.differs) << pair.shape;
}

} // namespace
} // namespace iron
