#include "core/growth/fit.h"

#include <cmath>
#include <gtest/gtest.h>
#include <random>

#include "core/bound/print.h"
#include "core/growth/bend.h"
#include "core/growth/fitter.h"
#include "core/growth/telling_part.h"
#include "support/judging.h"

namespace iron {
namespace {

using test::says;

const std::vector<std::string> both_sizes = {"n", "k"};

// Sweeps, edges, a diagonal and a small grid over n = 16 to 65,536 and k = 4 to 1,024.
std::vector<std::vector<double>> places(bool k_within_n) {
    std::vector<std::vector<double>> all;
    const auto add = [&](double n, double k) {
        n = std::round(n), k = std::round(k);
        if (!k_within_n || k <= n) all.push_back({n, k});
    };
    for (double n = 16; n <= 65536; n *= 4)
        for (const double k : {4, 64, 1024})
            add(n, k);
    for (double k = 4; k <= 1024; k *= 2)
        for (const double n : {64, 4096})
            add(n, k);
    for (int i = 0; i <= 8; ++i)
        add(16 * std::pow(4096, i / 8.0), 4 * std::pow(256, i / 8.0));
    return all;
}

template <class Function>
Series cells(const Function &value, bool k_within_n = false, int readings = 1) {
    Series series{both_sizes, {}};
    for (const auto &place : places(k_within_n)) {
        ReadPlace cell{place, {}};
        for (int round = 0; round < readings; ++round)
            cell.readings.push_back({0, round, value(place[0], place[1])});
        series.places.push_back(std::move(cell));
    }
    return series;
}

double lg(double x) { return std::max(std::log2(x), 1.0); }

struct Judged {
    Judgement judgement;
    std::string grows;
};

Judged judged(const Series &series, const std::string &bound, const std::string &where = "",
              Metric metric = Metric::steps) {
    const NamedSeries named{"hand", "calm", metric, series};
    SolutionClaims claims;
    claims.solution = "hand";
    claims.claims = {
        {metric == Metric::space ? Metric::space : Metric::time, "every", parse_bound(bound, both_sizes)}};
    const SeriesGrowth growth =
        Fitter().fit(named, bounds_on(claims, metric), parse_relations(where, both_sizes));
    return {judge_claims({claims}, {growth}, {std::nullopt})[0].judgement,
            growth.growth.is_fitted() ? growth.growth.best().name : ""};
}

// Several claims on counts over whatever sizes the places have.
std::vector<JudgedClaim> judged_counts(const Series &series, const std::vector<std::string> &bounds,
                                       const std::vector<std::string> &names = {},
                                       const std::vector<Relation> &relations = {}) {
    SolutionClaims claims;
    claims.solution = "hand";
    for (const std::string &bound : bounds)
        claims.claims.push_back(
            {Metric::time, "every", parse_bound(bound, names.empty() ? series.names : names)});
    const SeriesGrowth growth =
        Fitter().fit({"hand", "calm", Metric::steps, series}, bounds_on(claims, Metric::steps), relations);
    return judge_claims({claims}, {growth}, {std::nullopt});
}

Verdict verdict(const Series &series, const std::string &bound, const std::string &where = "") {
    return judged(series, bound, where).judgement.verdict;
}

TEST(SeveralSizes, SpaceBelowACoarseGrainDecidesNothing) {
    Series series = cells([](double n, double) { return n; });
    series.grain = 256 << 10;
    const Judgement j = judged(series, "O(1)", "", Metric::space).judgement;
    EXPECT_EQ(j.verdict, Verdict::undecided) << reason_text(j);
    EXPECT_FALSE(j.loose);
    EXPECT_TRUE(says(j, "256 KiB")) << reason_text(j);
    ASSERT_TRUE(j.would_decide);
    EXPECT_GT(j.would_decide->size, 65536);
}

TEST(SeveralSizes, FindsProductsAndSums) {
    EXPECT_EQ(judged(cells([](double n, double k) { return 3 * n * k + 20 * n + 7; }), "O(n k)").grows,
              "n k");
    EXPECT_EQ(judged(cells([](double n, double k) { return 5 * n + 9 * k + 40; }), "O(n + k)").grows,
              "n + k");
    EXPECT_EQ(judged(cells([](double n, double k) { return 2 * n * lg(k) + n; }), "O(n k)").grows, "n log k");
}

TEST(SeveralSizes, FindsALeadThatIsLessByAPartOfItsLogarithm) {
    // A list for each power of two within n, the one for w shorter by w.
    const auto lists = [](double n, double) {
        double numbers = n;
        for (double w = 2; w <= n; w *= 2)
            numbers += n - w + 1;
        return 700 + 4 * numbers;
    };
    Series series{both_sizes, {}};
    const auto add = [&](double n, double k) { series.places.push_back({{n, k}, {{0, 0, lists(n, k)}}}); };
    for (double n = 16; n <= 65536; n *= 2)
        for (const double k : {16, 1000})
            add(n, k);
    for (const double n : {16, 316, 5621})
        for (double k = 16; k <= 4096; k *= 4)
            add(n, k);
    const Judged j = judged(series, "O(n)", "", Metric::space);
    EXPECT_EQ(j.judgement.verdict, Verdict::exceeded) << reason_text(j.judgement);
    EXPECT_EQ(j.grows, "n log n");
}

TEST(SeveralSizes, JudgesEveryClaimOnOneSeries) {
    const auto product = cells([](double n, double k) { return 3 * n * k + 20 * n + 7; });
    EXPECT_EQ(verdict(product, "O(n k)"), Verdict::holds);
    EXPECT_EQ(verdict(product, "O(n k log n)"), Verdict::holds);
    EXPECT_EQ(verdict(product, "O(n log k)"), Verdict::exceeded);
    EXPECT_EQ(verdict(product, "O(n + k)"), Verdict::exceeded);
    EXPECT_EQ(verdict(product, "Omega(n)"), Verdict::holds);
    EXPECT_EQ(verdict(product, "Omega(n^2)"), Verdict::exceeded);
    EXPECT_EQ(verdict(product, "Theta(n k)"), Verdict::holds);
    EXPECT_EQ(verdict(product, "Theta(n k log k)"), Verdict::exceeded);
}

// While k is the larger, n over n + k rises: the steps are n all the same.
TEST(SeveralSizes, ASumIsNotLeftByTheOneSizeThatGrowsInIt) {
    Series series{both_sizes, {}};
    for (double n = 16; n <= 1000; n *= std::sqrt(2))
        for (const double k : {1, 2, 4, 16, 64, 256}) {
            const double whole = std::round(n);
            series.places.push_back(
                {{whole, k}, {{0, 0, std::round(4.42 * whole + 5.11 * std::log2(whole) + 7.35)}}});
        }
    const Judgement j = judged(series, "O(n + k)").judgement;
    EXPECT_NE(j.verdict, Verdict::exceeded) << reason_text(j);
    for (ReadPlace &place : series.places) // and where there is more
        place.readings.front().value += std::round(place.sizes[0] * std::log2(place.sizes[0]));
    EXPECT_EQ(verdict(series, "O(n + k)"), Verdict::exceeded)
        << reason_text(judged(series, "O(n + k)").judgement);
}

TEST(SeveralSizes, ABoundThatDoesNotNameASizeIsLeftByIt) {
    const auto sum = cells([](double n, double k) { return 5 * n + 9 * k + 40; });
    const Judgement left = judged(sum, "O(n)").judgement;
    EXPECT_EQ(left.verdict, Verdict::exceeded);
    EXPECT_TRUE(says(left, "grows with k, which the bound does not name")) << reason_text(left);
    EXPECT_TRUE(says(left, "smallest claim that holds is O(n + k)")) << reason_text(left);
}

TEST(SeveralSizes, ARelationMakesTheSmallerSizeFree) {
    const auto sum = cells([](double n, double k) { return 5 * n + 9 * k + 40; }, true);
    EXPECT_EQ(verdict(sum, "O(n)", "k <= n"), Verdict::holds);
    EXPECT_EQ(verdict(sum, "O(k)", "k <= n"), Verdict::exceeded);
}

TEST(SeveralSizes, WhatEndsAtARelationIsNoOtherGrowth) {
    const auto places_left = cells([](double n, double k) { return (n - k + 1) * k + 5; }, true);
    EXPECT_EQ(verdict(places_left, "O(n k)", "k <= n"), Verdict::holds);
    EXPECT_EQ(verdict(places_left, "O(n log k)", "k <= n"), Verdict::exceeded);
}

TEST(SeveralSizes, CallsThatEndEarlyDoNotSpeakForTheWorst) {
    // Every third place ends at once.
    int at = 0;
    const auto series =
        cells([&](double n, double k) { return ++at % 3 == 0 ? 20 + n / 50 : 2 * n * k + n; });
    const Judgement j = judged(series, "O(n k)").judgement;
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    EXPECT_TRUE(says(j, "end early")) << reason_text(j);
    at = 0;
    EXPECT_EQ(judged(series, "Theta(n k)").judgement.verdict, Verdict::undecided);
}

TEST(SeveralSizes, WhatOnlySmallSizesShowIsNoGrowth) {
    // An answer that is found early while k is small: no more than 2 n whatever k is.
    const auto found_early = cells([](double n, double k) { return 2 * n * (1 - std::exp(-k / 12)) + 9; });
    const Judgement j = judged(found_early, "O(n)").judgement;
    EXPECT_NE(j.verdict, Verdict::exceeded) << reason_text(j);
    // Growth that goes on is held against the bound as before.
    EXPECT_EQ(verdict(cells([](double n, double k) { return 2 * n * lg(k) + 9; }), "O(n)"),
              Verdict::exceeded);
}

TEST(SeveralSizes, PlacesFarBelowTheCurveAreTakenForEarlyEnds) {
    // Small k lets the larger n end early, and no smaller place shows it.
    const auto series = cells([](double n, double k) { return k < 16 && n > 100 ? 0.3 * n * n : n * n + 5; });
    const Judgement j = judged(series, "O(n^2)").judgement;
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    const Judgement left = judged(series, "O(n^1.5)").judgement;
    EXPECT_EQ(left.verdict, Verdict::exceeded) << reason_text(left);
}

// A table of at most k that is looked through for each of n.
double looked_through(double n, double k) { return std::round(2.7 * n * std::min(n, k) + 6 * n * lg(n) + 9); }

TEST(SeveralSizes, WhatIsCappedByOneSizeIsFoundBesideAClaimFarBelowIt) {
    for (const char *bound : {"O(n log k)", "O(n + k)", "O(n)"}) {
        const Judged told = judged(cells(looked_through), bound);
        EXPECT_EQ(told.judgement.verdict, Verdict::exceeded) << bound << ": " << reason_text(told.judgement);
        EXPECT_TRUE(told.grows.find("n min(n, k)") != std::string::npos) << bound << ": " << told.grows;
    }
    EXPECT_EQ(verdict(cells(looked_through), "O(n min(n, k) + n log n)"), Verdict::holds);
}

TEST(SeveralSizes, GrowthThatRisesWhereBytesStayLevelIsNoRival) {
    // A heap of k that doubles, and a frame: the same at every n.
    const auto bytes = cells([](double, double k) { return 416 + 12 * std::exp2(std::ceil(std::log2(k))); });
    const Judgement j = judged(bytes, "O(k)", "", Metric::space).judgement;
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    EXPECT_EQ(
        judged(cells([](double n, double k) { return 16 * k + 2 * n + 416; }), "O(k)", "", Metric::space)
            .judgement.verdict,
        Verdict::exceeded);
}

TEST(SeveralSizes, EarlyEndsThatDrawEveryCurveDownAreTakenOff) {
    // Counts of a program that looks up the loads of one half for those of the other, by n and w; an odd n
    // shares out unevenly.
    const std::vector<std::string> names = {"n", "w"};
    Series series{names, {}};
    const auto add = [&](double n, double w, double steps) {
        series.places.push_back({{n, w}, {{0, 0, steps}}});
    };
    for (const double w : {64, 179, 256, 1024, 2000, 5318, 14142})
        add(16, w, 12683);
    add(23, 2000, 213824), add(32, 2000, 5068594), add(34, 2000, 10621026), add(36, 2000, 22488871);
    add(38, 2000, 46442314), add(40, 2000, 96468050), add(42, 2000, 201937096);
    add(38, 63, 46360607), add(44, 79, 416809760);
    add(16, 16, 5286), add(32, 48, 1608752); // these end early
    const Judgement j = judged_counts(series, {"O(2^(n/2) n)"})[0].judgement;
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    EXPECT_TRUE(says(j, "the 16 places")) << reason_text(j);
}

// Counts of several inputs at one place.
struct CountsAt {
    double n, w;
    std::vector<double> steps;
};

Series counts_at(const std::vector<CountsAt> &places) {
    Series series{{"n", "w"}, {}};
    for (const CountsAt &place : places) {
        ReadPlace cell{{place.n, place.w}, {}};
        for (std::size_t i = 0; i < place.steps.size(); ++i)
            cell.readings.push_back({0, static_cast<int>(i), place.steps[i]});
        series.places.push_back(std::move(cell));
    }
    return series;
}

// A table of n w steps less the sum of n numbers up to w / 4, which some inputs end early: growth a little
// beyond n w follows that no better than growth within.
TEST(SeveralSizes, WhatFollowsRaggedCountsNoBetterLeavesNoBound) {
    const std::vector<CountsAt> read = {{16, 16, {319, 319, 319, 299, 299, 299, 286, 286}},
                                        {16, 64, {1185, 1068, 1015}},
                                        {16, 179, {2874, 2846, 2841}},
                                        {16, 256, {4432, 3834}},
                                        {16, 1024, {16444, 14117}},
                                        {16, 2000, {25229, 27561, 28556}},
                                        {16, 5318, {72022, 68254, 70810}},
                                        {16, 14142, {170694, 189891}},
                                        {23, 2000, {36949, 44057}},
                                        {32, 48, {1678, 1715}},
                                        {32, 2000, {52930, 60995}},
                                        {45, 2000, {81746, 88582}},
                                        {63, 16, {1119, 1096}},
                                        {63, 23, {1745, 1775}},
                                        {63, 32, {2231, 2157}},
                                        {64, 16, {1141, 1118}},
                                        {64, 144, {10038, 9798}},
                                        {64, 2000, {125075, 128935}},
                                        {64, 14142, {839850, 882904}}};
    const auto judged = judged_counts(counts_at(read), {"O(n w)", "O(n)"});
    EXPECT_NE(judged[0].judgement.verdict, Verdict::exceeded) << reason_text(judged[0].judgement);
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::exceeded);
}

// Half of the calls find what they look for at once: 1.4^n log w is nearer to that than 2^(n/2), and far off.
TEST(SeveralSizes, WhatIsFarOffItselfTakesMuchToLeaveABound) {
    const auto judged = judged_counts(counts_at({{8, 2000, {623, 619}},
                                                 {9, 2000, {979, 983, 983}},
                                                 {10, 2000, {1279, 1314}},
                                                 {11, 2000, {2093, 2099, 1056, 2071}},
                                                 {12, 2000, {2653, 2709}},
                                                 {13, 2000, {4341, 4321}},
                                                 {14, 2000, {5630, 5635, 5674}},
                                                 {15, 2000, {4692, 9258}},
                                                 {16, 16, {6020, 6020, 6020, 5627, 5627, 5627, 5772, 5772}},
                                                 {16, 64, {5892, 6023, 6126}},
                                                 {16, 179, {6001, 6409, 6006}},
                                                 {16, 256, {11853, 6355, 6058}},
                                                 {16, 1024, {11774, 6016}},
                                                 {16, 2000, {12094, 11938}},
                                                 {16, 4096, {6031, 11830, 12006}},
                                                 {16, 5318, {12022, 11848}},
                                                 {16, 14142, {11966, 11345, 11754}},
                                                 {16, 16384, {11829, 12084}},
                                                 {16, 100000, {11759, 11943}},
                                                 {23, 2000, {185293, 69140}},
                                                 {32, 48, {1662995, 1724367, 1804618}},
                                                 {32, 2000, {1935137, 2057308, 1940766}},
                                                 {45, 2000, {169794583}}}),
                                      {"O(2^(n/2) n)", "O(n^3)"});
    EXPECT_NE(judged[0].judgement.verdict, Verdict::exceeded) << reason_text(judged[0].judgement);
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::exceeded) << reason_text(judged[1].judgement);
}

