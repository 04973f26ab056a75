// The growths on the list, and words for mistyped ones.
#include "core/growth/curve.h"

#include <cmath>
#include <gtest/gtest.h>
#include <set>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/growth/joint_terms.h"
#include "core/nearest.h"

namespace iron {
namespace {

std::set<std::string> names_of(const std::vector<Curve> &curves) {
    std::set<std::string> names;
    for (const Curve &curve : curves)
        names.insert(curve.name);
    return names;
}

TEST(Curves, AreAllDifferentGrowths) {
    for (const double largest : {1e6, 40.0}) {
        const std::vector<Curve> curves = candidate_curves("n", largest);
        EXPECT_EQ(names_of(curves).size(), curves.size());
        for (const Curve &one : curves)
            for (const Curve &other : curves)
                EXPECT_EQ(compare_growth(one.expression, other.expression) == 0, one.name == other.name)
                    << one.name << " and " << other.name;
    }
}

TEST(Curves, ExponentialOnesAreForSmallSizes) {
    const auto exponentials = [](double largest) {
        int count = 0;
        for (const Curve &curve : candidate_curves("n", largest))
            count += curve.exponential;
        return count;
    };
    EXPECT_EQ(exponentials(65), 0);
    EXPECT_GT(exponentials(64), 10);
    const std::set<std::string> names = names_of(candidate_curves("n", 30));
    for (const char *name : {"2^n", "n 2^n", "n!", "3^n", "n log n"})
        EXPECT_TRUE(names.contains(name)) << name;
}

TEST(Curves, TakeTheSizesName) {
    for (const Curve &curve : candidate_curves("buoys", 30)) {
        const std::set<std::string> sizes = sizes_in(curve.expression);
        EXPECT_TRUE(sizes.empty() || sizes == std::set<std::string>{"buoys"}) << curve.name;
    }
}

TEST(Curves, WhatStandsBelowIsSmaller) {
    for (const double largest : {1e6, 40.0})
        for (const Curve &curve : candidate_curves("n", largest)) {
            const std::vector<Curve> lower = lower_curves(curve, "n");
            EXPECT_EQ(lower.empty(), curve.name == "1");
            for (const Curve &one : lower)
                EXPECT_LT(compare_growth(one.expression, curve.expression), 0)
                    << one.name << " below " << curve.name;
        }
    EXPECT_EQ(names_of(lower_curves(make_curve(parse_expression("n log^2 n", {"n"})), "n")),
              (std::set<std::string>{"1", "n", "n log n"}));
}

TEST(Curves, LogarithmsOfHugeValuesAreFinite) {
    for (const Curve &curve : candidate_curves("n", 64))
        for (const double n : {1.0, 2.0, 64.0})
            EXPECT_TRUE(std::isfinite(evaluate_log(curve.expression, {{"n", n}}))) << curve.name << " " << n;
    EXPECT_NEAR(evaluate_log(parse_expression("2^n", {"n"}), {{"n", 1e5}}), 1e5 * std::log(2), 1e-6);
}

TEST(JointTerms, LoseOneLogarithmAtATime) {
    std::set<std::string> less;
    for (const Expression &one :
         less_a_logarithm_each(parse_expression("n log^2 n log k", {"n", "k"}), {"n", "k"}))
        less.insert(print_canonical(one));
    EXPECT_EQ(less, (std::set<std::string>{"n log n log k", "n log^2 n"}));
    EXPECT_TRUE(less_a_logarithm_each(parse_expression("n k", {"n", "k"}), {"n", "k"}).empty());
}

TEST(JointTerms, HaveNeighboursOnBothSides) {
    const std::vector<std::string> names = {"n", "k"};
    const SizeOrder order(names, {});
    for (const char *text : {"n k", "n sqrt k", "n^1.4 k", "min(n, k)", "n log k"}) {
        const Expression term = parse_expression(text, names);
        int above = 0, below = 0;
        for (const Expression &other : neighbours_of(term, names)) {
            above += order.within(term, other) && !order.within(other, term);
            below += order.within(other, term) && !order.within(term, other);
        }
        EXPECT_GT(above, 0) << text;
        EXPECT_GT(below, 0) << text;
    }
}

TEST(JointTerms, ThoseThatLeadComeFirstAndAreOrdered) {
    const JointCandidates candidates({"n", "k"}, {}, {false, false});
    ASSERT_GT(candidates.leading, 10u);
    ASSERT_LE(candidates.leading, candidates.terms.size());
    const auto at = [&](const std::string &name) {
        for (std::size_t i = 0; i < candidates.terms.size(); ++i)
            if (candidates.terms[i].name == name) return i;
        ADD_FAILURE() << name;
        return std::size_t{0};
    };
    EXPECT_TRUE(candidates.within(at("n"), at("n k")));
    EXPECT_FALSE(candidates.within(at("n k"), at("n")));
    EXPECT_FALSE(candidates.within(at("n"), at("k")));
    EXPECT_TRUE(candidates.within(at("n"), at("n")));
}

TEST(Nearest, CountsEditsAndSwaps) {
    EXPECT_EQ(edit_distance("", ""), 0);
    EXPECT_EQ(edit_distance("", "tide"), 4);
    EXPECT_EQ(edit_distance("tide", "tied"), 1); // neighbours swapped
    EXPECT_EQ(edit_distance("buoy", "buoys"), 1);
    EXPECT_EQ(edit_distance("mooring", "morning"), 2);
    EXPECT_EQ(edit_distance("gauge", "guage"), edit_distance("guage", "gauge"));
}

TEST(Nearest, AdvisesOnlyWhatIsNear) {
    const std::vector<std::string> known = {"solutions", "shapes", "samples"};
    EXPECT_EQ(nearest("solutoins", known), "solutions");
    EXPECT_EQ(nearest("ferry", known), "");
    EXPECT_EQ(advise_nearest("shape", known), "did you mean 'shapes'?");
    EXPECT_EQ(advise_nearest("ferry", known), "known: solutions, shapes, samples");
    EXPECT_EQ(advise_nearest("ferry", {}), "");
}

} // namespace
} // namespace iron
