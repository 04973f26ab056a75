// What must be true of every bound, tried on many.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/bound/size_order.h"

namespace iron {
namespace {

const std::vector<std::string> three_sizes = {"n", "k", "m"};

// Expressions of every kind, a few levels deep.
class Expressions {
  public:
    explicit Expressions(unsigned seed, bool one_size = false) : random_(seed), one_size_(one_size) {}

    std::string any(int depth) {
        if (depth == 0) return pick({size(), size(), whole()});
        switch (std::uniform_int_distribution<int>(0, 10)(random_)) {
        case 0:
            return "(" + any(depth - 1) + " + " + any(depth - 1) + ")";
        case 1:
            return "(" + any(depth - 1) + " - 1)";
        case 2:
            return any(depth - 1) + " / (1 + " + size() + ")";
        case 3:
            return "(" + any(depth - 1) + ")^" + pick({"2", "1.5", "0.5", "(log2 3)"});
        case 4:
            return "log(" + any(depth - 1) + ")";
        case 5:
            return "sqrt(" + any(depth - 1) + ")";
        case 6:
            return "min(" + any(depth - 1) + ", " + any(depth - 1) + ")";
        case 7:
            return "max(" + any(depth - 1) + ", " + any(depth - 1) + ")";
        case 8:
            return "log^2 " + size();
        case 9:
            return "floor(" + any(depth - 1) + ")";
        default:
            return any(depth - 1) + " " + any(depth - 1);
        }
    }
    // Products of powers and logarithms, whose order is known.
    std::string product(double power, double logs) {
        std::string text = power == 0 ? "" : "n^" + std::to_string(power);
        if (logs != 0) text += std::string(text.empty() ? "" : " ") + "log(n)^" + std::to_string(logs);
        return text.empty() ? "1" : text;
    }
    double from(std::initializer_list<double> values) {
        std::uniform_int_distribution<std::size_t> at(0, values.size() - 1);
        return values.begin()[at(random_)];
    }

  private:
    std::string size() { return one_size_ ? "n" : pick({"n", "k", "m"}); }
    std::string whole() { return pick({"1", "2", "7"}); }
    std::string pick(std::initializer_list<std::string> words) {
        std::uniform_int_distribution<std::size_t> at(0, words.size() - 1);
        return words.begin()[at(random_)];
    }
    std::mt19937_64 random_;
    bool one_size_;
};

Expression parsed(const std::string &text) { return parse_expression(text, three_sizes); }

TEST(BoundLaws, PrintedTextReadsBackToTheSameValue) {
    Expressions expressions(11);
    const Sizes sizes = {{"n", 37}, {"k", 5}, {"m", 210}};
    for (int i = 0; i < 2000; ++i) {
        const std::string text = expressions.any(3);
        const Expression once = parsed(text);
        const std::string printed = print(once);
        const Expression again = parsed(printed);
        EXPECT_EQ(print(again), printed) << text;
        const double value = static_cast<double>(evaluate(once, sizes));
        if (std::isfinite(value)) {
            EXPECT_NEAR(static_cast<double>(evaluate(again, sizes)), value, 1e-9 * std::abs(value))
                << text << " -> " << printed;
        }
    }
}

TEST(BoundLaws, TheLogarithmOfTheValueIsTheValueInLogarithms) {
    Expressions expressions(13);
    const Sizes sizes = {{"n", 1000}, {"k", 12}, {"m", 77}};
    int compared = 0;
    for (int i = 0; i < 2000; ++i) {
        const std::string text = expressions.any(3);
        const double value = static_cast<double>(evaluate(parsed(text), sizes));
        if (!(value > 1e-6) || !std::isfinite(value)) continue;
        EXPECT_NEAR(evaluate_log(parsed(text), sizes), std::log(value),
                    1e-6 * (1 + std::abs(std::log(value))))
            << text;
        ++compared;
    }
    EXPECT_GT(compared, 1000);
}

TEST(BoundLaws, CanonicalTextIsOfTheSameGrowth) {
    Expressions expressions(17, true);
    int compared = 0;
    for (int i = 0; i < 1500; ++i) {
        const std::string text = expressions.any(3);
        const Expression once = parsed(text);
        const double large = static_cast<double>(evaluate(once, {{"n", 1e6}}));
        if (!(large > 0)) continue; // "n / n - 1" grows like nothing
        const std::string canonical = print_canonical(once);
        const Expression again = parsed(canonical);
        EXPECT_EQ(print_canonical(again), canonical) << text;
        EXPECT_EQ(compare_growth(once, again), 0) << text << " -> " << canonical;
        ++compared;
    }
    EXPECT_GT(compared, 1000);
}

TEST(BoundLaws, ProductsOfPowersAndLogarithmsAreOrderedByThem) {
    Expressions expressions(19);
    for (int i = 0; i < 3000; ++i) {
        const double a = expressions.from({0, 0.5, 1, 1.5, 2, 3}), b = expressions.from({0, 1, 2});
        const double c = expressions.from({0, 0.5, 1, 1.5, 2, 3}), d = expressions.from({0, 1, 2});
        const int wanted = a != c ? (a < c ? -1 : 1) : b != d ? (b < d ? -1 : 1) : 0;
        const std::string f = expressions.product(a, b), g = expressions.product(c, d);
        EXPECT_EQ(compare_growth(parsed(f), parsed(g)), wanted) << f << " and " << g;
    }
}

TEST(BoundLaws, TheOrderOfSizesIsAnOrder) {
    Expressions expressions(23);
    const SizeOrder order(three_sizes, {});
    std::vector<Expression> all;
    for (int i = 0; i < 60; ++i)
        all.push_back(parsed(expressions.any(2)));
    const auto sum = [](const Expression &a, const Expression &b) {
        return make(ExpressionNode::Kind::sum, {a, b});
    };
    std::vector<SizeOrder::Course> courses;
    for (const Expression &one : all)
        courses.push_back(order.course_of(one));
    for (std::size_t i = 0; i < all.size(); ++i) {
        EXPECT_TRUE(SizeOrder::within(courses[i], courses[i]));
        for (std::size_t j = 0; j < all.size(); ++j) {
            const SizeOrder::Course both = order.course_of(sum(all[i], all[j]));
            EXPECT_TRUE(SizeOrder::within(courses[i], both)) << print(all[i]) << " in " << print(all[j]);
            for (std::size_t k = 0; k < all.size(); ++k)
                if (SizeOrder::within(courses[i], courses[j]) && SizeOrder::within(courses[j], courses[k])) {
                    EXPECT_TRUE(SizeOrder::within(courses[i], courses[k]))
                        << print(all[i]) << ", " << print(all[j]) << ", " << print(all[k]);
                }
        }
    }
}

TEST(BoundLaws, ARelationOnlyMakesMoreBoundsHold) {
    Expressions expressions(29);
    const SizeOrder free(three_sizes, {}), bound(three_sizes, parse_relations("k <= n", three_sizes));
    int more = 0;
    std::vector<Expression> all;
    for (int i = 0; i < 50; ++i)
        all.push_back(parsed(expressions.any(2)));
    for (const Expression &f : all)
        for (const Expression &g : all) {
            const bool without = free.within(f, g), with = bound.within(f, g);
            EXPECT_TRUE(with || !without) << print(f) << " in " << print(g);
            more += with && !without;
        }
    EXPECT_GT(more, 5);
    EXPECT_TRUE(bound.within(parsed("n + k"), parsed("n")));
    EXPECT_FALSE(free.within(parsed("n + k"), parsed("n")));
}

} // namespace
} // namespace iron
