// Every rule by itself, on evidence made by hand.
#include "core/claim/rules.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/policy.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

using namespace policy::claim;

Series over_two(double (*law)(double, double)) {
    Series series{{"n", "k"}, {}};
    for (const double n : {16, 64, 256, 1024, 4096})
        for (const double k : {4, 16, 64, 256})
            series.places.push_back({{n, k}, {{0, 0, std::round(law(n, k))}}});
    return series;
}

// What is judged, kept alive beside the evidence on it.
struct Case {
    Growth steps, time;
    ShapeGrowth shape;
    Evidence evidence;

    explicit Case(const Series &series, const std::string &bound = "n", Noise noise = Noise::counted) {
        const Bound claimed = test::upper(bound, series.names);
        Growth &growth = noise == Noise::timed ? time : steps;
        growth = fit_growth(series, {noise, {claimed}});
        shape.shape = "calm";
        (noise == Noise::timed ? shape.time : noise == Noise::weighed ? shape.space : shape.steps) = &growth;
        evidence =
            evidence_on(shape, noise == Noise::weighed ? Metric::space : Metric::time, claimed, nullptr);
    }
    Case(const Case &) = delete;
};

const Series linear_counts = test::counted_series([](double n) { return 7 * n + 3; }, 16, 1e5);
double product(double n, double k) { return 3 * n * k + 9 * n * std::log2(k) + 20; }

// The first deciding rule that applies.
std::string deciding(const Evidence &evidence, const Without &without = {}) {
    for (const DecidingRule &rule : deciding_rules())
        if (!without.contains(rule.name) && rule.applies(evidence)) return rule.name;
    return "";
}

bool qualifies(const std::string &name, const Evidence &evidence, const Judgement &judgement) {
    for (const QualifyingRule &rule : qualifying_rules())
        if (rule.name == name) return rule.applies(evidence, judgement);
    ADD_FAILURE() << name;
    return false;
}

TEST(Rules, EvidenceAndAWitnessLeaveABound) {
    Case one(test::counted_series([](double n) { return n * std::floor(std::log2(n)); }, 16, 1e5));
    EXPECT_EQ(deciding(one.evidence), "leaves");
    one.evidence.witness.reset();
    EXPECT_EQ(deciding(one.evidence), "witness");
    EXPECT_EQ(deciding(one.evidence, {"witness"}), "leaves");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    EXPECT_EQ(judged_on(one.evidence, {"witness"}).verdict, Verdict::exceeded);
}

TEST(Rules, EvidenceWithinKeepsABound) {
    Case one(linear_counts);
    EXPECT_EQ(deciding(one.evidence), "keeps");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::holds);
    one.evidence.against = 0;
    EXPECT_EQ(deciding(one.evidence), "equally-well");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    one.evidence.against = policy::claim::exceeded + 0.01; // what leaves it needs no more evidence than that
    EXPECT_EQ(deciding(one.evidence), "witness");
}

TEST(Rules, NothingIsToldOfWhatWasNotReadOrDoesNotChange) {
    Evidence none;
    ShapeGrowth shape{"calm"};
    none.shape = &shape;
    EXPECT_EQ(deciding(none), "not-read");
    Case few(test::counted_series([](double n) { return n; }, 16, 40));
    EXPECT_EQ(deciding(few.evidence), "too-few");
    Case one(linear_counts);
    one.evidence.bound = test::upper("m", {"m"});
    EXPECT_EQ(deciding(one.evidence), "other-sizes");
}

TEST(Rules, WhatStillRisesIsNotSaidToHold) {
    Case one(linear_counts);
    one.evidence.witness = Witness{0, one.steps.points.size() - 1, rise_to_heed + 0.01, true};
    EXPECT_EQ(deciding(one.evidence), "still-rises");
    one.evidence.witness->late_rise = rise_to_heed - 0.01;
    EXPECT_EQ(deciding(one.evidence), "keeps");
    one.evidence.witness = Witness{one.steps.points.size() / 2, one.steps.points.size() - 1, 1, true};
    EXPECT_EQ(deciding(one.evidence), "keeps"); // over the upper half alone
}