// Four of 23 places end early, two of them below smaller ones: only without those do curves tell the other
// two.
TEST(SeveralSizes, EarlyEndsOfEitherKindAreLeftOut) {
    const std::vector<std::string> names = {"n", "w"};
    const std::vector<std::vector<double>> read = {
        {16, 16, 5286},       {16, 64, 12683},      {16, 179, 12683},     {16, 256, 12683},
        {16, 1024, 12683},    {16, 2000, 12683},    {16, 4096, 12683},    {16, 5318, 12683},
        {16, 14142, 12683},   {16, 16384, 12683},   {16, 100000, 12683},  {23, 2000, 213824},
        {32, 48, 1608752},    {32, 2000, 5068594},  {34, 2000, 10621026}, {36, 2000, 22488871},
        {38, 63, 46360607},   {38, 2000, 46442314}, {39, 66, 18360148},   {40, 68, 29375568},
        {40, 2000, 96468050}, {41, 71, 171394921},  {42, 2000, 201937096}};
    Series series{names, {}};
    for (const auto &place : read)
        series.places.push_back({{place[0], place[1]}, {{0, 0, place[2]}}});
    const auto judged = judged_counts(series, {"O(2^(n/2) n)", "O(n^3)"});
    EXPECT_EQ(judged[0].judgement.verdict, Verdict::holds) << reason_text(judged[0].judgement);
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::exceeded) << reason_text(judged[1].judgement);
}

