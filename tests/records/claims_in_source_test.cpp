// Claims that stand in the comment of a function.
#include <gtest/gtest.h>

#include "records/claims_in_source.h"

namespace iron {
namespace {

using Texts = std::vector<std::string>;

Texts told(const std::string &source, int line) {
    Texts texts;
    for (const WrittenClaim &one : claims_in_source(source, line))
        texts.push_back(std::to_string(one.line) + (one.metric == Metric::space ? " space " : " time ") +
                        one.bound + (one.is_named ? "" : " ?"));
    return texts;
}

TEST(ClaimsInSource, AreReadFromTheCommentAbove) {
    EXPECT_EQ(told("int other;\n// time O(n log n), space O(n)\nint f() {\n", 3),
              (Texts{"2 time O(n log n)", "2 space O(n)"}));
    EXPECT_EQ(told("# O(n*k)\ndef f(a):\n", 2), (Texts{"1 time O(n*k) ?"}));
    EXPECT_EQ(told("/**\n * Linear: O(n) time and O(1) extra space.\n */\nint f() {\n", 4),
              (Texts{"2 time O(n)", "2 space O(1)"}));
    EXPECT_EQ(told("// O(n^2) time, O(max(n, k)) memory\n@staticmethod\ndef f(a):\n", 3),
              (Texts{"1 time O(n^2)", "1 space O(max(n, k))"}));
    EXPECT_EQ(told("# O(n) time\nclass Tides:\n    def f(self, a):\n", 3), (Texts{"1 time O(n)"}))
        << "above its class";
    EXPECT_EQ(told("// Space: Theta(n); time: O(n)\nint f() {\n", 2),
              (Texts{"1 space Theta(n)", "1 time O(n)"}));
}

TEST(ClaimsInSource, AreReadFromTheCommentBelow) {
    EXPECT_EQ(told("def f(a):\n    \"\"\"Halves.\n\n    Time: O(n log n)\n    Space: O(log n)\n    \"\"\"\n  "
                   "  return 1\n",
                   1),
              (Texts{"4 time O(n log n)", "5 space O(log n)"}));
    EXPECT_EQ(told("int f() {\n    // O(n)\n    return 1;  // O(n^2)\n}\n", 1), (Texts{"2 time O(n) ?"}));
    EXPECT_EQ(told("fn f() { // O(n) time\n", 1), (Texts{"1 time O(n)"}));
}

TEST(ClaimsInSource, OfOtherFunctionsAreNot) {
    EXPECT_EQ(told("// O(n)\nint g() { return 1; }\n\nint f() {\n    int a = 1;\n    // O(n^2)\n", 4),
              Texts{});
    EXPECT_EQ(told("#include <map> // O(n)\nint f() {\n", 2), Texts{}) << "not a comment's own line";
    EXPECT_EQ(told("// FOO(n) and O(n\nint f() {\n", 2), Texts{});
}

} // namespace
} // namespace iron