TEST(Rules, OfSeveralSizesItTakesMore) {
    Case one(over_two(product), "n k");
    EXPECT_EQ(one.evidence.needed_to_keep(), holds_over_several);
    EXPECT_EQ(deciding(one.evidence), "keeps");
    Case left(over_two(product), "n");
    EXPECT_EQ(deciding(left.evidence), "leaves");
    left.evidence.against = exceeded_over_several - 0.01;
    left.evidence.outside_unlisted = nullptr;
    EXPECT_NE(deciding(left.evidence), "leaves");
}

TEST(Rules, WhatIsOffAndOnlySimplerKeepsNoBound) {
    Case one(over_two([](double n, double k) { return n * k * (1 + 0.15 * std::sin(7 * n + 3 * k)); }),
             "n k");
    one.evidence.is_level = false;
    ASSERT_LT(one.evidence.against, -holds_over_several);
    const double off = one.evidence.off(*one.evidence.inside);
    ASSERT_GT(off, ragged);
    one.evidence.nearest_outside = off / nearer * 1.01;
    EXPECT_EQ(deciding(one.evidence), "keeps");
    one.evidence.nearest_outside = off / nearer * 0.99;
    EXPECT_EQ(deciding(one.evidence), "nearer-outside");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    EXPECT_EQ(deciding(one.evidence, {"nearer-outside"}), "keeps");
}

// A walk that ends early now and then follows no growth, and yet stays below what it could take.
TEST(Rules, WhatTheHighestReadingsFallBelowHolds) {
    Case one(over_two([](double n, double k) {
                 return n * k * (std::fmod(std::log2(n * k), 6) < 3 ? 1.0 : 0.2) / std::log2(n + k);
             }),
             "n k");
    ASSERT_EQ(one.evidence.highest.size(), 2u);
    EXPECT_EQ(deciding(one.evidence), "highest-falls");
    const Judgement judged = judged_on(one.evidence);
    EXPECT_EQ(judged.verdict, Verdict::holds);
    const auto &reason = std::get<because::HighestFalls>(judged.reason);
    ASSERT_EQ(reason.sizes.size(), 2u);
    for (const auto &along : reason.sizes)
        EXPECT_LT(along.above, along.below);
    EXPECT_NE(deciding(one.evidence, {"highest-falls"}), "highest-falls");
    one.evidence.spare = Spare::surely; // which holds anyway, and says more
    EXPECT_NE(deciding(one.evidence), "highest-falls");
    one.evidence.spare = Spare::no;
    one.evidence.bound.kind = Bound::Kind::tight; // of which it says nothing
    EXPECT_NE(deciding(one.evidence), "highest-falls");
    one.evidence.bound.kind = Bound::Kind::upper;
    one.shape.starts_up = true;
    EXPECT_NE(deciding(one.evidence), "highest-falls");
}

TEST(Rules, WhatHardlyComesNearerLeavesNoBound) {
    Case one(over_two(product), "n");
    ASSERT_TRUE(one.evidence.outside);
    one.evidence.inside = one.evidence.outside; // as far off
    one.evidence.end_rise = EndRise::some;
    ASSERT_TRUE(one.evidence.witness && one.evidence.witness->is_highest);
    EXPECT_EQ(deciding(one.evidence), "leaves"); // manifold, and to the highest of all
    one.evidence.witness->is_highest = false;
    EXPECT_EQ(deciding(one.evidence), "not-nearer");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    one.evidence.end_rise = EndRise::none;
    one.evidence.witness.reset();
    EXPECT_EQ(deciding(one.evidence), "not-nearer"); // nothing is seen, but too little to see it by
    one.evidence.is_level = true;
    EXPECT_EQ(deciding(one.evidence), "nothing-rises");
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::holds);
}