// Steps of a table of the sums that n weights up to w make: what is reached is a step more, so a place costs
// up to twice as much once the table is full.
double steps_of_a_table(int n, int w, std::mt19937 &random) {
    std::vector<bool> reached(w + 1, false);
    reached[0] = true;
    double steps = 0;
    for (int i = 0; i < n; ++i) {
        const int weight = std::uniform_int_distribution<int>(1, w)(random);
        for (int load = w; load >= weight; --load) {
            ++steps;
            if (reached[load - weight]) reached[load] = true, ++steps;
        }
    }
    return steps;
}

TEST(SeveralSizes, ABranchTakenMoreAndMoreOftenIsNoGrowth) {
    Series table{{"n", "w"}, {}}, more{{"n", "w"}, {}};
    std::mt19937 random(7);
    for (int n = 16; n <= 2048; n *= 2)
        for (int w = 64; w <= 4096; w *= 2) {
            if (n > 256 && w > 1024) continue;
            ReadPlace cell{{1.0 * n, 1.0 * w}, {}}, dearer = cell;
            for (int input = 0; input < 4; ++input) {
                const double steps = steps_of_a_table(n, w, random);
                cell.readings.push_back({0, input, steps});
                dearer.readings.push_back({0, input, steps * std::floor(lg(n))});
            }
            table.places.push_back(cell);
            more.places.push_back(dearer);
        }
    const auto of_table = judged_counts(table, {"O(n w)", "O(n sqrt w)"});
    EXPECT_EQ(of_table[0].judgement.verdict, Verdict::holds) << reason_text(of_table[0].judgement);
    EXPECT_EQ(of_table[1].judgement.verdict, Verdict::exceeded) << reason_text(of_table[1].judgement);
    const auto of_more = judged_counts(more, {"O(n w log n)", "O(n w)"});
    EXPECT_EQ(of_more[0].judgement.verdict, Verdict::holds) << reason_text(of_more[0].judgement);
    EXPECT_NE(of_more[1].judgement.verdict, Verdict::holds) << reason_text(of_more[1].judgement);
}

