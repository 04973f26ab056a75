#include <algorithm>
#include <functional>
#include <gtest/gtest.h>
#include <map>
#include <numeric>
#include <set>
#include <sstream>

#include "core/error.h"
#include "core/random.h"
#include "lab/input.h"

namespace iron {
namespace {

std::string made(const std::string &text, const Sizes &sizes, std::uint64_t seed = 1,
                 Draw draw = Draw::random) {
    std::vector<std::string> names;
    for (const auto &[name, value] : sizes)
        names.push_back(name);
    std::string result;
    fill_template({"calm", parse_template(text, names), ""}, sizes, seed, draw,
                  [&](std::string_view piece) { result += piece; });
    return result;
}

std::vector<long long> numbers(const std::string &text) {
    std::istringstream in(text);
    std::vector<long long> all;
    for (long long x; in >> x;)
        all.push_back(x);
    return all;
}

// The reference values that SplitMix64 and xoshiro256** give for the seed 1.
TEST(Random, IsTheSpecifiedGenerator) {
    Random random(1);
    EXPECT_EQ(random.next(), 0xb3f2af6d0fc710c5u);
    EXPECT_EQ(random.next(), 0x853b559647364ceau);
}

TEST(Random, BelowIsUniform) {
    Random random(7);
    std::vector<int> seen(6);
    for (int i = 0; i < 60'000; ++i)
        ++seen[random.below(6)];
    double chi2 = 0;
    for (const int count : seen)
        chi2 += (count - 10'000.0) * (count - 10'000.0) / 10'000.0;
    EXPECT_LT(chi2, 25); // 5 degrees of freedom: 20.5 is passed once in a thousand
    EXPECT_EQ(random.between(-3, -3), -3);
    for (int i = 0; i < 100; ++i) {
        const auto x = random.between(INT64_MIN, INT64_MAX);
        EXPECT_LE(x, INT64_MAX);
    }
}

TEST(Template, TheSameSeedGivesTheSameTextForEver) {
    EXPECT_EQ(made("{n}\n{integers(n, -9, 9)}\n", {{"n", 8}}, 7),
              made("{n}\n{integers(n, -9, 9)}\n", {{"n", 8}}, 7));
    EXPECT_EQ(made("{integers(n, 0, 99)}", {{"n", 5}}, 3),
              "65 43 47 3 26"); // written down once: it may never change
}

TEST(Template, ExpressionsAndBracesArePrinted) {
    EXPECT_EQ(made("{n} {n^2} {n / 2} {{x}} {max(n, 7)}", {{"n", 5}}), "5 25 2.5 {x} 7");
    EXPECT_EQ(made("{n} {k}", {{"n", 2}, {"k", 3}}), "2 3");
}

TEST(Template, CountsOfZeroGiveAnEmptyLine) {
    EXPECT_EQ(made("{n}\n{integers(n, 0, 9)}\n", {{"n", 0}}), "0\n\n");
    EXPECT_EQ(made("{permutation(n)}|{rows(n, \"x\")}|{tree(n)}|{letters(n, \"ab\")}", {{"n", 0}}), "|||");
    EXPECT_EQ(made("{tree(n)}|{graph(n, 0)}", {{"n", 1}}), "|");
}

TEST(Template, CallsKeepWhatTheyPromise) {
    const Sizes sizes = {{"n", 200}};
    for (const long long x : numbers(made("{integers(n, -3, 3)}", sizes)))
        EXPECT_TRUE(-3 <= x && x <= 3);
    auto distinct = numbers(made("{distinct(n, 1, 250)}", sizes));
    EXPECT_EQ(std::set<long long>(distinct.begin(), distinct.end()).size(), 200u);
    distinct = numbers(made("{distinct(n, 1, 10^12)}", sizes));
    EXPECT_EQ(std::set<long long>(distinct.begin(), distinct.end()).size(), 200u);
    auto permutation = numbers(made("{permutation(n)}", sizes));
    EXPECT_FALSE(std::is_sorted(permutation.begin(), permutation.end()));
    std::sort(permutation.begin(), permutation.end());
    std::vector<long long> all(200);
    std::iota(all.begin(), all.end(), 1);
    EXPECT_EQ(permutation, all);
    const auto rising = numbers(made("{rising(n, 0, 50)}", sizes)),
               falling = numbers(made("{falling(n, 0, 50)}", sizes));
    EXPECT_TRUE(std::is_sorted(rising.begin(), rising.end()));
    EXPECT_TRUE(std::is_sorted(falling.rbegin(), falling.rend()));
    auto almost = numbers(made("{almost_rising(n, 3)}", sizes));
    int moved = 0;
    for (int i = 0; i < 200; ++i)
        moved += almost[i] != i + 1;
    EXPECT_GT(moved, 0);
    EXPECT_LE(moved, 6);
    EXPECT_EQ(made("{repeated(3, 5)} {alternating(3, 1, -1)}", sizes), "5 5 5 1 -1 1");
    const std::string word = made("{letters(n, \"ab\")}", sizes);
    EXPECT_EQ(word.size(), 200u);
    EXPECT_EQ(word.find_first_not_of("ab"), std::string::npos);
}

TEST(Template, RowsRepeatTheInnerTemplateAfresh) {
    const std::string rows = made("{rows(n, \"{n} {integers(2, 0, 1000000)}\")}\n", {{"n", 3}});
    std::istringstream lines(rows);
    std::set<std::string> different;
    for (std::string line; std::getline(lines, line);) {
        EXPECT_EQ(line.substr(0, 2), "3 ");
        different.insert(line);
    }
    EXPECT_EQ(different.size(), 3u);
}

TEST(Template, TreesAndGraphsAreWellFormed) {
    const auto tree = numbers(made("{tree(n)}", {{"n", 50}}));
    ASSERT_EQ(tree.size(), 98u);
    for (std::size_t i = 0; i < tree.size(); i += 2)
        EXPECT_LT(tree[i], tree[i + 1]);           // so every node hangs below node 1
    for (const double edges : {0.0, 30.0, 45.0}) { // 45 is every pair of 10
        const auto graph = numbers(made("{graph(10, m)}", {{"m", edges}}));
        std::set<std::pair<long long, long long>> seen;
        for (std::size_t i = 0; i < graph.size(); i += 2) {
            EXPECT_NE(graph[i], graph[i + 1]);
            seen.insert(std::minmax(graph[i], graph[i + 1]));
        }
        EXPECT_EQ(seen.size(), edges);
    }
}

TEST(Template, EdgeDrawsTakeTheEndsOfTheRange) {
    EXPECT_EQ(made("{integers(n, -9, 9)}", {{"n", 3}}, 1, Draw::lowest), "-9 -9 -9");
    EXPECT_EQ(made("{integers(n, -9, 9)}", {{"n", 3}}, 1, Draw::highest), "9 9 9");
    const auto equal = numbers(made("{integers(n, -9, 9)}", {{"n", 9}}, 5, Draw::equal));
    EXPECT_EQ(std::set<long long>(equal.begin(), equal.end()).size(), 1u);
}

// Half of an odd size is no whole number, and an argument of whole numbers has to be one.
TEST(Template, NumbersOfAWholeArgumentAreRoundedDown) {
    const auto argument = [](const char *type, const char *text) {
        const Call call = parse_call(std::string("f(a: ") + type + ") -> int");
        const Template whole = parse_argument(call.takes[0].type, text, {"n"});
        std::string result;
        fill_template({"calm", whole, ""}, {{"n", 5}}, 1, Draw::random,
                      [&](std::string_view piece) { result += piece; });
        return result;
    };
    EXPECT_EQ(argument("int", "n / 2"), "2\n");
    EXPECT_EQ(argument("real", "n / 2"), "2.5\n");
    EXPECT_EQ(argument("list of (int, int)", "rows(1, '{n / 2} {n}')"), "1\n2\n5\n");
}

TEST(Template, ArgumentsThatMakeNoSenseAreRefused) {
    for (const char *text :
         {"{integers(n, 5, 4)}", "{integers(0 - n, 0, 1)}", "{distinct(n, 1, 2)}", "{graph(3, n)}",
          "{integers(n, 0, 10^40)}", "{integer(n, 1)}", "{divisor(0)}", "{divisor(10^13)}", "{parts(n, 8)}",
          "{parts(0, n)}", "{multiples(n, 100, 1, 99)}", "{connected(n, 7)}", "{acyclic(3, n)}",
          "{tree(n, 0 - 1)}", "{let far = 10^17}{integers(far, 0, 1)}"}) {
        try {
            made(text, {{"n", 9}});
            ADD_FAILURE() << text;
        } catch (const Error &error) {
            EXPECT_NE(std::string(error.what()).find("the shape 'calm' can't be made at n=9"),
                      std::string::npos)
                << error.what();
        }
    }
}

TEST(Template, ANumberCanBeNamedAndUsedAgain) {
    EXPECT_EQ(made("{let half = n / 2}{half} {half + 1} {width = integer(3, 3)} {width * half}", {{"n", 8}}),
              "4 5 3 12");
    for (std::uint64_t seed = 1; seed < 40; ++seed) {
        const auto grid = numbers(made("{height = divisor(n)} {width = n / height}", {{"n", 60}}, seed));
        EXPECT_EQ(grid[0] * grid[1], 60);
        const auto rows =
            numbers(made("{rows(n, \"{from = integer(1, 9)} {integer(from, 9)}\")}", {{"n", 30}}, seed));
        for (std::size_t i = 0; i < rows.size(); i += 2)
            EXPECT_LE(rows[i], rows[i + 1]);
    }
}

TEST(Template, SumsAndMultiplesComeOut) {
    for (std::uint64_t seed = 1; seed < 40; ++seed) {
        const auto parts = numbers(made("{parts(n, 3 n)}", {{"n", 7}}, seed));
        EXPECT_EQ(parts.size(), 7u);
        EXPECT_EQ(std::accumulate(parts.begin(), parts.end(), 0LL), 21);
        EXPECT_GE(*std::min_element(parts.begin(), parts.end()), 1);
        for (const long long x : numbers(made("{multiples(n, 7, 0 - 20, 20)}", {{"n", 9}}, seed))) {
            EXPECT_EQ(x % 7, 0);
            EXPECT_LE(std::abs(x), 14);
        }
    }
    EXPECT_EQ(made("{parts(1, 5)} {parts(3, 3)}", {{"n", 1}}), "5 1 1 1");
    const auto rising = numbers(made("{strictly_rising(n, 1, 250)}", {{"n", 200}}));
    EXPECT_EQ(rising.size(), 200u);
    EXPECT_EQ(std::adjacent_find(rising.begin(), rising.end(), std::greater_equal<>()), rising.end());
}

TEST(Template, RowsAreSortedByTheirNumbersAndGridsHaveTheirWidth) {
    const auto rows =
        numbers(made("{sorted_rows(n, \"{integer(0 - 200, 200)} {integer(1, 9)}\")}", {{"n", 50}}));
    ASSERT_EQ(rows.size(), 100u);
    for (std::size_t i = 2; i < rows.size(); i += 2)
        EXPECT_LE(std::pair(rows[i - 2], rows[i - 1]), std::pair(rows[i], rows[i + 1]));
    std::istringstream lines(made("{grid(3, n, \"#...\")}", {{"n", 400}}));
    int count = 0;
    long long walls = 0;
    for (std::string line; std::getline(lines, line); ++count) {
        EXPECT_EQ(line.size(), 400u);
        walls += std::count(line.begin(), line.end(), '#');
    }
    EXPECT_EQ(count, 3);
    EXPECT_NEAR(static_cast<double>(walls), 300, 90); // a letter that stands once among four: six deviations
}

TEST(Template, TreesAreAsDeepAsAsked) {
    for (const auto &[nodes, asked, deep] :
         {std::tuple{40, 7, 7}, {40, 1, 1}, {40, 39, 39}, {5, 20, 4}, {1, 3, 0}}) {
        const auto tree = numbers(made("{tree(n, k)}", {{"n", nodes}, {"k", asked}}));
        ASSERT_EQ(tree.size(), 2 * (nodes - 1u));
        std::vector<int> depth(nodes + 1);
        int deepest = 0;
        for (std::size_t i = 0; i < tree.size(); i += 2) {
            EXPECT_LT(tree[i], tree[i + 1]);
            deepest = std::max(deepest, depth[tree[i + 1]] = depth[tree[i]] + 1);
        }
        EXPECT_EQ(deepest, deep) << nodes << " " << asked;
    }
}

TEST(Template, GraphsAreConnectedAcyclicAndWeightedAsAsked) {
    for (const double edges : {9.0, 20.0, 45.0})
        for (std::uint64_t seed = 1; seed < 20; ++seed) {
            const auto all = numbers(made("{connected(10, m, 5, 7)}", {{"m", edges}}, seed));
            ASSERT_EQ(all.size(), 3 * static_cast<std::size_t>(edges));
            std::set<std::pair<long long, long long>> seen;
            std::vector<long long> group(11);
            std::iota(group.begin(), group.end(), 0);
            for (std::size_t i = 0; i < all.size(); i += 3) {
                EXPECT_TRUE(5 <= all[i + 2] && all[i + 2] <= 7);
                seen.insert(std::minmax(all[i], all[i + 1]));
                const long long gone = group[all[i]], stays = group[all[i + 1]];
                std::replace(group.begin(), group.end(), gone, stays);
            }
            EXPECT_EQ(seen.size(), edges);
            EXPECT_EQ(std::set<long long>(group.begin() + 1, group.end()).size(), 1u);

            const auto one_way = numbers(made("{acyclic(10, m)}", {{"m", edges}}, seed));
            std::vector<std::set<long long>> before(11);
            for (std::size_t i = 0; i < one_way.size(); i += 2)
                before[one_way[i + 1]].insert(one_way[i]);
            std::set<long long> placed; // every node, once all before it are
            for (int round = 0; round < 10; ++round)
                for (long long node = 1; node <= 10; ++node)
                    if (std::includes(placed.begin(), placed.end(), before[node].begin(), before[node].end()))
                        placed.insert(node);
            EXPECT_EQ(placed.size(), 10u);
        }
    EXPECT_EQ(made("{connected(n, 0)}|{acyclic(n, 0)}", {{"n", 1}}), "|");
}

TEST(Template, EveryCallThatIsKnownIsFilled) {
    const std::map<std::string, std::string> values = {{"count", "4"}, {"nodes", "4"},    {"edges", "3"},
                                                       {"sum", "9"},   {"of", "2"},       {"number", "6"},
                                                       {"high", "20"}, {"text", "\"ab\""}};
    for (const TemplateCall &call : template_calls())
        for (const std::size_t left_out : {std::size_t{0}, call.optional}) {
            std::string text;
            for (std::size_t i = 0; i + left_out < call.parameters.size(); ++i) {
                const auto known = values.find(call.parameters[i]);
                text += (i ? ", " : "") + (known == values.end() ? "1" : known->second);
            }
            text = "{" + call.name + "(" + text + ")}";
            EXPECT_NE(made(text, {{"n", 4}}), "") << text;
        }
}

} // namespace
} // namespace iron
