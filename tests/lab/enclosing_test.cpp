#include "lab/languages/enclosing.h"

#include <gtest/gtest.h>

namespace iron::test {
namespace {

using Within = std::map<int, int>;
using Lines = std::set<int>;

TEST(Enclosing, ALineStandsInTheBlockOrStatementThatBeginsAbove) {
    const EnclosingLines all = enclosing_lines_in_braces("#include <vector>\n"                 // 1
                                                         "int deep(int n) {\n"                 // 2
                                                         "    int sum = 0; // {\n"             // 3
                                                         "    for (int i = 0; i < n; i++) {\n" // 4
                                                         "        if (i % 2)\n"                // 5
                                                         "            sum += i;\n"             // 6
                                                         "        else\n"                      // 7
                                                         "            sum -= i;\n"             // 8
                                                         "    }\n"                             // 9
                                                         "    while (sum > n) sum /= 2;\n"     // 10
                                                         "    return sum;\n"                   // 11
                                                         "}\n");
    EXPECT_EQ(all.within, (Within{{3, 2}, {4, 2}, {5, 4}, {6, 5}, {7, 4}, {8, 7}, {10, 2}, {11, 2}}));
    EXPECT_EQ(all.turn, (Lines{4, 10}));
}

TEST(Enclosing, WhatIsHandedOnMayTurnAndBracketsKeepAStatementTogether) {
    const EnclosingLines all =
        enclosing_lines_in_braces("fn deep(all: &[i32]) -> i32 {\n"                 // 1
                                  "    let most = all.iter()\n"                     // 2
                                  "        .map(|x| {\n"                            // 3
                                  "            x + 1\n"                             // 4
                                  "        })\n"                                    // 5
                                  "        .max();\n"                               // 6
                                  "    if most > 1 || all.is_empty() { give(); }\n" // 7
                                  "}\n");
    EXPECT_EQ(all.within.at(3), 2);
    EXPECT_EQ(all.within.at(4), 2);
    EXPECT_EQ(all.within.at(7), 1);
    EXPECT_EQ(all.turn, (Lines{1, 3}));
}

TEST(Enclosing, OfPythonByIndent) {
    const EnclosingLines all = enclosing_lines_by_indent("def deep(all):\n"                     // 1
                                                         "    # by hand\n"                      // 2
                                                         "    best = max(0,\n"                  // 3
                                                         "               all[0])\n"             // 4
                                                         "    for one in all:\n"                // 5
                                                         "        if one > best:\n"             // 6
                                                         "            best = one\n"             // 7
                                                         "        else:\n"                      // 8
                                                         "            best -= '('.count(one)\n" // 9
                                                         "    return [x for x in all]\n");      // 10
    EXPECT_EQ(all.within, (Within{{3, 1}, {4, 3}, {5, 1}, {6, 5}, {7, 6}, {8, 5}, {9, 8}, {10, 1}}));
    EXPECT_EQ(all.turn, (Lines{5, 10}));
}

} // namespace
} // namespace iron::test