TEST(FitStore, KnowsAFitOnlyWhileItsReadingsStayTheSame) {
    NamedSeries named{"hand", "calm", Metric::steps, cells([](double n, double k) { return n * k; })};
    FitStore store;
    EXPECT_EQ(store.find(named), nullptr);
    SeriesGrowth growth;
    growth.solution = "kept";
    store.keep({named}, {growth});
    ASSERT_NE(store.find(named), nullptr);
    EXPECT_EQ(store.find(named)->solution, "kept");
    named.series.places.back().readings.push_back({0, 1, 5});
    EXPECT_EQ(store.find(named), nullptr);
}

TEST(SeveralSizes, LooseIsSaidWithTheSmallestClaim) {
    const auto product = cells([](double n, double k) { return 3 * n * k + 20 * n + 7; });
    const Judgement loose = judged(product, "O(n k log n)").judgement;
    EXPECT_TRUE(loose.loose);
    EXPECT_TRUE(says(loose, "smallest claim that holds is O(n k)")) << reason_text(loose);
    EXPECT_FALSE(judged(product, "O(n k)").judgement.loose);
}

TEST(SeveralSizes, GrowthOffTheListIsNotTakenForMoreThanTheClaim) {
    const auto bent = cells([](double n, double k) { return std::floor(4 * std::pow(n, 1.4) * k + 30 * n); });
    EXPECT_EQ(verdict(bent, "O(n^1.5 k)"), Verdict::holds);
    EXPECT_EQ(verdict(bent, "O(n k)"), Verdict::exceeded);
}

