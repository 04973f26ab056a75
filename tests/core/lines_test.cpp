// Counts by line, taken apart.
#include <functional>
#include <gtest/gtest.h>
#include <random>

#include <cmath>

#include "core/claim/lines.h"
#include "core/plan/ladder.h"

namespace iron {
namespace {

using Law = std::function<double(double)>;

std::vector<CountedCall> calls_of(const std::map<std::string, Law> &laws, double from = 16,
                                  double to = 4096) {
    std::vector<CountedCall> calls;
    for (const double n : ladder(from, to)) {
        CountedCall call{{n}, 0, {}};
        for (const auto &[key, law] : laws)
            call.spots[key] = static_cast<std::int64_t>(std::llround(law(n)));
        calls.push_back(std::move(call));
    }
    return calls;
}

SolutionLines lines_of(std::vector<CountedCall> calls, const std::vector<std::string> &names = {"n"}) {
    SolutionLines lines{"scan", "calm", std::move(calls), {}};
    Fitter fitter;
    lines.profiles = fit_profiles(lines.calls, names, fitter);
    return lines;
}

const ProfileGrowth *profile_with(const SolutionLines &lines, const std::string &key) {
    for (const ProfileGrowth &one : lines.profiles)
        for (const ProfileSpot &spot : one.profile.spots)
            if (spot.key == key) return &one;
    return nullptr;
}

std::string exact(const SolutionLines &lines, const std::string &key) {
    const ProfileGrowth *one = profile_with(lines, key);
    if (!one) return "missing";
    for (const ProfileSpot &spot : one->profile.spots)
        if (spot.key == key) return spot.exact;
    return "";
}

TEST(Profiles, HoldLinesOfOneRatioUpToAConstant) {
    const SolutionLines lines = lines_of(calls_of({{"3", [](double n) { return n + 1; }},
                                                   {"4", [](double n) { return n; }},
                                                   {"5", [](double n) { return 3 * n - 2; }},
                                                   {"6", [](double n) { return n * (n - 1) / 2; }},
                                                   {"7", [](double n) { return n * (n + 1) / 2; }},
                                                   {"9", [](double) { return 1; }}}));
    EXPECT_EQ(profile_with(lines, "3"), profile_with(lines, "4"));
    EXPECT_EQ(profile_with(lines, "3"), profile_with(lines, "5"));
    EXPECT_NE(profile_with(lines, "3"), profile_with(lines, "6"));
    EXPECT_NE(profile_with(lines, "6"), profile_with(lines, "7")); // they differ by n, which is no constant
    EXPECT_EQ(lines.profiles.front().profile.spots.front().key, "7");
    double share = 0;
    for (const ProfileGrowth &one : lines.profiles)
        share += one.profile.share;
    EXPECT_NEAR(share, 1, 1e-9);
}

TEST(Profiles, AreToldByTheFormThatGivesEveryCount) {
    const SolutionLines lines = lines_of(calls_of({{"3", [](double n) { return n + 1; }},
                                                   {"5", [](double n) { return 3 * n - 2; }},
                                                   {"6", [](double n) { return n * (n - 1) / 2; }},
                                                   {"7", [](double n) { return 2 * n * n + 3 * n + 1; }},
                                                   {"8", [](double n) { return n * std::log2(n); }}}));
    EXPECT_EQ(exact(lines, "3"), "n + 1");
    EXPECT_EQ(exact(lines, "5"), "3 n - 2");
    EXPECT_EQ(exact(lines, "6"), "n (n - 1) / 2");
    EXPECT_EQ(exact(lines, "7"), "2 n^2 + 3 n + 1");
    EXPECT_EQ(exact(lines, "8"), "");
    EXPECT_EQ(profile_with(lines, "8")->growth.best().name, "n log n");
}

TEST(Profiles, OfSeveralSizesHaveFormsToo) {
    std::vector<CountedCall> calls;
    for (const double n : {16, 23, 64, 100, 256, 777, 1024})
        for (const double k : {4, 7, 16, 33, 64, 129, 500})
            calls.push_back(
                {{n, k},
                 0,
                 {{"5", static_cast<std::int64_t>(n * k)}, {"6", static_cast<std::int64_t>(n + 2)}}});
    const SolutionLines lines = lines_of(std::move(calls), {"n", "k"});
    EXPECT_EQ(exact(lines, "5"), "n k");
    EXPECT_EQ(exact(lines, "6"), "n + 2");
}

TEST(Profiles, HalvingsAndTheLesserOfTwoAreToldAsPeopleDo) {
    const auto halvings = [](double n) { return std::floor(std::log2(n) + 1e-9); };
    const SolutionLines sorted =
        lines_of(calls_of({{"4", [&](double n) { return n * halvings(n) + 1; }},
                           {"5", [&](double n) { return n * (halvings(n) + 2) / 2; }},
                           {"6", [](double n) { return n * n; }}}));
    EXPECT_EQ(exact(sorted, "4"), "n floor(log2 n) + 1");
    std::vector<CountedCall> calls;
    for (const double n : {16, 23, 64, 100, 256, 777, 1024})
        for (const double k : {4, 7, 16, 33, 64, 129, 500})
            calls.push_back({{n, k},
                             0,
                             {{"5", static_cast<std::int64_t>(std::min(n, k) * (n + k + 1))},
                              {"6", static_cast<std::int64_t>(n + 2)}}});
    EXPECT_EQ(exact(lines_of(std::move(calls), {"n", "k"}), "5"), "min(n, k) (n + k + 1)");
}

// Halving without a look at the middle: as often as it takes to come from n to one.
TEST(Profiles, HalvingsOfOneLessAreToldToo) {
    std::vector<CountedCall> calls;
    for (const double n : {16, 23, 64, 91, 100, 256, 500, 777, 1024, 2048, 5000, 8192})
        for (const double q : {16, 33, 64, 129, 500, 700, 1000})
            calls.push_back({{n, q},
                             0,
                             {{"5", std::llround(q * std::floor(std::log2(n - 1)))},
                              {"6", std::llround(22 * n + 25 * q)}}});
    const SolutionLines lines = lines_of(std::move(calls), {"n", "q"});
    EXPECT_EQ(exact(lines, "5"), "q floor(log2(n - 1))");
    EXPECT_EQ(profile_with(lines, "5")->growth.best().name, "q log n");
}

TEST(Profiles, WhatIsHardlyAnythingIsToldTogether) {
    const SolutionLines lines = lines_of(calls_of({{"4", [](double n) { return n * n; }},
                                                   {"5", [](double n) { return std::log2(n); }},
                                                   {"6", [](double) { return 1; }}}));
    ASSERT_EQ(lines.profiles.size(), 2u);
    EXPECT_TRUE(lines.profiles.back().profile.is_rest);
    EXPECT_EQ(lines.profiles.back().profile.spots.size(), 2u);
}

TEST(Profiles, APartThatIsStillSmallButRisesStandsApart) {
    // Of the total hardly more than a thousandth, and twice that with every doubling.
    const SolutionLines lines = lines_of(calls_of(
        {{"4", [](double n) { return 400 * n; }}, {"5", [](double n) { return std::floor(1e-4 * n * n); }}}));
    ASSERT_NE(profile_with(lines, "5"), nullptr);
    EXPECT_FALSE(profile_with(lines, "5")->profile.is_rest);
}

TEST(Profiles, ARareLineHasTheErrorOfACount) {
    Profile profile = profiles_of(calls_of({{"4", [](double n) { return n; }},
                                            {"5", [](double n) { return std::floor(n / 500); }}}),
                                  {"n"})
                          .back();
    const std::vector<Located> points = locate(profile.series, Noise::counted);
    EXPECT_GT(points.back().error, 0.3); // of some eight
}

JudgedClaim exceeded(const std::string &bound) {
    JudgedClaim claim{"scan", {Metric::time, "every", parse_bound(bound, {"n"})}, {}};
    claim.judgement.verdict = Verdict::exceeded;
    claim.judgement.decided_by = Metric::steps;
    claim.judgement.worst_shape = "calm";
    return claim;
}

TEST(Lines, TheOneThatBreaksAClaimIsNamed) {
    const std::vector<SolutionLines> lines = {
        lines_of(calls_of({{"3", [](double n) { return n; }},
                           {"6", [](double n) { return n * (n - 1) / 2; }},
                           {"8 sort", [](double n) { return 2 * n * std::log2(n); }}}))};
    std::vector<JudgedClaim> claims = {exceeded("O(n)"), exceeded("O(n log n)"), exceeded("O(n^2)")};
    claims.back().judgement.verdict = Verdict::holds;
    name_lines(claims, lines, [](const std::string &, const Spot &spot) {
        return "the text of " + std::to_string(spot.lines.front());
    });
    ASSERT_EQ(claims[0].judgement.remarks.size(), 1u);
    const auto &line = std::get<besides::Line>(claims[0].judgement.remarks.front());
    EXPECT_EQ(line.spot.lines, std::vector<int>{6});
    EXPECT_EQ(line.source, "the text of 6");
    EXPECT_EQ(line.exact, "n (n - 1) / 2");
    EXPECT_EQ(line.rest, "n"); // the sort leaves O(n), too
    EXPECT_EQ(std::get<besides::Line>(claims[1].judgement.remarks.front()).rest, "n log n");
    EXPECT_TRUE(claims[2].judgement.remarks.empty());
}

TEST(Lines, OfALibraryFunctionTheLineThatCallsItMostIsNamed) {
    const auto named = [](double seldom) {
        const std::vector<SolutionLines> lines = {
            lines_of(calls_of({{"3", [&](double n) { return std::floor(seldom * n * n); }},
                               {"6", [](double n) { return n * n; }},
                               {"3,6 push", [](double n) { return 7 * n * n + 40 * n; }}}))};
        std::vector<JudgedClaim> claims = {exceeded("O(n)")};
        name_lines(claims, lines, [](const std::string &, const Spot &) { return ""; });
        return std::get<besides::Line>(claims[0].judgement.remarks.front()).spot.lines;
    };
    EXPECT_EQ(named(0.4), (std::vector<int>{6, 3}));
    EXPECT_EQ(named(0.001), (std::vector<int>{6}));
}

TEST(Lines, ThePartThatDecidedIsTheOneThatIsNamed) {
    const SolutionLines lines = lines_of(calls_of({{"6", [](double n) { return n * (n - 1) / 2; }},
                                                   {"8", [](double n) { return std::floor(n * n / 50); }}}));
    JudgedClaim claim = exceeded("O(n)");
    EXPECT_EQ(breaking(lines, claim)->profile.spots.front().key, "6");
    claim.judgement.reason = because::PartLeaves{{}, "n^2", spot_of("8")};
    EXPECT_EQ(breaking(lines, claim)->profile.spots.front().key, "8");
    claim.judgement.verdict = Verdict::holds;
    EXPECT_EQ(breaking(lines, claim), nullptr);
}

TEST(Lines, NoneIsNamedForLuckOrBelowABound) {
    const SolutionLines lines = lines_of(calls_of({{"3", [](double n) { return n * n; }},
                                                   {"6", [](double n) { return std::floor(n * n / 400000); }},
                                                   {"7", [](double n) { return n; }}}));
    EXPECT_EQ(leaving(lines, parse_bound("Theta(n^2)", {"n"})),
              nullptr); // that a part grows less leaves nothing
    EXPECT_EQ(leaving(lines, parse_bound("Omega(n^3)", {"n"})), nullptr);
    ASSERT_NE(leaving(lines, parse_bound("O(n log n)", {"n"})), nullptr);
    EXPECT_EQ(leaving(lines, parse_bound("O(n log n)", {"n"}))->profile.spots.front().key, "3");
    const SolutionLines rare = lines_of(calls_of(
        {{"3", [](double n) { return n; }}, {"6", [](double n) { return std::floor(n * n / 400000); }}}));
    EXPECT_EQ(leaving(rare, parse_bound("O(n)", {"n"})), nullptr);
}

// What is judged of one claim, with the parts and without.
Judgement judged(const SolutionLines &lines, const std::string &bound, bool with_parts,
                 const std::vector<std::string> &names = {"n"}) {
    Series total{names, {}};
    for (const CountedCall &call : lines.calls)
        total.places.push_back({call.sizes, {{0, 0, static_cast<double>(total_of(call.spots))}}});
    const Claim claim{Metric::time, "every", parse_bound(bound, names)};
    SolutionClaims claims;
    claims.solution = "scan";
    claims.claims = {claim};
    Growth growth = fit_growth(total, {Noise::counted, {claim.bound}});
    const std::vector<SolutionLines> all = {lines};
    JudgeOptions options{std::nullopt};
    if (with_parts) options.lines = &all;
    return judge_claims({claims}, {{"scan", "calm", Metric::steps, std::move(growth)}}, options)[0].judgement;
}

TEST(Parts, ASmallLeadIsFoundThatTheTotalHides) {
    const SolutionLines lines = lines_of(calls_of(
        {{"4", [](double n) { return 400 * n; }}, {"7", [](double n) { return std::floor(n * n / 50); }}}));
    const Judgement whole = judged(lines, "O(n log n)", false), apart = judged(lines, "O(n log n)", true);
    EXPECT_NE(whole.verdict, Verdict::exceeded);
    EXPECT_EQ(apart.verdict, Verdict::exceeded);
    const auto &because = std::get<because::PartLeaves>(apart.reason);
    EXPECT_EQ(because.spot.lines, std::vector<int>{7});
    EXPECT_EQ(because.growth, "n^2");
    EXPECT_GT(because.stretch.last, because.stretch.first);
    EXPECT_EQ(judged(lines, "O(n^2)", true).verdict, Verdict::holds);
    EXPECT_EQ(judged(lines, "Theta(n^2)", true).verdict, judged(lines, "Theta(n^2)", false).verdict);
}

// Most is taken where n is largest, and there reading n is nearly all.
TEST(Parts, AShareThatRisesWhereAnotherSizeIsLargestIsSeen) {
    std::vector<CountedCall> calls;
    std::mt19937 random(1);
    std::normal_distribution<double> noise(1, 0.03);
    const auto add = [&](double n, double q) {
        calls.push_back({{n, q},
                         0,
                         {{"3", std::llround((90 * n + 110 * q) * noise(random))},
                          {"9", std::llround(q * std::floor(std::log2(n)))}}});
    };
    for (double n = 16; n < 50'000; n = std::round(n * 1.7))
        add(n, 1000);
    for (double n = 16; n < 10'000; n *= 2)
        add(n, n);
    for (const double q : {16, 64, 126, 1024, 3162, 8192})
        add(8192, q), add(128, q);
    const SolutionLines lines = lines_of(std::move(calls), {"n", "q"});
    const Judgement apart = judged(lines, "O(n + q)", true, {"n", "q"});
    EXPECT_EQ(apart.verdict, Verdict::exceeded);
    ASSERT_TRUE(std::holds_alternative<because::PartLeaves>(apart.reason));
    EXPECT_EQ(std::get<because::PartLeaves>(apart.reason).growth, "q log n");
    const Judgement kept = judged(lines, "O(n + q log n)", true, {"n", "q"});
    EXPECT_EQ(kept.verdict, Verdict::holds) << reason_text(kept);
}

TEST(Parts, WhatIsMetByLuckLeavesNothing) {
    const SolutionLines lines = lines_of(calls_of(
        {{"4", [](double n) { return 3 * n; }}, {"7", [](double n) { return std::floor(n * n / 400000); }}}));
    EXPECT_EQ(judged(lines, "O(n)", true).verdict, Verdict::holds);
}

TEST(Parts, WhatComesInLumpsLeavesNothing) {
    // A text that doubles its room: what is moved is up to n, and now and then less.
    const auto moved = [](double n) { return std::exp2(std::floor(std::log2(n))) * (n < 100 ? 0.1 : 2); };
    const SolutionLines lines = lines_of(calls_of(
        {{"4", [](double n) { return 20 * n; }}, {"7", [&](double n) { return std::floor(moved(n)); }}}));
    EXPECT_NE(judged(lines, "O(n)", true).verdict, Verdict::exceeded);
}

TEST(Parts, OneThatRisesRaggedlyLeavesTheTotalsVerdictOpen) {
    // A sort beside the reading of what it sorts; what it takes goes by the input's luck.
    const auto ragged = [](double n) { return 1 + 0.12 * std::sin(37 * std::sqrt(n)); };
    const auto rule =
        std::find_if(qualifying_rules().begin(), qualifying_rules().end(),
                     [](const QualifyingRule &one) { return one.name == std::string("part-may-leave"); });
    const auto qualified = [&](const std::function<double(double)> &second, const std::string &bound,
                               int held_by = -1) {
        SolutionLines lines =
            lines_of(calls_of({{"6", [](double n) { return 26 * n; }},
                               {"7", [&](double n) { return std::floor(second(n) * ragged(n)); }}}));
        lines.profiles[1].profile.held_by = held_by;
        const ShapeGrowth shape{
            "calm", &lines.profiles.front().growth, nullptr, nullptr, nullptr, false, &lines.profiles};
        const Evidence evidence = evidence_on(shape, Metric::time, parse_bound(bound, {"n"}), nullptr);
        Judgement held;
        held.verdict = Verdict::holds;
        if (rule->applies(evidence, held)) rule->qualify(evidence, held);
        return held;
    };
    const auto sorts = [](double n) { return n * std::log2(n); };
    const Judgement open = qualified(sorts, "O(n)");
    EXPECT_EQ(open.verdict, Verdict::undecided);
    ASSERT_TRUE(std::holds_alternative<because::PartMayLeave>(open.reason));
    EXPECT_EQ(std::get<because::PartMayLeave>(open.reason).spot.lines, std::vector<int>{7});
    EXPECT_EQ(qualified(sorts, "O(n log n)").verdict, Verdict::holds);
    // Under an `if` in a loop of 26 n turns it can't go on.
    EXPECT_EQ(qualified(sorts, "O(n)", 0).verdict, Verdict::holds);
    EXPECT_EQ(qualified(sorts, "O(log n)", 0).verdict, Verdict::undecided); // which that one leaves
    EXPECT_EQ(qualified([](double n) { return 8 * n; }, "O(n)").verdict, Verdict::holds);
}

TEST(Parts, ThatAllKeepABoundDecideWhereTheTotalCanNot) {
    const SolutionLines lines = lines_of(
        calls_of({{"4", [](double n) { return n + 1; }}, {"5", [](double n) { return n * (n - 1) / 2; }}}));
    const ShapeGrowth shape{"calm",         &lines.profiles.front().growth, nullptr, nullptr, nullptr, false,
                            &lines.profiles};
    const Evidence evidence = evidence_on(shape, Metric::time, parse_bound("O(n^2)", {"n"}), nullptr);
    Judgement open;
    const auto rule =
        std::find_if(qualifying_rules().begin(), qualifying_rules().end(),
                     [](const QualifyingRule &one) { return one.name == std::string("parts-keep"); });
    ASSERT_TRUE(rule->applies(evidence, open));
    rule->qualify(evidence, open);
    EXPECT_EQ(open.verdict, Verdict::holds);
    EXPECT_EQ(std::get<because::PartsKeep>(open.reason).spot.lines, std::vector<int>{5});
    Judgement refused;
    refused.verdict = Verdict::exceeded;
    EXPECT_TRUE(rule->applies(evidence, refused)); // both are exact
    const Evidence smaller = evidence_on(shape, Metric::time, parse_bound("O(n)", {"n"}), nullptr);
    EXPECT_FALSE(rule->applies(smaller, open));
    const Evidence from_below = evidence_on(shape, Metric::time, parse_bound("Omega(n)", {"n"}), nullptr);
    EXPECT_FALSE(rule->applies(from_below, Judgement()));
}

} // namespace
} // namespace iron