// As read off a tree of counts, one reading a place: between 15 and 23 % more at 128 times the size, and 4 %
// up and down. That nothing is sure to rise does not say that it stays level.
TEST(Rules, WhereNothingIsSeenToRiseThereMayBeTooLittleToSeeItBy) {
    const auto level = [](const std::vector<std::pair<double, double>> &along_n, Bound::Kind kind) {
        Series series{{"n", "k"}, {}};
        for (const auto &[n, steps] : along_n)
            series.places.push_back({{n, 8}, {{0, 0, std::round(steps * n)}}});
        for (double k = 8; k < 9000; k *= 1.5)
            series.places.push_back(
                {{along_n[along_n.size() - 2].first, k + 1},
                 {{0, 0,
                   std::round(along_n[along_n.size() - 2].second * along_n[along_n.size() - 2].first)}}});
        Case one(series, "n");
        Evidence e = one.evidence;
        Bound bound = e.bound;
        bound.kind = kind;
        return evidence_on(one.shape, Metric::time, bound, nullptr).is_level;
    };
    EXPECT_FALSE(level({{16, 55.7},
                        {23, 64.8},
                        {32, 59.9},
                        {45, 59.1},
                        {64, 67.5},
                        {128, 72.6},
                        {256, 68.2},
                        {1024, 78.3},
                        {2048, 81.1}},
                       Bound::Kind::upper));
    const std::vector<std::pair<double, double>> steady = {{16, 71.7},  {23, 68.8},   {32, 70.9},
                                                           {45, 69.1},  {64, 70.5},   {128, 70.6},
                                                           {256, 69.2}, {1024, 70.3}, {2048, 70.1}};
    EXPECT_TRUE(level(steady, Bound::Kind::upper));
    EXPECT_TRUE(level(steady, Bound::Kind::tight));
    std::vector<std::pair<double, double>> falling = steady;
    for (auto &[n, steps] : falling)
        steps /= std::sqrt(n);
    EXPECT_TRUE(level(falling, Bound::Kind::upper));
    EXPECT_FALSE(level(falling, Bound::Kind::tight));
    EXPECT_FALSE(level(falling, Bound::Kind::lower));
}

// Bytes that change once, at n = 256, along lines on which k stays small.
TEST(Rules, WhatRoseOverTheLastSizesAloneMayBeOneChange) {
    const auto up_to = [](double to) {
        Series series{{"n", "k"}, {}};
        for (const double k : {8, 12, 16, 24})
            for (double n = 16; n <= to; n *= 2)
                series.places.push_back(
                    {{n, k}, {{0, 0, 600 + 16 * n + 40 * std::max(0.0, n - 256) + std::fmod(n * k, 7) * 8}}});
        return Case(series, "n", Noise::weighed);
    };
    const Case halfway = up_to(1024);
    ASSERT_TRUE(halfway.evidence.witness);
    EXPECT_TRUE(halfway.evidence.witness->sets_in_late);
    EXPECT_NE(judged_on(halfway.evidence).verdict, Verdict::exceeded);
    EXPECT_NE(judged_on(up_to(1 << 17).evidence).verdict, Verdict::exceeded);
}

// Counts of drawn inputs follow their growth to some percent, and late as it sets in, it is there.
TEST(Rules, OfCountsWhatFollowsAGrowthIsNoChange) {
    Case one(over_two(product), "n");
    ASSERT_TRUE(one.evidence.leaving() && one.evidence.witness);
    one.evidence.witness->sets_in_late = true;
    EXPECT_EQ(deciding(one.evidence), "leaves");
    one.evidence.read = Metric::space;
    EXPECT_EQ(deciding(one.evidence), one.evidence.is_followed_closely() ? "leaves" : "one-change");
}