TEST(SeveralSizes, GrowthOffTheListIsFoundBeyondTheClaimToo) {
    // No growth of the list lies between n k^0.5 and n k^0.75.
    const auto between =
        cells([](double n, double k) { return std::floor(4 * n * std::pow(k, 0.6) + 30 * n + 100); });
    // That does not keep the bound; but the ratio still falls where it was read, so nothing is refused
    // either.
    EXPECT_EQ(verdict(between, "O(n sqrt k)"), Verdict::undecided);
    EXPECT_EQ(verdict(between, "O(n k^0.75)"), Verdict::holds);
    const auto of_the_smaller =
        cells([](double n, double k) { return std::floor(9 * std::pow(std::min(n, k), 1.5) + 20); });
    EXPECT_EQ(verdict(of_the_smaller, "O(min(n, k) log(min(n, k)))"), Verdict::exceeded);
    EXPECT_EQ(verdict(of_the_smaller, "O(min(n, k)^2)"), Verdict::holds);
}

// An exponent a little smaller would take back what the logarithm gives.
TEST(SeveralSizes, ALogarithmIsSeenThroughRandomInputs) {
    int exceeded = 0;
    for (int seed = 0; seed < 5; ++seed) {
        std::mt19937_64 random(seed);
        std::normal_distribution<double> noise(0, 0.02);
        const auto sum = cells(
            [&](double n, double k) {
                return std::floor((2 * n * lg(k) + 6 * k * lg(k) + 5 * n + 40) * (1 + noise(random)));
            },
            false, 4);
        EXPECT_EQ(verdict(sum, "O(n log k + k log k)"), Verdict::holds) << seed;
        exceeded += verdict(sum, "O(n + k log k)") == Verdict::exceeded;
    }
    EXPECT_GE(exceeded, 4);
}

