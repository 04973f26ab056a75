#include "core/bound/size_order.h"

#include <gtest/gtest.h>

#include "core/bound/parse.h"
#include "core/bound/print.h"

namespace iron {
namespace {

std::vector<std::string> sizes_named(const std::string &letters) {
    std::vector<std::string> names;
    for (const char letter : letters)
        names.emplace_back(1, letter);
    return names;
}

struct Pair {
    const char *f, *g, *sizes, *where;
    bool within;
};

// Known by hand: each is a limit that can be taken.
const Pair known_pairs[] = {
    {"n k", "n k", "nk", "", true},
    {"n k", "n log n", "nk", "", false},
    {"n", "n k", "nk", "", true},
    {"n log n", "n k", "nk", "", false},
    {"n log k", "n k", "nk", "", true},
    {"n + m", "n m", "nm", "", true},
    {"n m", "n + m", "nm", "", false},
    {"n + m", "max(n, m)", "nm", "", true},
    {"max(n,m)", "n + m", "nm", "", true},
    {"sqrt(n m)", "n + m", "nm", "", true},
    {"n sqrt m", "n + m", "nm", "", false},
    {"sqrt n sqrt m log n", "n + m", "nm", "", false},
    {"n log m", "n log n + m", "nm", "", true},
    {"n log m", "n + m", "nm", "", false},
    {"(n + m) log m", "n log n + m log m", "nm", "", true},
    {"n log n + m log m", "(n + m) log m", "nm", "", false},
    {"n log n + m log m", "(n + m) log m", "nm", "n <= m", true},
    {"n log n + m log m", "(n + m) log(n + m)", "nm", "", true},
    {"k log k + n log k", "n log k", "nk", "", false},
    {"k log k + n log k", "n log k", "nk", "k <= n", true},
    {"n log k", "k log k + n log k", "nk", "", true},
    {"n log n", "k log k + n log k", "nk", "", false},
    {"n log n", "k log k + n log k", "nk", "n <= k^2", true},
    {"n + k", "n", "nk", "", false},
    {"n + k", "n", "nk", "k <= n", true},
    {"n + k", "n log n", "nk", "k <= n log n", true},
    {"n + k", "n", "nk", "k <= n log n", false},
    {"k", "n", "nk", "k <= n^2", false},
    {"min(n,k)", "n", "nk", "", true},
    {"min(n,k)", "k", "nk", "", true},
    {"n", "min(n,k)", "nk", "", false},
    {"min(n,k)", "sqrt(n k)", "nk", "", true},
    {"min(n,k)", "sqrt n", "nk", "", false},
    {"min(n,k)^2", "n k", "nk", "", true},
    {"min(n,k)^2", "n log n", "nk", "", false},
    {"n min(k, log n)", "n sqrt k", "nk", "", false},
    {"n min(k, log n)", "n k", "nk", "", true},
    {"n min(k, log n)", "n log n", "nk", "", true},
    {"min(n, k log k)", "min(n, k)", "nk", "", false},
    {"n^2 + m", "n^2", "nm", "", false},
    {"n^2 + m", "n^2", "nm", "m <= n^2", true},
    {"m log n", "n^2 + m", "nm", "", false},
    {"m log n", "m log m", "nm", "", false},
    {"m log n", "m log m", "nm", "n <= m", true},
    {"m log m", "m log n", "nm", "m <= n^2", true},
    {"n m", "n^2 + m^2", "nm", "", true},
    {"n m log m", "n^2 + m^2", "nm", "", false},
    {"n sqrt k", "n k", "nk", "", true},
    {"n sqrt k", "n log^2 k", "nk", "", false},
    {"n k", "n sqrt k", "nk", "", false},
    {"n k / log n", "n k", "nk", "", true},
    {"2^k n", "2^k n", "nk", "", true},
    {"2^k n", "n^2", "nk", "", false},
    {"2^k n", "2^k n log n", "nk", "", true},
    {"k 2^k n", "2^k n", "nk", "", false},
    {"k 2^k n", "3^k n", "nk", "", true},
    {"2^k n", "1.9^k n^5", "nk", "", false},
    {"2^k n", "n^2", "nk", "2^k <= n", true},
    {"2^k", "k!", "nk", "", true},
    {"2^k + n", "2^k n", "nk", "", true},
    {"2^k n", "2^k + n^3", "nk", "", false},
    {"k^3 n", "2^k n", "nk", "", true},
    {"n^2", "2^k n", "nk", "", false},
    {"log n", "k", "nk", "n <= 2^k", true},
    {"n m k", "n m k", "nmk", "", true},
    {"n m + k", "n m k", "nmk", "", true},
    {"n m + k", "n + m k", "nmk", "", false},
    {"(n + k) log n", "n log n + k log k", "nmk", "", true},
    {"(n + k) log m", "n log n + k log k", "nmk", "", false},
    {"(n + k) log n", "n log n + k log n + m", "nmk", "", true},
    {"n m k", "n^3 + m^3 + k^3", "nmk", "", true},
    {"n m k", "n^2 + m^2 + k^2", "nmk", "", false},
    {"n m", "n k", "nmk", "m <= k", true},
    {"sqrt(n m) k", "n k + m k", "nmk", "", true},
    {"n!", "2^n", "nk", "", false},
    {"2^n", "n!", "nk", "", true},
    {"log(2^k)", "k", "nk", "", true},
    {"2^n", "2^k", "nk", "", false},
    {"2^k", "2^n", "nk", "k <= n", true},
    {"n log log k", "n log k", "nk", "", true},
    {"n log k", "n log log k", "nk", "", false},
    {"(n + k)^2", "n^2 + k^2", "nk", "", true},
    {"n a b c", "n^4 + a^4 + b^4 + c^4", "nabc", "", true},
    {"n a b c", "n^3 + a^3 + b^3 + c^3", "nabc", "", false},
};

TEST(SizeOrder, AgreesWithLimitsTakenByHand) {
    for (const Pair &pair : known_pairs) {
        const auto sizes = sizes_named(pair.sizes);
        const SizeOrder order(sizes, parse_relations(pair.where, sizes));
        EXPECT_EQ(order.within(parse_expression(pair.f, sizes), parse_expression(pair.g, sizes)), pair.within)
            << pair.f << " in O(" << pair.g << ") where " << pair.where;
    }
}

TEST(SizeOrder, IsReflexiveAndTransitiveOnItsOwnList) {
    const auto sizes = sizes_named("nk");
    const SizeOrder order(sizes, {});
    std::vector<SizeOrder::Course> courses;
    for (const Pair &pair : known_pairs)
        if (std::string(pair.sizes) == "nk")
            courses.push_back(order.course_of(parse_expression(pair.f, sizes)));
    for (const auto &a : courses) {
        EXPECT_TRUE(SizeOrder::within(a, a));
        for (const auto &b : courses)
            for (const auto &c : courses)
                if (SizeOrder::within(a, b) && SizeOrder::within(b, c)) EXPECT_TRUE(SizeOrder::within(a, c));
    }
}

TEST(Relations, AreReadBothWaysRoundAndSetApart) {
    const auto sizes = sizes_named("nk");
    const auto two = parse_relations("k <= n, n >= log k", sizes);
    ASSERT_EQ(two.size(), 2u);
    EXPECT_EQ(print_canonical(two[1].smaller), "log k");
    EXPECT_EQ(parse_relations("min(n, k) <= n and k \u2264 n^2", sizes).size(), 2u);
    EXPECT_TRUE(parse_relations(" ", sizes).empty());
    EXPECT_THROW(parse_relations("k < n", sizes), ParseError);
    EXPECT_THROW(parse_relations("k <= q", sizes), ParseError);
}

std::string joined(const std::vector<Expression> &terms) {
    std::string text;
    for (const Expression &term : terms)
        text += (text.empty() ? "" : " | ") + print_canonical(term);
    return text;
}

TEST(LeadingTerms, AreWhatLeadsOfSumsAndProductsOfSums) {
    const auto sizes = sizes_named("nk");
    const auto lead = [&](const char *text, const char *where = "") {
        return joined(leading_terms(parse_expression(text, sizes),
                                    SizeOrder(sizes, parse_relations(where, sizes)), sizes));
    };
    EXPECT_EQ(lead("n + k"), "n | k");
    EXPECT_EQ(lead("n + k", "k <= n"), "n");
    EXPECT_EQ(lead("(n + k) log n + 3"), "n log n | k log n");
    EXPECT_EQ(lead("2 n k + n + k"), "n k");
    EXPECT_EQ(lead("(n + k)^2"), "n^2 | k^2");
    EXPECT_EQ(lead("min(n, k) + log n"), "min(n, k) | log n");
    EXPECT_EQ(lead("(n + k) / log n"), "n / log n | k / log n");
}

} // namespace
} // namespace iron