// Over terms in amounts of their own a ratio may rise where that over the bound as it stands falls.
TEST(Rules, WhatIsToldBesideExceededRises) {
    Case one(over_two(product), "n");
    ASSERT_TRUE(one.evidence.witness && one.evidence.witness_rises());
    const Stretch outright = one.evidence.witnessed();
    one.evidence.outright = one.evidence.witness;
    std::swap(one.evidence.witness->from, one.evidence.witness->to);
    ASSERT_FALSE(one.evidence.witness_rises());
    const Judgement judged = judged_on(one.evidence);
    ASSERT_EQ(judged.verdict, Verdict::exceeded);
    const Stretch &told = std::get<because::Leaves>(judged.reason).stretch;
    EXPECT_GT(told.last, told.first);
    EXPECT_EQ(told.first, outright.first);
    EXPECT_EQ(told.last, outright.last);
}

// A heap of k: the comparisons of n are cheap, the sort of k is not. As k log k takes over, steps / bound
// rises.
TEST(Rules, OneTermOfABoundMayTakeOverFromAnother) {
    const auto witness_of = [](const std::function<double(double, double)> &law) {
        Series series{{"n", "k"}, {}};
        for (double n = 64; n <= 16384; n *= 4)
            for (double k = 16; k <= n; k *= 4)
                series.places.push_back({{n, k}, {{0, 0, std::round(law(n, k))}}});
        return Case(series, "n + k log k").evidence.witness;
    };
    EXPECT_FALSE(witness_of([](double n, double k) { return n + 9 * k * std::log2(k); }));
    EXPECT_TRUE(witness_of([](double n, double k) { return n * std::sqrt(k) + 9 * k * std::log2(k); }));
    EXPECT_EQ(deciding(Case(over_two(product), "2^n + k^2").evidence), "keeps"); // beyond what a double holds
}

TEST(Rules, GrowthSeldomMetShieldsNothingFromWhatIsOftenMet) {
    Case one(over_two([](double n, double k) { return 5 * n * std::pow(k, 0.75) + 9; }), "n sqrt k");
    one.evidence.witness->is_highest = false;
    one.evidence.end_rise = EndRise::some;
    one.evidence.outside_often = nullptr;
    ASSERT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    Fit often = *one.evidence.outside;
    often.leads = {one.steps.catalogue->candidates()[one.steps.catalogue->index_of("n k")]};
    often.name = "n k";
    often.score = one.evidence.inside->score + exceeded_over_several_beside_a_good_fit + 1;
    one.evidence.outside_often = &often;
    const Judgement j = judged_on(one.evidence);
    EXPECT_EQ(j.verdict, Verdict::exceeded);
    EXPECT_EQ(j.growth_class, "n k");
    one.evidence.witness->is_highest = true;
    one.evidence.witness->logarithms = 0.9; // plain to see: it needs no other
    EXPECT_NE(judged_on(one.evidence).growth_class, "n k");
}

TEST(Rules, GrowthSeldomMetHasToBePlainToSee) {
    Case one(over_two([](double n, double k) { return 5 * n * std::pow(k, 0.75) + 9; }), "n sqrt k");
    ASSERT_TRUE(one.evidence.leaving());
    ASSERT_TRUE(one.evidence.is_rare()) << one.evidence.leaving()->name;
    ASSERT_TRUE(one.evidence.witness);
    one.evidence.witness->is_highest = false;
    one.evidence.end_rise = EndRise::some;
    EXPECT_EQ(deciding(one.evidence), "rare");
    one.evidence.witness->is_highest = true;
    one.evidence.witness->logarithms = 0.9;
    EXPECT_EQ(deciding(one.evidence), "leaves");
    one.evidence.witness->logarithms = 0.5; // no growth rises by so little
    EXPECT_EQ(deciding(one.evidence), "rare");
    one.evidence.witness.reset();
    EXPECT_EQ(deciding(one.evidence, {"witness"}), "rare"); // seen nowhere is not plain
}