TEST(Bend, TakesNoLogarithmBack) {
    const std::vector<std::string> names = both_sizes;
    const auto catalogue =
        std::make_shared<const Catalogue>(names, std::vector<Relation>{}, std::vector<bool>{false, false});
    Design sets(catalogue, places(false));
    const int linear = sets.index_of("n"), with_logarithm = sets.index_of("n log n");
    ASSERT_GE(linear, 0);
    ASSERT_GE(with_logarithm, 0);
    EXPECT_FALSE(bent_set(sets, {linear}, {{{"n", -0.05}}}).empty());
    EXPECT_TRUE(bent_set(sets, {with_logarithm}, {{{"n", -0.05}}}).empty());
    EXPECT_TRUE(bent_set(sets, {with_logarithm}, {{{"n", -0.3}, {"k", 0.3}}}).empty());
    EXPECT_FALSE(bent_set(sets, {with_logarithm}, {{{"n", -0.3}}}).empty());
    EXPECT_FALSE(bent_set(sets, {with_logarithm}, {{{"n", 0.05}}}).empty());
}

TEST(SeveralSizes, TimesWithNoiseAndACacheKeepTheirBound) {
    std::mt19937_64 random(11);
    std::normal_distribution<double> noise(0, 0.02);
    const auto timed = cells(
        [&](double n, double k) {
            const double dearer = 1 + 1.5 / (1 + std::exp((12 - std::log2(n)) / 0.5));
            return (3 * n * k * dearer + 2000) * std::exp(noise(random));
        },
        false, 5);
    EXPECT_EQ(judged(timed, "O(n k)", "", Metric::time).judgement.verdict, Verdict::holds);
    EXPECT_EQ(judged(timed, "O(n)", "", Metric::time).judgement.verdict, Verdict::exceeded);
}

TEST(SeveralSizes, ASizeThatNeverChangesIsNoPartOfIt) {
    const std::vector<std::string> three = {"n", "k", "m"}; // m is 7 everywhere
    const auto product = cells([](double n, double k) { return 3 * n * k + 20 * n + 7; });
    const auto judged =
        judged_counts(product, {"O(n k m)", "O(n k)"}, three, parse_relations("m <= n", three));
    EXPECT_EQ(judged[0].judgement.verdict, Verdict::undecided);
    EXPECT_TRUE(says(judged[0].judgement, "do not change"));
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::holds);
}

TEST(SeveralSizes, FewPlacesAreTooFew) {
    Series few{both_sizes, {}};
    for (double n = 16; n <= 128; n *= 2)
        for (const double k : {4, 64})
            few.places.push_back({{n, k}, {{0, 0, n * k}}});
    const Judgement j = judged(few, "O(n k)").judgement;
    EXPECT_EQ(j.verdict, Verdict::undecided);
    EXPECT_TRUE(says(j, "too few"));
}

TEST(SeveralSizes, TheAnswerDoesNotHangOnTheOrderOfTheCells) {
    auto series = cells([](double n, double k) { return 2 * n * lg(k) + k * lg(k) + 30; });
    const Judgement one = judged(series, "O(n log k)").judgement;
    std::reverse(series.places.begin(), series.places.end());
    const Judgement other = judged(series, "O(n log k)").judgement;
    EXPECT_EQ(one.verdict, other.verdict);
    EXPECT_NEAR(one.evidence, other.evidence, 0.5);
}

