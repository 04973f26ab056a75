#include <gtest/gtest.h>

#include "lab/answers.h"

namespace iron {
namespace {

bool same(SameIf rule, const std::string &a, const std::string &b, double tolerance = 1e-9) {
    AnswerRule how;
    how.same_if = rule;
    how.tolerance = tolerance;
    const bool equal = compare_answers(how, a, b).same;
    if (digest_suffices(rule))
        EXPECT_EQ(equal, normalised(rule, a) == normalised(rule, b)) << a << " | " << b;
    return equal;
}

TEST(Answers, ExactForgivesTrailingBlanksAndTheFinalNewline) {
    EXPECT_TRUE(same(SameIf::exact, "1 2\n3\n", "1 2  \n3"));
    EXPECT_TRUE(same(SameIf::exact, "1\r\n", "1\n"));
    EXPECT_TRUE(same(SameIf::exact, "", "\n"));
    EXPECT_FALSE(same(SameIf::exact, "1 2", "1  2"));
    EXPECT_FALSE(same(SameIf::exact, "1\n2", "1\n\n2"));
    EXPECT_FALSE(same(SameIf::exact, " 1", "1"));
}

TEST(Answers, WordsForgiveAllWhiteSpace) {
    EXPECT_TRUE(same(SameIf::words, "1 2\n3", "1\n2   3\n\n"));
    EXPECT_FALSE(same(SameIf::words, "1 2", "12"));
}

TEST(Answers, OrderIsForgivenOfLinesOrOfWordsInALine) {
    EXPECT_TRUE(same(SameIf::any_order, "a b\nc\n", "c\na b\n"));
    EXPECT_FALSE(same(SameIf::any_order, "a b\nc\n", "c\nb a\n"));
    EXPECT_FALSE(same(SameIf::any_order, "a\na\nb", "a\nb\nb"));
    EXPECT_TRUE(same(SameIf::any_order_words, "b a\nc d\n", "a b\nd c\n"));
    EXPECT_FALSE(same(SameIf::any_order_words, "b a\nc d\n", "c d\na b\n"));
}

TEST(Answers, NumbersAreHeldAgainstTheTolerance) {
    EXPECT_TRUE(same(SameIf::numbers, "0.1 1e3", "0.10000000001 1000"));
    EXPECT_TRUE(same(SameIf::numbers, "1000000000", "1000000000.5")); // relative
    EXPECT_TRUE(same(SameIf::numbers, "0", "1e-10"));                 // absolute
    EXPECT_FALSE(same(SameIf::numbers, "1", "1.001"));
    EXPECT_TRUE(same(SameIf::numbers, "1", "1.001", 0.01));
    EXPECT_TRUE(same(SameIf::numbers, "nan -inf", "nan -inf"));
    EXPECT_FALSE(same(SameIf::numbers, "inf", "-inf"));
    EXPECT_FALSE(same(SameIf::numbers, "nan", "1"));
    EXPECT_FALSE(same(SameIf::numbers, "1 2", "1"));
    EXPECT_TRUE(same(SameIf::numbers, "yes 1.0", "yes 1"));
    EXPECT_FALSE(same(SameIf::numbers, "yes", "no"));
}

TEST(Answers, TheFirstDifferenceIsNamed) {
    EXPECT_EQ(compare_answers({}, "1\n2\n", "1\n3\n").where, "line 2: expected '2', got '3'");
    EXPECT_EQ(compare_answers({}, "1\n2\n", "1\n").where, "line 2: expected '2', got nothing");
    EXPECT_EQ(compare_answers({}, "1", "1\n5").where, "line 2: expected nothing, got '5'");
}

} // namespace
} // namespace iron