TEST(Rules, GrowthOnNoListKeepsABoundFromHoldingWhereSomethingRises) {
    Case one(over_two(product), "n k");
    one.evidence.outside_unlisted = one.evidence.inside;
    one.evidence.unlisted = unlisted_in_counts + 1;
    one.evidence.end_rise = EndRise::some;
    EXPECT_NE(deciding(one.evidence), "unlisted"); // it is known not to rise
    one.evidence.is_level = false;
    EXPECT_EQ(deciding(one.evidence), "unlisted");
    one.evidence.end_rise = EndRise::none;
    one.evidence.witness.reset();
    EXPECT_EQ(deciding(one.evidence), "keeps");
}

TEST(Rules, WhereNothingFitsOnlyMuchEvidenceCounts) {
    int rung = 0;
    const auto wild = [&](double n) {
        constexpr double times[] = {1, 9, 2, 14, 4};
        return n * times[7 * rung++ % 5];
    };
    Case one(test::counted_series(wild, 16, 1e5));
    ASSERT_TRUE(fits_poorly(one.steps));
    one.evidence.against = 0;
    EXPECT_EQ(deciding(one.evidence), "nothing-fits");
    one.evidence.against = -evidence_if_ragged - 1;
    one.evidence.witness.reset();
    EXPECT_EQ(deciding(one.evidence), "keeps");
    one.evidence.witness = Witness{0, one.steps.points.size() - 1, 1, true};
    EXPECT_EQ(deciding(one.evidence), "nothing-fits"); // the readings rise, whatever fits still worse
}

TEST(Rules, TimesThatMemoryCouldExplainLeaveNoBound) {
    Case one(test::timed_series([](double n) { return n * std::log2(n); }, 16, 1e5, 0.01, 3), "n",
             Noise::timed);
    EXPECT_EQ(deciding(one.evidence), "leaves");
    const MemoryCurve slow, level({{4096, 2}, {1e9, 2.01}});
    one.evidence.memory = &slow;
    EXPECT_EQ(deciding(one.evidence), "memory-could");
    one.evidence.memory = &level;
    EXPECT_EQ(deciding(one.evidence), "leaves");
}

TEST(Rules, BytesBelowACoarseGrainSayNothing) {
    Series series = test::counted_series([](double n) { return 8 * n; }, 16, 1e4);
    series.grain = 512 << 10;
    EXPECT_EQ(deciding(Case(series, "n", Noise::weighed).evidence), "below-grain");
    // What leaves this bound would have come above it.
    EXPECT_NE(deciding(Case(series, "n sqrt n", Noise::weighed).evidence), "below-grain");
}

TEST(Rules, TheHardestPlacesDecideUpperBoundsAlone) {
    Case one(linear_counts);
    one.steps.hardest = true;
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::holds);
    one.evidence.bound.kind = Bound::Kind::tight;
    EXPECT_EQ(judged_on(one.evidence).verdict, Verdict::undecided);
    EXPECT_NE(judged_on(one.evidence, {"hardest"}).verdict, Verdict::undecided);
}

// Beside few sizes a logarithm and a constant fall, over n, as far as sqrt n log n would.
TEST(Rules, OverANarrowStretchTheWitnessHasToBePlain) {
    const auto at_every_size = [](double (*law)(double)) {
        Series series{{"n"}, {}};
        for (double n = 5; n <= 26; ++n)
            series.places.push_back({{n}, {{0, 0, std::round(law(n))}}});
        return series;
    };
    Case lower_terms(at_every_size([](double n) { return 0.931 * n + 0.702 + 0.736 * std::log2(n); }),
                     "sqrt n log n");
    lower_terms.evidence =
        evidence_on(lower_terms.shape, Metric::time, parse_bound("Theta(n)", {"n"}), nullptr);
    ASSERT_TRUE(lower_terms.evidence.leaving());
    EXPECT_EQ(deciding(lower_terms.evidence), "witness");
    const Case plain(at_every_size([](double n) { return n * n; }), "n");
    EXPECT_EQ(deciding(plain.evidence), "leaves");
}