TEST(HardestPart, KeepsWhatNoSmallerPlaceExceeds) {
    const Series series{
        {"n"}, {{{1}, {{0, 0, 10}}}, {{2}, {{0, 0, 100}}}, {{3}, {{0, 0, 20}}}, {{4}, {{0, 0, 90}}}}};
    const Series part = hardest_part(series);
    ASSERT_EQ(part.places.size(), 3u);
    EXPECT_EQ(part.places[1].sizes[0], 2);
    EXPECT_EQ(part.places[2].sizes[0], 4); // 90 is nearly 100
}

TEST(Thinned, OfVeryManyPlacesAFewHundredTellAll) {
    Series series;
    for (int n = 1; n <= 20000; ++n)
        series.places.push_back({{1.0 * n}, {{0, 0, 3.0 * n}}});
    const Series some = *thinned(series);
    EXPECT_LE(some.places.size(), 512u);
    EXPECT_GT(some.places.size(), 200u);
    EXPECT_GT(some.places.back().sizes[0], 19000);
    EXPECT_EQ(fit_growth(series, {Noise::counted}).best().name, "n");
    series.places.resize(400);
    EXPECT_FALSE(thinned(series));
}

// What n log n comes to leads the others nowhere but at the smallest m and k.
TEST(SeveralSizes, ABoundIsKeptInWhateverAmounts) {
    Series series{{"n", "m", "k"}, {}};
    const auto add = [&](double n, double m, double k) {
        const double steps = 5.97 * n * lg(n) + 36 * n + 91.7 * k * lg(n) + 4.8 * k + 129 * m;
        series.places.push_back({{n, m, k}, {{0, 0, std::round(steps)}}});
    };
    for (const double n : {34, 172, 875})
        for (const double m : {8, 70, 617})
            for (const double k : {2, 57, 1047})
                add(n, m, k);
    for (int i = 1; i < 9; ++i) {
        const double share = i / 9.0;
        add(std::round(34 * std::pow(25.7, share)), 70, 57);
        add(172, std::round(8 * std::pow(77, share)), 57);
        add(172, 70, std::round(2 * std::pow(800, share)));
    }
    const auto judged = judged_counts(
        series,
        {"O(n log n + k log n + m)", "O((n + k) log n + m^2)", "O(n + k log n + m)", "O(n log n + k + m)"},
        {}, parse_relations("k <= n^2", series.names));
    EXPECT_EQ(judged[0].judgement.verdict, Verdict::holds) << reason_text(judged[0].judgement);
    EXPECT_EQ(judged[1].judgement.verdict, Verdict::holds) << reason_text(judged[1].judgement);
    EXPECT_NE(judged[2].judgement.verdict, Verdict::holds) << reason_text(judged[2].judgement);
    EXPECT_EQ(judged[3].judgement.verdict, Verdict::exceeded) << reason_text(judged[3].judgement);
}

TEST(SeveralSizes, ABentLeadIsHeldAgainstTheBoundWhereItWasRead) {
    const auto rises = [](const std::string &lead, const std::vector<std::string> &terms, double up_to) {
        std::vector<Sizes> places;
        for (double n = 16; n <= up_to; n *= 2)
            for (double k = 16; k <= n; k *= 2)
                places.push_back({{"n", n}, {"k", k}});
        std::vector<Expression> bound;
        for (const std::string &term : terms)
            bound.push_back(parse_expression(term, both_sizes));
        return rises_above(parse_expression(lead, both_sizes), bound, places);
    };
    EXPECT_TRUE(rises("n k^0.85 log k", {"n k"}, 128));
    EXPECT_FALSE(rises("n k^0.85 log k", {"n k"}, 1e5));
    EXPECT_TRUE(rises("k n^0.975 log k", {"k n"}, 1e5));
    EXPECT_TRUE(rises("n^1.2", {"n", "k log n"}, 1e5));
    EXPECT_FALSE(rises("n^0.5 k^0.4", {"n", "k"}, 1e5)); // above either alone, not above both
    EXPECT_FALSE(rises("k^0.9", {"n", "k"}, 1e5));
}

// k^0.85 log k is within k, and still rises above it at 142: no reason to hold n k of what takes a heap of k.
TEST(SeveralSizes, AnExponentThatTakesALogarithmBackKeepsNoBound) {
    Series series{{"n", "k"}, {}};
    const auto add = [&](double n, double k) {
        series.places.push_back({{n, k}, {{0, 0, std::round((n - k + 1) * k * (15 + 4.5 * lg(k)))}}});
    };
    for (const double n : {16, 64, 102, 140, 178, 254})
        add(n, 16);
    for (const double k : {20, 23, 26, 32, 45, 64, 90, 142})
        add(256, k);
    for (const double n : {91, 128})
        add(n, 64);
    const auto judged =
        judged_counts(series, {"O(n k)", "O(n k log k)"}, {}, parse_relations("k <= n", both_sizes));
    EXPECT_NE(judged[0].judgement.verdict, Verdict::holds) << reason_text(judged[0].judgement);
    EXPECT_NE(judged[1].judgement.verdict, Verdict::exceeded) << reason_text(judged[1].judgement);
}

