#include <cmath>
#include <gtest/gtest.h>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/error.h"

namespace iron {
namespace {

const std::vector<std::string> sizes = {"n", "k", "m"};

double value(const std::string &text, double n, double k = 3, double m = 5) {
    return static_cast<double>(evaluate(parse_expression(text, sizes), {{"n", n}, {"k", k}, {"m", m}}));
}

std::string canonical(const std::string &text) { return print_canonical(parse_expression(text, sizes)); }

int order(const std::string &f, const std::string &g) {
    return compare_growth(parse_expression(f, {"n"}), parse_expression(g, {"n"}));
}

TEST(Parse, ProductsBindTighterThanSumsAndLooserThanPowers) {
    EXPECT_DOUBLE_EQ(value("1 + 2 n", 8), 17);
    EXPECT_DOUBLE_EQ(value("2 n^2", 8), 128);
    EXPECT_DOUBLE_EQ(value("2^n n", 4), 64);
    EXPECT_DOUBLE_EQ(value("n / 2 k", 8), 12);
    EXPECT_DOUBLE_EQ(value("n - 1 - 2", 8), 5);
    EXPECT_DOUBLE_EQ(value("2^3^2", 1), 512);
    EXPECT_DOUBLE_EQ(value("-n + 1", 8), -7);
}

TEST(Parse, AFunctionWithoutParenthesesTakesTheNextFactorAlone) {
    EXPECT_DOUBLE_EQ(value("log n k", 8), 9);
    EXPECT_DOUBLE_EQ(value("log n^2", 8), 6);
    EXPECT_DOUBLE_EQ(value("log(n)^2", 8), 9);
    EXPECT_DOUBLE_EQ(value("log^2 n", 8), 9);
    EXPECT_DOUBLE_EQ(value("log log n", 16), 2);
    EXPECT_DOUBLE_EQ(value("sqrt n k", 16), 12);
    EXPECT_DOUBLE_EQ(value("n^(log2 8)", 2), 8);
    EXPECT_DOUBLE_EQ(value("min(n, k, 2) max(1, m)", 9), 10);
}

TEST(Parse, LogarithmsBelowTwoCountAsOne) {
    EXPECT_DOUBLE_EQ(value("log n", 1), 1);
    EXPECT_DOUBLE_EQ(value("log n", 0), 1);
    EXPECT_DOUBLE_EQ(value("ln n", 1.5), 1);
    EXPECT_DOUBLE_EQ(value("5!", 1), 120);
}

TEST(Parse, ReadsTheSignsPeoplePaste) {
    EXPECT_DOUBLE_EQ(value("n² · k × 2", 3), 54);
    EXPECT_DOUBLE_EQ(value("√n", 16), 4);
    EXPECT_DOUBLE_EQ(value("n¹²", 2), 4096);
    EXPECT_DOUBLE_EQ(value("nlogn", 8), 24);
    EXPECT_DOUBLE_EQ(value("N lg N", 8), 24);
    EXPECT_DOUBLE_EQ(value("1_000 n", 2), 2000);
}

struct Fault {
    const char *text;
    std::size_t offset;
    const char *message;
};

TEST(Parse, FaultsNameTheirPlace) {
    const Fault faults[] = {
        {"n +", 3, "something is missing at the end"}, {"(n", 2, "')' is missing at the end"},
        {"n % 2", 2, "'%' means nothing here"},        {"q^2", 0, "'q' is not a size of this problem"},
        {"n )", 2, "')' is not expected here"},        {"min(n", 5, "')' is missing at the end"},
        {"", 0, "something is missing at the end"},    {"2 ** n", 3, "'*' is not expected here"}};
    for (const Fault &fault : faults) {
        try {
            parse_expression(fault.text, sizes);
            ADD_FAILURE() << fault.text << " was read";
        } catch (const ParseError &error) {
            EXPECT_EQ(error.offset, fault.offset) << fault.text;
            EXPECT_STREQ(error.what(), fault.message) << fault.text;
        }
    }
}

TEST(Parse, TenThousandParenthesesAreAFaultAndNoCrash) {
    EXPECT_THROW(parse_expression(std::string(10000, '('), sizes), ParseError);
    EXPECT_THROW(parse_expression(std::string(10000, '-') + "n", sizes), ParseError);
}

TEST(Parse, NumbersThatNothingHoldsAreAFault) {
    std::string power = "n";
    for (int i = 0; i < 6000; ++i)
        power += "⁹";
    for (const std::string &text : {std::string("n^1e99999"), std::string(6000, '9') + " n", power})
        EXPECT_THROW(parse_expression(text, sizes), ParseError) << text.substr(0, 20);
}

TEST(ParseBound, KnowsTheThreeKinds) {
    EXPECT_EQ(parse_bound("O(n)", sizes).kind, Bound::Kind::upper);
    EXPECT_EQ(parse_bound(" Theta( n log n ) ", sizes).kind, Bound::Kind::tight);
    EXPECT_EQ(parse_bound("Ω(n)", sizes).kind, Bound::Kind::lower);
    EXPECT_EQ(parse_bound(" Theta( n log n ) ", sizes).written, "Theta( n log n )");
    EXPECT_THROW(parse_bound("n log n", sizes), ParseError);
    EXPECT_THROW(parse_bound("O(n", sizes), ParseError);
    try {
        parse_bound("O(n lag n)", sizes);
        ADD_FAILURE();
    } catch (const ParseError &error) {
        EXPECT_EQ(error.offset, 4u);
        EXPECT_EQ(error.advice, "did you mean 'log'?");
    }
}

TEST(Print, GivesTheCanonicalGrowth) {
    EXPECT_EQ(canonical("n*log(n)"), "n log n");
    EXPECT_EQ(canonical("log n n"), "n log n");
    EXPECT_EQ(canonical("2 n n k"), "n^2 k");
    EXPECT_EQ(canonical("2^n n"), "n 2^n");
    EXPECT_EQ(canonical("sqrt n n"), "n^1.5");
    EXPECT_EQ(canonical("n^0.5"), "sqrt n");
    EXPECT_EQ(canonical("ln n log n"), "log^2 n");
    EXPECT_EQ(canonical("n^2 / n"), "n");
    EXPECT_EQ(canonical("7"), "1");
    EXPECT_EQ(canonical("k log(n - 1)"), "k log n");
    EXPECT_EQ(canonical("n + m + 3"), "n + m");
    EXPECT_EQ(canonical("(n + m) log n"), "(n + m) log n");
    EXPECT_EQ(canonical("n!"), "n!");
    EXPECT_EQ(print_canonical(parse_bound("Θ(3n)", sizes)), "Theta(n)");
    EXPECT_EQ(canonical("n^0 / 2 + k"), "k");
    EXPECT_EQ(canonical("n^0 + k^0"), "1");
    EXPECT_EQ(canonical("n k + -(n + 1)"), "n k");
    EXPECT_EQ(canonical("-n k"), "n k");
}

TEST(Print, ReadsBackToTheSameValue) {
    for (const char *text : {"n - (k - m)", "n / (k m)", "(n + k)^2", "(2^n)^k", "log^2 n k", "sqrt(n + k) m",
                             "-(n + 1)", "min(n, k + m) / 2", "(n!)^2", "2^(n / 2)", "(n k)!"}) {
        const Expression once = parse_expression(text, sizes);
        const Expression again = parse_expression(print(once), sizes);
        const Sizes at = {{"n", 6}, {"k", 2}, {"m", 3}};
        EXPECT_DOUBLE_EQ(static_cast<double>(evaluate(once, at)), static_cast<double>(evaluate(again, at)))
            << text << " printed as " << print(once);
    }
}

TEST(Evaluate, InLogarithmsNothingOverflows) {
    const Sizes huge = {{"n", 1e6}};
    const auto log_value = [&](const char *text) {
        return evaluate_log(parse_expression(text, {"n"}), huge);
    };
    EXPECT_NEAR(log_value("2^n"), 1e6 * std::log(2.0), 1e-6);
    EXPECT_NEAR(log_value("n!"), 1e6 * std::log(1e6) - 1e6 + 0.5 * std::log(2 * M_PI * 1e6), 1e-3);
    EXPECT_NEAR(log_value("2^n + n"), 1e6 * std::log(2.0), 1e-6);
    EXPECT_NEAR(log_value("n^2 - n"), std::log(1e12 - 1e6), 1e-12);
    EXPECT_NEAR(log_value("n log n"), std::log(1e6 * std::log2(1e6)), 1e-12);
}

TEST(Evaluate, ASizeWithoutValueIsNamed) {
    try {
        evaluate(parse_expression("n k", sizes), {{"n", 1}});
        ADD_FAILURE();
    } catch (const Error &error) {
        EXPECT_STREQ(error.what(), "the size 'k' has no value here");
    }
}

TEST(Order, ListsGrowthsFromSlowToFast) {
    const std::vector<std::string> rising = {
        "1",           "log log n", "log n",     "log^2 n", "n^0.1",      "sqrt n", "n / log n", "n",
        "n log log n", "n log n",   "n log^2 n", "n^1.5",   "n^(log2 3)", "n^2",    "n^2 log n", "n^3",
        "2^(sqrt n)",  "2^(n/2)",   "1.618^n",   "2^n",     "n 2^n",      "3^n",    "n!",        "n^n"};
    for (std::size_t i = 0; i < rising.size(); ++i)
        for (std::size_t j = 0; j < rising.size(); ++j)
            EXPECT_EQ(order(rising[i], rising[j]), (i > j) - (i < j))
                << rising[i] << " against " << rising[j];
}

TEST(Order, EqualGrowthsAreEqualHoweverWritten) {
    const std::pair<const char *, const char *> equal[] = {{"2 n", "n"},
                                                           {"n + log n", "n"},
                                                           {"n (n - 1) / 2", "n^2"},
                                                           {"log(n^3)", "log n"},
                                                           {"ln n", "log n"},
                                                           {"2^(log n)", "n"},
                                                           {"2^(n + 3)", "2^n"},
                                                           {"max(n, n^2)", "n^2"},
                                                           {"min(n, log n)", "log n"},
                                                           {"4^(log n)", "n^2"},
                                                           {"5", "1"},
                                                           {"1 / n", "1"},
                                                           {"sqrt(n^2)", "n"},
                                                           {"2^(2 log n)", "n^2"}};
    for (const auto &[f, g] : equal)
        EXPECT_EQ(order(f, g), 0) << f << " against " << g;
}

TEST(Bounds, OfFactorialsOfMoreThanOneWordArePrinted) {
    for (const char *text : {"(n + 1)!", "(n / 2)!", "n!!", "(n!)! log n"}) {
        const Expression growth = parse_expression(text, {"n"});
        const std::string printed = print_canonical(growth);
        EXPECT_DOUBLE_EQ(evaluate_log(parse_expression(printed, {"n"}), {{"n", 5}}),
                         evaluate_log(growth, {{"n", 5}}))
            << text << " is printed as " << printed;
    }
}

TEST(Bounds, ThatNobodyReadsAreRefused) {
    const auto fault = [](const std::string &text) -> std::string {
        try {
            parse_bound("O(" + text + ")", {"n"});
        } catch (const ParseError &error) {
            return error.what();
        }
        return "";
    };
    std::string sum = "n", towers = "n";
    for (int i = 0; i < 100'000; ++i)
        sum += " + n";
    for (int i = 0; i < 20; ++i)
        towers = "2^(" + towers + ")";
    EXPECT_EQ(fault(sum), "longer than 1,000 letters");
    EXPECT_EQ(fault("n" + std::string(300'000, '!')), "longer than 1,000 letters");
    EXPECT_EQ(fault("n" + std::string(900, '!')), "nested too deeply for a bound");
    EXPECT_EQ(fault(towers), "nested too deeply for a bound");
    EXPECT_EQ(fault("2^(2^n) log log n"), "");
    EXPECT_EQ(fault("sqrt(n! log^2 n)"), "");
}

} // namespace
} // namespace iron
