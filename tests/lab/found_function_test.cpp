// Functions found in sources, by their heads.
#include <gtest/gtest.h>

#include "lab/languages/found_function.h"

namespace iron {
namespace {

using Texts = std::vector<std::string>;

// "Owner.name:line takes…" of each.
Texts told(const std::vector<FoundFunction> &all) {
    Texts texts;
    for (const FoundFunction &one : all) {
        std::string text = one.said() + ":" + std::to_string(one.line);
        for (const std::string &parameter : one.takes)
            text += " [" + parameter + "]";
        texts.push_back(text);
    }
    return texts;
}

TEST(FoundFunctions, OfCppKnowTheirClassesAndParameters) {
    const char *const source = R"(#include <vector>
#define TIDE {
// int hidden(int a) {
namespace port {
struct Gauge : Sea {
    Gauge() : level(1) { if (true) { while (false) {} } }
    template <class T>
    static std::map<int, T> best_climb(const std::vector<std::pair<int, int>> &levels,
                                       int most = f(1, 2)) const noexcept { auto g = [](int a) { return a; }; return {}; }
};
}
const char *text = "int quoted(int a) {";
std::function<int(int)> made(char quote = '{') { return {}; }
)";
    const auto all = functions_in_braces(source);
    EXPECT_EQ(
        told(all),
        (Texts{
            "port.Gauge.Gauge:6",
            "port.Gauge.best_climb:8 [const std::vector<std::pair<int, int>> &levels] [int most = f(1, 2)]",
            "made:13 [char quote = ' ']"}));
    EXPECT_NE(all[1].before.find("static"), std::string::npos);
    EXPECT_EQ(all[2].before, "std::function<int(int)>");
}

TEST(FoundFunctions, LabelsOfAClassAreNoPartOfAHead) {
    const auto all = functions_in_braces(
        "class Gauge {\npublic:\n    vector<int> climb(vector<int> &levels) {\n    }\n};\n");
    ASSERT_EQ(told(all), (Texts{"Gauge.climb:3 [vector<int> &levels]"}));
    EXPECT_EQ(all[0].before, "vector<int>");
}

TEST(FoundFunctions, OfJavaRustAndJavaScript) {
    EXPECT_EQ(told(functions_in_braces(
                  "class Gauge {\n  public List<int[]> climb(int[] a, Map<String, Integer> m) throws X {\n"
                  "    for (int i : a) { }\n  }\n}\n")),
              (Texts{"Gauge.climb:2 [int[] a] [Map<String, Integer> m]"}));
    const auto rust = functions_in_braces(
        "impl<'a> Reads for Gauge {\n    pub fn climb<T: Ord>(&self, levels: &'a [i64]) -> Vec<i64>\n"
        "    where T: Copy {\n        match 1 { _ => {} }\n    }\n}\n");
    EXPECT_EQ(told(rust), (Texts{"Gauge.climb:2 [&self] [levels: &'a [i64]]"}));
    EXPECT_EQ(rust[0].behind, "-> Vec<i64> where T: Copy");
    EXPECT_EQ(
        told(functions_in_braces(
            "function climb(levels, most = 1) {\n}\nconst low = (levels) => {\n};\n"
            "var high = function(levels) {\n};\nclass Gauge {\n  top(levels) {\n  }\n}\n")),
        (Texts{"climb:1 [levels] [most = 1]", "low:3 [levels]", "high:5 [levels]", "Gauge.top:8 [levels]"}));
}

TEST(FoundFunctions, OfPythonFollowTheIndent) {
    EXPECT_EQ(told(functions_by_indent(
                  "class Gauge:\n    def climb(self, levels: List[int], most=(1, 2)) -> int:\n"
                  "        def inner(a):\n            pass\n\n    def top(self):\n        pass\n"
                  "# def hidden(a):\ndef low(levels):\n    pass\n")),
              (Texts{"Gauge.climb:2 [self] [levels: List[int]] [most=(1, 2)]", "Gauge.top:6 [self]",
                     "low:9 [levels]"}));
}

TEST(FoundFunctions, CommentsAndQuotesAreBlankInTheirPlace) {
    EXPECT_EQ(without_comments("a /* { */ b // {\nc \"{\" '{' 1'000"), "a         b     \nc \" \" ' ' 1'000");
}

TEST(FoundFunctions, AnyBlankMayComeFirst) {
    for (const char *blank : {" ", "\n", "\f", "\v"}) {
        const auto found = functions_in_braces(std::string(blank) + "int" + blank + "tides(" + blank +
                                               "int a) { return a; }");
        ASSERT_EQ(found.size(), 1u);
        EXPECT_EQ(found[0].name, "tides");
        EXPECT_EQ(found[0].head, "int tides( int a)");
    }
}

} // namespace
} // namespace iron
