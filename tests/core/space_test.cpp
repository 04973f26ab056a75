// Claims on space, and whole programs whose reading hides what they do.
#include <gtest/gtest.h>

#include "core/growth/fitter.h"
#include "core/plan/ladder.h"
#include "support/judging.h"
#include "support/series.h"

namespace iron {
namespace {

using test::counted_series;
using test::judged;
using test::says;

Growth bytes(auto law, double grain = 16, double to = 1e6) {
    Series series = counted_series(law, 16, to);
    series.grain = grain;
    return fit_growth(series, {Noise::weighed});
}

Verdict on_space(const std::string &bound, Growth growth) {
    return judged(Metric::space, parse_bound(bound, {"n"}), {{"calm", {}, {}, std::move(growth)}}).verdict;
}

TEST(SpaceClaim, ConstantBytesHoldUnderOne) {
    EXPECT_EQ(on_space("O(1)", bytes([](double) { return 0; })), Verdict::holds);
    EXPECT_EQ(on_space("O(1)", bytes([](double) { return 48; })), Verdict::holds);
    EXPECT_EQ(on_space("O(1)", bytes([](double n) { return n > 300 ? 56 : 48; })),
              Verdict::holds); // alignment
    EXPECT_EQ(on_space("O(1)", bytes([](double) { return 65'536; })), Verdict::holds);
}

TEST(SpaceClaim, GrowingBytesExceedOne) {
    EXPECT_EQ(on_space("O(1)", bytes([](double n) { return 4 * n; })), Verdict::exceeded);
    EXPECT_EQ(on_space("O(1)", bytes([](double n) { return 48 * std::floor(std::log2(n)); })),
              Verdict::exceeded);
    EXPECT_EQ(on_space("O(log n)", bytes([](double n) { return 48 * std::floor(std::log2(n)); })),
              Verdict::holds);
    EXPECT_EQ(on_space("O(log n)", bytes([](double n) { return std::sqrt(n) * 64; })), Verdict::exceeded);
}

TEST(SpaceClaim, CapacitiesThatDoubleAreLinear) {
    const auto doubled = [](double n) { return 4 * std::exp2(std::ceil(std::log2(n))) * 1.5; };
    EXPECT_EQ(on_space("O(n)", bytes(doubled)), Verdict::holds);
    EXPECT_EQ(on_space("O(sqrt n)", bytes(doubled)), Verdict::exceeded);
}

SeriesGrowth fitted(auto law) {
    NamedSeries named{"hand", "calm", Metric::space, {}};
    for (const double n : ladder(16, 131'072))
        named.series.places.push_back({{n}, {{0, 0, law(n)}}});
    return Fitter().fit(named, {parse_bound("O(n)", {"n"})});
}

TEST(SpaceClaim, StepsAsWideAsTheLadderAreToldApart) {
    // A table that is made four times as large whenever it is two thirds full, as hash tables are.
    const auto table = [](double n) { return 72 * std::pow(4, std::ceil(std::log2(1.5 * n) / 2)) + 80; };
    const SeriesGrowth growth = fitted(table);
    EXPECT_EQ(growth.growth.doublings_apart, 2);
    const auto on = [&](const char *bound) {
        return judged(Metric::space, parse_bound(bound, {"n"}), {{"calm", {}, {}, growth.growth}});
    };
    EXPECT_EQ(on("O(n)").verdict, Verdict::holds) << reason_text(on("O(n)"));
    EXPECT_TRUE(says(on("O(n)"), "two doublings apart")) << reason_text(on("O(n)"));
    EXPECT_EQ(on("O(sqrt n)").verdict, Verdict::exceeded);
    EXPECT_EQ(fitted([](double n) { return 40 * n; }).growth.doublings_apart, 0);
}

// A vector of some n log n things: its capacity doubles now between these sizes and now between those.
TEST(SpaceClaim, StepsThatWanderLeaveTheirErrorAndNoMore) {
    const auto vector = [](double n) {
        return 12 * std::exp2(std::ceil(std::log2(n * std::log2(n) / 9 + 1))) + 304;
    };
    const Growth growth = fitted(vector).growth;
    const auto on = [&](const char *bound) { return on_space(bound, growth); };
    EXPECT_EQ(on("O(n log n)"), Verdict::holds);
    EXPECT_EQ(on("O(n^2)"), Verdict::holds);
    EXPECT_EQ(on("O(sqrt n)"), Verdict::exceeded);
}

TEST(SpaceClaim, ATableThatQuadruplesIsLinearWhereverItsSizesEnd) {
    // As read off a hash table that grows fourfold: its size, by the ladder from 16 on.
    const double read[] = {912,    2960,   2960,   2960,    2960,    10640,   10640,  10640,  10640,
                           41360,  41360,  41360,  41360,   164240,  164240,  164240, 164240, 655760,
                           655760, 655760, 655760, 2621840, 2621840, 2621840, 2621840};
    const std::vector<double> sizes = ladder(16, 65536);
    ASSERT_EQ(sizes.size(), std::size(read));
    for (const std::size_t count : {20, 21, 22, 23, 24, 25}) {
        Series series{{"n"}, {}, 16};
        for (std::size_t i = 0; i < count; ++i)
            series.places.push_back({{sizes[i]}, {{0, 0, read[i]}}});
        const NamedSeries named{"hand", "calm", Metric::space, series};
        const SeriesGrowth growth = Fitter().fit(named, {parse_bound("O(n)", {"n"})});
        const Judgement j =
            judged(Metric::space, parse_bound("O(n)", {"n"}), {{"calm", {}, {}, growth.growth}});
        EXPECT_EQ(j.verdict, Verdict::holds) << count << ": " << reason_text(j);
    }
}

TEST(SpaceClaim, RoomToSpareIsNoGrowth) {
    // As read off a list that keeps up to an eighth more than it needs, over few sizes.
    const double read[] = {800, 1024, 1312, 1888, 2432, 3488, 4448, 6368, 9088, 12960};
    Series series{{"n"}, {}, 1024};
    double n = 64;
    for (const double bytes : read) {
        series.places.push_back({{std::round(n)}, {{0, 0, bytes}}});
        n *= std::sqrt(2);
    }
    const auto on = [&](const char *bound) {
        return on_space(bound, fit_growth(series, {Noise::weighed, {parse_bound(bound, {"n"})}}));
    };
    EXPECT_EQ(on("O(n)"), Verdict::holds);
    EXPECT_EQ(on("O(sqrt n)"), Verdict::exceeded);
    series.places.resize(6); // over two and a half doublings that can't be told
    EXPECT_NE(on("O(n)"), Verdict::exceeded);
}

// A square table in a program that holds 10 KB whatever n is: at the far place those are most of it.
TEST(SpaceClaim, WhatIsNeededAtEverySizeHidesNoGrowth) {
    Series series{{"n"}, {}, 1024};
    for (const double n : {16, 18, 20, 23, 180, 215, 304, 362, 430, 510})
        series.places.push_back({{n}, {{0, 0, 10'240 + n * (n + 65)}}});
    EXPECT_NE(on_space("O(n)", fit_growth(series, {Noise::weighed, {parse_bound("O(n)", {"n"})}})),
              Verdict::holds);
}

TEST(SpaceClaim, ATopOffTheLadderHidesNoGrowth) {
    // A recursion a logarithm deep, up to a target and its half, that are on no doubling of the ladder.
    Series series = counted_series([](double n) { return 16 + 20 * std::floor(std::log2(n)); }, 16, 1e8);
    for (const double n : {5e8, 1e9})
        series.places.push_back({{n}, {{0, 0, 16 + 20 * std::floor(std::log2(n))}}});
    EXPECT_EQ(on_space("O(1)", fit_growth(series, {Noise::weighed})), Verdict::exceeded);
}

// As read off a list of numbers of Python's, of which those up to 256 are kept ready: all others are made, at
// 32 bytes each, from n = 256 on.
TEST(SpaceClaim, WhatChangesOnceIsNoGrowthWhileItIsSeenHalfway) {
    const auto verdict_up_to = [](double to) {
        const auto wanders = [](double n) { return std::fmod(n * n, 7) * 8; };
        return on_space(
            "O(n)",
            fit_growth(counted_series(
                           [&](double n) { return 600 + 16 * n + 32 * std::max(0.0, n - 256) + wanders(n); },
                           16, to),
                       {Noise::weighed}));
    };
    EXPECT_EQ(verdict_up_to(1024), Verdict::undecided);
    EXPECT_EQ(verdict_up_to(1 << 17), Verdict::holds);
}

TEST(SpaceClaim, ATableThatHasJustDoubledIsNoGrowth) {
    // As read off a hash table, up to a size at which it had just doubled.
    const double read[] = {4080, 4120,  4704,  4712,  5968,  5992,  8640,  8640,
                           9672, 14032, 16040, 25392, 28776, 49008, 55144, 100800};
    Series series{{"n"}, {}, 16};
    const std::vector<double> sizes = ladder(16, 2896);
    ASSERT_EQ(sizes.size(), std::size(read));
    for (std::size_t i = 0; i < sizes.size(); ++i)
        series.places.push_back({{sizes[i]}, {{0, 0, read[i]}}});
    const NamedSeries named{"hand", "calm", Metric::space, series};
    const auto verdict = [&](const char *bound) {
        const SeriesGrowth growth = Fitter().fit(named, {parse_bound(bound, {"n"})});
        return judged(Metric::space, parse_bound(bound, {"n"}), {{"calm", {}, {}, growth.growth}}).verdict;
    };
    EXPECT_NE(verdict("O(n)"), Verdict::exceeded);
    EXPECT_EQ(verdict("O(sqrt n)"), Verdict::exceeded);
}

TEST(SpaceClaim, WhatIsBelowTheGrainSaysNothing) {
    const auto boxed = [](double n) { return 300 + 20 * std::log2(n); };
    EXPECT_EQ(on_space("O(1)", bytes(boxed)), Verdict::exceeded);
    EXPECT_EQ(on_space("O(1)", bytes(boxed, 1024)), Verdict::holds);
}

TEST(SpaceClaim, UnreadSpaceIsUndecided) {
    const Judgement j = judged(Metric::space, parse_bound("O(1)", {"n"}), {{"calm", {}, {}, {}}});
    EXPECT_EQ(j.verdict, Verdict::undecided);
    EXPECT_EQ(reason_text(j), "space was not read for the shape 'calm'");
}

TEST(SpaceClaim, ItsReasonHasUnits) {
    const Judgement j = judged(Metric::space, parse_bound("O(1)", {"n"}),
                               {{"calm", {}, {}, bytes([](double n) { return 8 * n; })}});
    EXPECT_EQ(j.decided_by, Metric::space);
    EXPECT_EQ(
        reason_text(j),
        "space rises from 5.66 KiB to 7.63 MiB between n = 724 and 1,000,000, as n does; the smallest claim "
        "that holds is O(n)");
}

Verdict of_program(const char *bound, auto law, bool whole) {
    const SolutionClaims claims{
        "hand", {{Metric::time, "every", parse_bound(bound, {"n"})}}, whole, false, ""};
    const Growth steps = fit_growth(counted_series(law, 16, 1e6), {Noise::counted});
    return judge_claims({claims}, {{"hand", "calm", Metric::steps, steps}})[0].judgement.verdict;
}

TEST(WholeProgram, ItsReadingIsNotHeldAgainstIt) {
    const auto linear = [](double n) { return 3 * n; };
    EXPECT_EQ(of_program("O(1)", linear, false), Verdict::exceeded);
    EXPECT_EQ(of_program("O(1)", linear, true), Verdict::undecided);
    EXPECT_EQ(of_program("O(log n)", linear, true), Verdict::undecided);
    EXPECT_EQ(of_program("O(n)", linear, true), Verdict::holds);
}

TEST(WholeProgram, GrowthFasterThanTheInputIs) {
    const auto square = [](double n) { return n * n; };
    EXPECT_EQ(of_program("O(1)", square, true), Verdict::exceeded);
    EXPECT_EQ(of_program("O(n)", square, true), Verdict::exceeded);
}

// Times alone of a whole program that starts up for `start_ns`.
Judgement program_timed(const char *bound, double start_ns, double ns_a_size, bool whole = true) {
    const SolutionClaims claims{
        "hand", {{Metric::time, "every", parse_bound(bound, {"n"})}}, whole, false, ""};
    const Series series = test::timed_series(
        [&](double n) { return start_ns + ns_a_size * n * std::log2(n); }, 16, 1e5, 0.02, 7);
    const Growth time = fit_growth(series, {Noise::timed});
    return judge_claims({claims}, {{"hand", "calm", Metric::time, time}})[0].judgement;
}

TEST(WholeProgram, WhatItsStartUpHidesIsUndecided) {
    for (const char *bound : {"O(1)", "O(n log n)"}) {
        const Judgement j = program_timed(bound, 1e8, 10); // 17 ms beside 100
        EXPECT_EQ(j.verdict, Verdict::undecided) << reason_text(j);
        EXPECT_FALSE(j.loose);
        EXPECT_EQ(j.growth_class, "") << "that is the start-up's";
        ASSERT_TRUE(j.would_decide) << reason_text(j);
        EXPECT_GT(j.would_decide->size, 1e5);
    }
    EXPECT_EQ(program_timed("O(n log n)", 1e8, 10, false).verdict, Verdict::holds);
}

// 13 ms, and up to 70 for n log n: what grows is looked at beyond the start-up, however large that is.
TEST(WholeProgram, GrowthIsThatOfWhatIsBeyondTheStartUp) {
    Series series =
        test::timed_series([](double n) { return 13.3e6 + 211 * n * std::log2(n); }, 16, 23'170, 0.01, 7);
    series.starts_up = true;
    FitOptions options{Noise::timed};
    options.starts_up = true;
    const Growth time = fit_growth(series, options);
    EXPECT_LT(evidence_against(test::upper("n log n"), time), 0);
    EXPECT_GT(evidence_against(test::upper("sqrt n"), time), 10);
    EXPECT_LT(evidence_against(test::upper("n sqrt n"), time), -10);
    EXPECT_NEAR(value_at(time.best(), {{"n", 16}}), 13.3e6, 0.7e6);
    options.starts_up = false; // of a call alone a constant can't be so large
    EXPECT_GT(evidence_against(test::upper("sqrt n"), time),
              evidence_against(test::upper("sqrt n"), fit_growth(series, options)));
}

// Eight bytes each, and nothing else: from the ninth on they are above the grain.
TEST(Space, ThatAClosedFormGivesToTheByteIsCertain) {
    const auto grown = [](double each, double beside, double grain) {
        Series series = counted_series([&](double n) { return std::floor(each * n + beside); }, 1, 40);
        series.grain = grain;
        return fit_growth(series, {Noise::weighed});
    };
    const Growth fine = grown(8, 0, 64);
    EXPECT_EQ(test::judged(Metric::space, test::upper("n"), {{"calm", {}, {}, fine}}).verdict,
              Verdict::holds);
    const Judgement level = test::judged(Metric::space, test::upper("1"), {{"calm", {}, {}, fine}});
    EXPECT_EQ(level.verdict, Verdict::exceeded) << reason_text(level);
    EXPECT_TRUE(grown(8, 600, 256).best().exact);
    EXPECT_FALSE(grown(0, 600, 256).best().exact); // what differs by less than the grain may lie under it
    EXPECT_FALSE(grown(8.3, 0, 64).best().exact);
}

// Buffers of 8 KiB beside 4 n bytes: while those are hardly more, a root would do as well.
TEST(WholeProgram, WhatItBeginsWithHidesBytes) {
    const auto verdict_up_to = [](double to, double each, const char *bound, double stack = 7) {
        const auto wanders = [&](double n) { return std::fmod(n * n, stack) * 8; };
        Series series =
            counted_series([&](double n) { return 8216 + each * n + (each > 0 ? wanders(n) : 0); }, 16, to);
        series.grain = 256;
        const Growth held = fit_growth(series, {Noise::weighed});
        ShapeGrowth shape{"calm", nullptr, nullptr, &held};
        shape.starts_up = true;
        return judge(Metric::space, test::upper(bound), {shape}).verdict;
    };
    EXPECT_EQ(verdict_up_to(4096, 4, "n"), Verdict::undecided);
    EXPECT_EQ(verdict_up_to(4096, 4, "n", 1), Verdict::holds); // to the byte: no root does that
    EXPECT_EQ(verdict_up_to(65'536, 4, "n"), Verdict::holds);
    EXPECT_EQ(verdict_up_to(65'536, 4, "sqrt n"), Verdict::exceeded);
    EXPECT_EQ(verdict_up_to(65'536, 0, "1"), Verdict::holds);
    EXPECT_EQ(verdict_up_to(128, 0, "1"), Verdict::undecided); // n^0.5 words would not show
}

TEST(WholeProgram, ItsTimeMakesNoClaimLoose) {
    const Judgement j = program_timed("O(n^2)", 1e6, 100);
    EXPECT_EQ(j.verdict, Verdict::holds) << reason_text(j);
    EXPECT_FALSE(j.loose);
    EXPECT_TRUE(program_timed("O(n^2)", 1e6, 100, false).loose);
}

TEST(SpaceVerdict, ReadingsBelowACoarseGrainDecideNothing) {
    Series series = test::counted_series([](double n) { return 8 * n; }, 16, 1e5);
    series.grain = 2 << 20;
    const Growth growth = fit_growth(series, {Noise::weighed});
    const Judgement j = judged(Metric::space, parse_bound("O(1)", {"n"}), {{"calm", {}, {}, growth}});
    EXPECT_EQ(j.verdict, Verdict::undecided) << reason_text(j);
    EXPECT_FALSE(j.loose);
    EXPECT_TRUE(says(j, "2 MiB")) << reason_text(j);
    EXPECT_EQ(j.growth_class, "") << "that is the grain's";
    ASSERT_TRUE(j.would_decide);
    EXPECT_GT(j.would_decide->size, 1e5);
    // n log n would have come above it, and whether they grow at all is hidden.
    const Judgement kept = judged(Metric::space, parse_bound("O(n)", {"n"}), {{"calm", {}, {}, growth}});
    EXPECT_EQ(kept.verdict, Verdict::holds) << reason_text(kept);
    EXPECT_FALSE(kept.loose);
    EXPECT_EQ(kept.growth_class, "");
    // Beside a shape that takes more it is not the worst.
    const Growth seen = bytes([](double n) { return 200 * n; }, 2 << 20);
    const Judgement both = judged(Metric::space, parse_bound("O(1)", {"n"}),
                                  {{"calm", {}, {}, growth}, {"flood", {}, {}, seen}});
    EXPECT_EQ(both.verdict, Verdict::exceeded) << reason_text(both);
    EXPECT_TRUE(says(both, "on calm it stays below")) << reason_text(both);
}

// A page and more hides what takes a word each until there are many; of a large size it hides nothing.
TEST(SpaceVerdict, AGrainHidesWhatIsSmallAlone) {
    const auto level = [](double most) {
        Series series = test::counted_series([](double) { return 100; }, 16, most);
        series.grain = 16 << 10;
        return on_space("O(1)", fit_growth(series, {Noise::weighed}));
    };
    EXPECT_EQ(level(700), Verdict::undecided);
    EXPECT_EQ(level(2e4), Verdict::holds);
}

TEST(SpaceVerdict, ALargeTableThatStaysIsRead) {
    EXPECT_EQ(on_space("O(1)", bytes([](double) { return 1 << 20; })), Verdict::holds);
}

// Readings of a language that collects garbage: all that was allocated as long as nothing is collected.
NamedSeries with_garbage(double (*allocated)(double), double most) {
    NamedSeries named{"set", "calm", Metric::space, test::counted_series(allocated, 16, 4e4)};
    for (ReadPlace &point : named.series.places)
        for (Reading &reading : point.readings)
            reading.value = std::min(reading.value, most);
    named.series.grain = 2 << 20;
    named.series.grain_of_most = 16 << 10;
    return named;
}

Judgement with_garbage(const std::string &bound, double (*allocated)(double), double most = 1e300) {
    const Bound claimed = parse_bound(bound, {"n"});
    const SeriesGrowth growth = Fitter().fit(with_garbage(allocated, most), {claimed});
    return judged(Metric::space, claimed, {{"calm", {}, {}, growth.growth}});
}

TEST(SpaceVerdict, AllThatWasAllocatedSpeaksForABound) {
    const auto linear = [](double n) { return 48 * n + 3000; }; // 1.9 MiB at the most
    EXPECT_EQ(with_garbage("O(n)", linear).verdict, Verdict::holds)
        << reason_text(with_garbage("O(n)", linear));
    EXPECT_EQ(with_garbage("O(n log n)", linear).verdict, Verdict::holds);
}

TEST(SpaceVerdict, GarbageDoesNotSpeakAgainstABound) {
    const auto linear = [](double n) { return 48 * n + 3000; };
    EXPECT_NE(with_garbage("O(1)", linear).verdict, Verdict::exceeded); // all below the coarse grain
    // Collected at 2 MiB: what grew was garbage.
    const auto steep = [](double n) { return 4000 * n; };
    EXPECT_EQ(with_garbage("O(1)", steep, 2 << 20).verdict, Verdict::undecided);
    // What grows on beyond the grain is need.
    EXPECT_EQ(with_garbage("O(1)", steep).verdict, Verdict::exceeded)
        << reason_text(with_garbage("O(1)", steep));
}

} // namespace
} // namespace iron
