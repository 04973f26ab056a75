// The report as HTML and Markdown.
#include <gtest/gtest.h>

#include "views/page.h"

namespace iron {
namespace {

Page page() {
    Page all;
    all.title = "Highest <water>";
    all.finding = {"Fastest: scan & others."};
    const PageClaim claim{"<script>alert(1)</script>", "time O(n)", "n log n", "exceeded",
                          "steps / n rise.",           "every",     "time",    ""};
    PageClaim open = claim;
    open.solution = "a_b|c";
    open.verdict = "undecided";
    open.would_decide = "It would be decided by measuring up to n = 9.";
    all.claims = {claim, open};
    all.figures = {{"steps", "Steps \"a\" call", "Man"}, {"time", "Time a call", "Woman", true}};
    PageSolution solution;
    solution.name = claim.solution;
    solution.answers = "wrong answer";
    solution.claims = {claim};
    solution.sources = {
        {"scan.cpp",
         "scan, calm, n = 64",
         {{"7", "2,016", "n (n - 1) / 2", 0.5, true, "if (a < b && c > d) return \"</pre>\";"}}},
        {"more.hpp", "", {{"1", "", "", 0, false, "int more;"}}}};
    solution.evidence = {{"Input", "1 2"}};
    all.solutions = {solution};
    all.measured = {{"seed", "1"}};
    all.doubts = {"Little was read."};
    all.command = "iron-stopwatch run";
    return all;
}

std::size_t count(const std::string &text, const std::string &part) {
    std::size_t found = 0;
    for (std::size_t at = 0; (at = text.find(part, at)) != std::string::npos; at += part.size())
        ++found;
    return found;
}

TEST(Page, EscapesEverythingAndNeedsNothingElse) {
    const std::string html = page_html(page());
    EXPECT_EQ(count(html, "<script"), 3u); // readings, library, the page's own: none of a name's
    EXPECT_EQ(count(html, "&lt;script&gt;alert(1)"), 5u); // in both tables, as a heading, and by it
    EXPECT_EQ(count(html, "</pre>"), count(html, "<pre"));
    EXPECT_NE(html.find("a &lt; b &amp;&amp; c &gt; d"), std::string::npos);
    EXPECT_NE(html.find("<tr class=\"breaks\" style=\"--share:0.50\"><td>7</td><td>50.0 %</td>"),
              std::string::npos);
    EXPECT_EQ(count(html, "<caption>scan, calm, n = 64</caption>"),
              1u); // what was not counted has no columns
    EXPECT_NE(html.find("<title>Highest &lt;water&gt;</title>"), std::string::npos);
    for (const char *fetches : {" src=\"http", "<link", "@import", "url(", "fetch(", "XMLHttpRequest"})
        EXPECT_EQ(count(html, fetches), 0u) << fetches;
    EXPECT_NE(html.find("base64,TWFu\""), std::string::npos);
    EXPECT_EQ(count(html, "class=\"verdict exceeded\""), 1u);
    EXPECT_EQ(count(html, "It would be decided by"), 1u);
    EXPECT_NE(html.find("Little was read."), std::string::npos);
}

TEST(Page, ReadingsCanNotEndTheirScript) {
    Page one = page();
    one.series = {{"</script>", "calm", "time", {{16, 1.23456789e5, 1e5, 2e5, 0}}, "O(n)", {16}}};
    const std::string html = page_html(one);
    EXPECT_EQ(count(html, "</script>"), 3u);
    EXPECT_NE(html.find("\\u003c/script>"), std::string::npos);
    EXPECT_NE(html.find("[16,123457,100000,200000,0]"), std::string::npos);
}

TEST(Page, WhatTheChartShowsIsLeftToTheEnd) {
    const std::string html = page_html(page());
    const std::size_t compared = html.find("<h2 id=\"compared\">"), taken = html.find("<h2 id=\"figures\">");
    ASSERT_NE(compared, std::string::npos);
    EXPECT_LT(html.find("<h2 id=\"measured\">"), taken);
    EXPECT_LT(compared, html.find("data-name=\"steps\""));
    EXPECT_LT(taken, html.find("data-name=\"time\""));
    Page none = page();
    none.figures.clear();
    EXPECT_EQ(count(page_html(none), "id=\"compared\"") + count(page_html(none), "id=\"figures\""), 0u);
}

// RFC 4648, section 10.
TEST(Page, PicturesAreInBase64) {
    const std::pair<const char *, const char *> known[] = {
        {"f", "Zg=="}, {"fo", "Zm8="}, {"foo", "Zm9v"}, {"foob", "Zm9vYg=="}, {"fooba", "Zm9vYmE="}};
    for (const auto &[text, code] : known) {
        Page one = page();
        one.figures[0].svg = text;
        EXPECT_NE(page_html(one).find(std::string("base64,") + code + "\""), std::string::npos) << text;
    }
}

TEST(Page, MarkdownKeepsItsTablesWhole) {
    const std::string text = page_markdown(page());
    EXPECT_EQ(text.find("# Highest \\<water\\>\n"), 0u) << text;
    EXPECT_NE(text.find("| a\\_b\\|c | time O(n) | n log n | undecided |\n"), std::string::npos) << text;
    EXPECT_EQ(count(text, "<script"), count(text, "\\<script"));
    EXPECT_NE(text.find("](figures/steps.svg)"), std::string::npos);
}

} // namespace
} // namespace iron