// Windows of k: the more of n they take, the fewer there are, and all that is done in each is missing.
Series windows(double (*of_each)(double)) {
    Series series{{"n", "k"}, {}};
    const auto add = [&](double n, double k) {
        series.places.push_back({{n, k}, {{0, 0, std::round((n - k) * of_each(k)) + 3 * k}}});
    };
    for (const double k : {16, 23, 32, 45, 64, 91, 128, 181, 200})
        add(224, k);
    for (const double k : {16, 32, 64, 128, 256, 512, 1024})
        add(3347, k);
    for (const double n : {64, 128, 256, 512, 1024, 2048, 4096})
        add(n, 50);
    for (const double n : {24, 64, 256, 1024, 4096})
        add(n, 16);
    return series;
}

TEST(SeveralSizes, WhatARelationLeavesOfAllTermsIsKnown) {
    const auto relation = parse_relations("k <= n", both_sizes);
    const auto verdicts = [&](const Series &series, const std::vector<std::string> &bounds) {
        std::vector<Verdict> all;
        for (const JudgedClaim &one : judged_counts(series, bounds, {}, relation))
            all.push_back(one.judgement.verdict);
        return all;
    };
    using enum Verdict;
    const Series kept = windows([](double k) { return 9 * std::log2(k) + 12 + k / 3 + std::sqrt(k) / 50; });
    EXPECT_EQ(verdicts(kept, {"O(n log k)", "O(n k)"}), (std::vector{exceeded, holds}));
    const Series sorted = windows([](double k) { return 1.3 * k * std::log2(k) + k / 3; });
    EXPECT_EQ(verdicts(sorted, {"O(n k)", "O(n k log k)"}), (std::vector{exceeded, holds}));
    const Series halved = windows([](double k) { return 9 * std::log2(k) + 12.3; });
    EXPECT_EQ(verdicts(halved, {"O(n log k)", "O(n)"}), (std::vector{holds, exceeded}));
}

// What is done k at a time, and the rest copied: n^2 / k is on no list.
TEST(SeveralSizes, ALineOnWhichTheLargestSizeGrowsLeavesABoundThatNothingFits) {
    const auto copied = [](double n, double k) { return 20 * n + std::floor(n / k) * n / 2 + 40 * k; };
    const Judged leaves = judged(cells(copied, true), "O(n)", "k <= n");
    EXPECT_EQ(leaves.judgement.verdict, Verdict::exceeded) << reason_text(leaves.judgement);
    const auto *line = std::get_if<because::LineLeaves>(&leaves.judgement.reason);
    ASSERT_NE(line, nullptr);
    EXPECT_EQ(line->growth, "n^2");
    EXPECT_EQ(line->held.front().first, "k");
    EXPECT_NE(judged(cells(copied, true), "O(n^2)", "k <= n").judgement.verdict, Verdict::exceeded);
}

// Up to a size that stays, what it cuts off looks like growth.
TEST(SeveralSizes, ALineIsReadBeyondTheSizesThatStay) {
    Series series{both_sizes, {}};
    for (const double k : {4, 8, 5000})
        for (double n = 16; n <= 1024; n *= 2)
            series.places.push_back({{n, k}, {{0, 0, n}}});
    std::vector<std::vector<double>> lines;
    Growth growth; // nothing is known of all together
    look_along_lines(growth, series, {}, [&](const Series &line, const std::vector<Bound> &) {
        EXPECT_EQ(line.names, std::vector<std::string>{"n"});
        lines.emplace_back();
        for (const ReadPlace &place : line.places)
            lines.back().push_back(place.sizes.front());
        return Growth{};
    });
    // 64 to 1,024 beside k = 8 are too few.
    EXPECT_EQ(lines, (std::vector<std::vector<double>>{{16, 32, 64, 128, 256, 512, 1024}}));
    const Bound along = along_a_line(parse_bound("O(n k)", both_sizes), {{"k", 8}});
    EXPECT_EQ(print_canonical(along.growth), "n");
}

} // namespace
} // namespace iron
