// The growths on the list, and words for mistyped ones.
#include "core/growth/catalogue.h"

#include <cmath>
#include <gtest/gtest.h>
#include <set>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/nearest.h"
#include "core/policy.h"

namespace iron {
namespace {

Catalogue over(const std::string &name, double largest) {
    return Catalogue({name}, {}, {largest <= policy::largest_exponential});
}

std::vector<CandidatePtr> leads_of(const Catalogue &catalogue) {
    return {catalogue.candidates().begin(),
            catalogue.candidates().begin() + static_cast<long>(catalogue.leading())};
}

TEST(Catalogue, HoldsDifferentGrowths) {
    for (const double largest : {1e6, 40.0})
        for (const CandidatePtr &one : leads_of(over("n", largest)))
            for (const CandidatePtr &other : leads_of(over("n", largest)))
                EXPECT_EQ(compare_growth(one->expression, other->expression) == 0, one->name == other->name)
                    << one->name << " and " << other->name;
}

TEST(Catalogue, ExponentialGrowthsAreForSmallSizes) {
    const auto exponentials = [](double largest) {
        int count = 0;
        for (const CandidatePtr &one : leads_of(over("n", largest)))
            count += one->exponential;
        return count;
    };
    EXPECT_EQ(exponentials(65), 0);
    EXPECT_GT(exponentials(64), 10);
    const Catalogue small = over("n", 30);
    for (const char *name : {"2^n", "n 2^n", "n!", "3^n", "n log n"})
        EXPECT_GE(small.index_of(name), 0) << name;
}

TEST(Catalogue, TakesTheSizesName) {
    const Catalogue catalogue = over("buoys", 30);
    for (const CandidatePtr &one : catalogue.candidates()) {
        const std::set<std::string> sizes = sizes_in(one->expression);
        EXPECT_TRUE(sizes.empty() || sizes == std::set<std::string>{"buoys"}) << one->name;
    }
}

TEST(Catalogue, WhatStandsBelowIsSmaller) {
    for (const double largest : {1e6, 40.0}) {
        const Catalogue catalogue = over("n", largest);
        for (std::size_t lead = 0; lead < catalogue.leading(); ++lead) {
            const Candidate &above = *catalogue.candidates()[lead];
            EXPECT_EQ(catalogue.lows_of(lead).empty(), above.name == "1");
            for (const int low : catalogue.lows_of(lead))
                EXPECT_LT(compare_growth(catalogue.candidates()[low]->expression, above.expression), 0)
                    << catalogue.candidates()[low]->name << " below " << above.name;
        }
    }
    const Catalogue catalogue = over("n", 1e6);
    std::set<std::string> below;
    for (const int low : catalogue.lows_of(static_cast<std::size_t>(catalogue.index_of("n log^2 n"))))
        below.insert(catalogue.candidates()[low]->name);
    EXPECT_EQ(below, (std::set<std::string>{"1", "n", "n log n"}));
}

TEST(Catalogue, LogarithmsOfHugeValuesAreFinite) {
    const Catalogue catalogue = over("n", 64);
    for (const CandidatePtr &one : catalogue.candidates())
        for (const double n : {1.0, 2.0, 64.0})
            EXPECT_TRUE(std::isfinite(evaluate_log(one->expression, {{"n", n}}))) << one->name << " " << n;
    EXPECT_NEAR(evaluate_log(parse_expression("2^n", {"n"}), {{"n", 1e5}}), 1e5 * std::log(2), 1e-6);
}

TEST(Catalogue, LoseOneLogarithmAtATime) {
    std::set<std::string> less;
    for (const Expression &one :
         less_a_logarithm_each(parse_expression("n log^2 n log k", {"n", "k"}), {"n", "k"}))
        less.insert(print_canonical(one));
    EXPECT_EQ(less, (std::set<std::string>{"n log n log k", "n log^2 n"}));
    EXPECT_TRUE(less_a_logarithm_each(parse_expression("n k", {"n", "k"}), {"n", "k"}).empty());
}

TEST(Catalogue, HaveNeighboursOnBothSides) {
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

TEST(Catalogue, ThoseThatLeadComeFirstAndAreOrdered) {
    const Catalogue candidates({"n", "k"}, {}, {false, false});
    ASSERT_GT(candidates.leading(), 10u);
    ASSERT_LE(candidates.leading(), candidates.candidates().size());
    const auto at = [&](const std::string &name) {
        EXPECT_GE(candidates.index_of(name), 0) << name;
        return static_cast<std::size_t>(std::max(candidates.index_of(name), 0));
    };
    EXPECT_TRUE(candidates.within(at("n"), at("n k")));
    EXPECT_FALSE(candidates.within(at("n k"), at("n")));
    EXPECT_FALSE(candidates.within(at("n"), at("k")));
    EXPECT_TRUE(candidates.within(at("n"), at("n")));
}

// Places along the rays tell what comparing the growths one by one tells.
TEST(Catalogue, ItsOrderIsThatOfItsGrowths) {
    const Catalogue catalogue({"n", "k"}, parse_relations("k <= n", {"n", "k"}), {false, true});
    const auto &all = catalogue.candidates();
    for (std::size_t f = 0; f < all.size(); f += 3)
        for (std::size_t g = 0; g < all.size(); g += 2)
            EXPECT_EQ(catalogue.within(f, g), SizeOrder::within(all[f]->free, all[g]->free))
                << all[f]->name << " and " << all[g]->name;
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
