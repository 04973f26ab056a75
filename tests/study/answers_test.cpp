#include <algorithm>
#include <gtest/gtest.h>
#include <random>
#include <string>
#include <vector>

#include "study/answers.h"

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

// Answers of a few lines of a few words, and what may be done to them under each rule.
class Random {
  public:
    explicit Random(unsigned seed) : random_(seed) {}
    int below(int count) { return std::uniform_int_distribution<int>(0, count - 1)(random_); }
    std::vector<std::vector<std::string>> lines() {
        std::vector<std::vector<std::string>> all(static_cast<std::size_t>(1 + below(4)));
        for (auto &line : all)
            for (int words = 1 + below(4); words > 0; --words)
                line.push_back(std::to_string(below(12)));
        return all;
    }
    template <class Any>
    void shuffle(std::vector<Any> &all) {
        std::shuffle(all.begin(), all.end(), random_);
    }

  private:
    std::mt19937_64 random_;
};

std::string text_of(const std::vector<std::vector<std::string>> &lines, const std::string &between = " ",
                    const std::string &at_end = "\n") {
    std::string text;
    for (const auto &line : lines) {
        for (std::size_t i = 0; i < line.size(); ++i)
            text += (i ? between : "") + line[i];
        text += at_end;
    }
    return text;
}

TEST(Answers, WhatARuleForgivesIsForgivenInEveryAnswer) {
    Random random(7);
    for (int i = 0; i < 500; ++i) {
        const auto lines = random.lines();
        const std::string text = text_of(lines);
        EXPECT_TRUE(same(SameIf::exact, text, text_of(lines, " ", "  \n")));
        EXPECT_TRUE(same(SameIf::words, text, text_of(lines, "\n\t ", "\n\n")));
        auto turned = lines;
        random.shuffle(turned);
        EXPECT_TRUE(same(SameIf::any_order, text, text_of(turned)));
        auto mixed = lines;
        for (auto &line : mixed)
            random.shuffle(line);
        EXPECT_TRUE(same(SameIf::any_order_words, text, text_of(mixed)));
        EXPECT_TRUE(same(SameIf::numbers, text, text_of(lines, ".0 ", ".0000000001\n")));
    }
}

TEST(Answers, OneOtherWordIsSeenUnderEveryRule) {
    Random random(11);
    for (int i = 0; i < 500; ++i) {
        const auto lines = random.lines();
        auto other = lines;
        auto &line = other[static_cast<std::size_t>(random.below(static_cast<int>(other.size())))];
        line[static_cast<std::size_t>(random.below(static_cast<int>(line.size())))] = "99";
        for (const SameIf rule :
             {SameIf::exact, SameIf::words, SameIf::numbers, SameIf::any_order, SameIf::any_order_words}) {
            EXPECT_FALSE(same(rule, text_of(lines), text_of(other)));
            EXPECT_FALSE(same(rule, text_of(other), text_of(lines)));
        }
    }
}

TEST(Answers, ANormalFormIsItsOwn) {
    Random random(13);
    for (int i = 0; i < 200; ++i) {
        const std::string text = text_of(random.lines(), "  ", " \n");
        for (const SameIf rule : {SameIf::exact, SameIf::words, SameIf::any_order, SameIf::any_order_words}) {
            const std::string once = normalised(rule, text);
            EXPECT_EQ(normalised(rule, once), once);
        }
    }
}

} // namespace
} // namespace iron