TEST(Rules, AStartUpHidesWhatGrowsBesideIt) {
    Case one(test::timed_series([](double n) { return 1e8 + 500 * n; }, 16, 1e5, 0.01, 3), "n", Noise::timed);
    one.shape.starts_up = true;
    one.evidence.shape = &one.shape;
    Judgement judgement;
    judgement.verdict = Verdict::holds;
    judgement.decided_by = Metric::time;
    EXPECT_TRUE(qualifies("start-up", one.evidence, judgement));
    one.shape.starts_up = false;
    EXPECT_FALSE(qualifies("start-up", one.evidence, judgement));
    one.shape.first_calls = true; // of processes: those start up as well
    EXPECT_TRUE(qualifies("start-up", one.evidence, judgement));
}

// To keep a bound takes as many readings beyond the start-up as growth takes to show; to rise above it, one
// will do.
TEST(Rules, FewReadingsBeyondTheStartUpKeepNoBound) {
    for (const auto &[per_square, few] : {std::pair(0.02, true), {100.0, false}}) {
        Case one(test::timed_series([factor = per_square](double n) { return 1e8 + factor * n * n; }, 16, 1e5,
                                    0.01, 3),
                 "n", Noise::timed);
        one.shape.starts_up = true;
        one.evidence.shape = &one.shape;
        Judgement judgement;
        judgement.decided_by = Metric::time;
        judgement.verdict = Verdict::holds;
        EXPECT_EQ(qualifies("start-up", one.evidence, judgement), few) << per_square;
        if (!few) { // all of time / n falls where it was read first, what lies beyond the start-up never does
            EXPECT_TRUE(qualifies("beyond-start-up", one.evidence, judgement));
            one.evidence.bound = test::upper("n^2");
            EXPECT_FALSE(qualifies("beyond-start-up", one.evidence, judgement));
            one.evidence.bound = test::upper("n");
        }
        const std::size_t top = one.time.points.size() - 1;
        judgement.verdict = Verdict::exceeded;
        one.evidence.witness = Witness{top - 1, top, 0.1, true}; // time / n rises there
        EXPECT_FALSE(qualifies("start-up", one.evidence, judgement)) << per_square;
        one.evidence.witness = Witness{0, top, 0.1, true}; // and fell from the start
        if (few) EXPECT_TRUE(qualifies("start-up", one.evidence, judgement));
    }
}

TEST(Rules, HiddenWorkIsWhatMemoryCanNotDo) {
    Case one(linear_counts);
    const MemoryCurve memory;
    one.evidence.memory = &memory;
    one.evidence.time = TimeAStep{{{"n", 16}}, {{"n", 1e5}}, 1, 10, 4, {}};
    one.evidence.time_against = exceeded_by_time + 1;
    Judgement judgement;
    judgement.verdict = Verdict::holds;
    EXPECT_TRUE(qualifies("hidden-work", one.evidence, judgement));
    one.evidence.time->could = 6;
    EXPECT_FALSE(qualifies("hidden-work", one.evidence, judgement));
    one.evidence.time->could_there = 1;
    EXPECT_TRUE(qualifies("slow-steps", one.evidence, judgement));
    one.evidence.time->could_there = 6;
    EXPECT_FALSE(qualifies("slow-steps", one.evidence, judgement));
}

TEST(Rules, ThoseThatCanBeLeftOutAreKnownByName) {
    std::set<std::string> names = {"capped", "unread-shapes", "reading",
                                   "garbage"}; // of shapes and solutions
    for (const DecidingRule &rule : deciding_rules())
        names.insert(rule.name);
    for (const QualifyingRule &rule : qualifying_rules())
        names.insert(rule.name);
    for (const std::string &name : rule_names())
        EXPECT_TRUE(names.contains(name)) << name;
}

} // namespace
} // namespace iron
