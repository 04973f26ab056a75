// Inputs made again from what was drawn, and the search for the smallest failing one.
#include <algorithm>
#include <gtest/gtest.h>
#include <set>
#include <sstream>

#include "lab/input_store.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "study/shrink.h"

namespace iron {
namespace {

Shape shape_of(const std::string &text, const std::vector<std::string> &sizes = {"n"}) {
    return {"calm", parse_template(text, sizes), ""};
}

struct Filled {
    std::string text;
    Tape tape;
};

Filled filled(const Shape &shape, const Sizes &sizes, std::uint64_t seed) {
    Filled made;
    fill_template(
        shape, sizes, seed, Draw::random, [&](std::string_view piece) { made.text += piece; }, &made.tape);
    return made;
}

std::string replayed(const Shape &shape, const Sizes &sizes, const Tape &tape, std::size_t cut) {
    std::string text;
    replay_template(shape, sizes, tape, cut, [&](std::string_view piece) { text += piece; });
    return text;
}

TEST(Tape, GivesTheSameInputAgain) {
    for (const char *text :
         {"{integers(n, -99, 99)}", "{distinct(n, 1, 99)}", "{permutation(n)}", "{rising(n, 0, 9)}",
          "{falling(n, 0, 9)}", "{almost_rising(n, 3)}", "{letters(n, \"abc\")}", "{tree(n)}",
          "{graph(n, n)}", "{connected(n, n, 1, 9)}", "{acyclic(n, n, 1, 9)}", "{tree(n, 3)}",
          "{parts(n, 30)}", "{multiples(n, 3, 1, 99)}", "{strictly_rising(n, 1, 99)}", "{grid(2, n, \"#.\")}",
          "{w = integer(1, 9)} {h = divisor(60)} {sorted_rows(n, \"{integer(1, w)} {h}\")}",
          "{rows(n, \"{n} {integers(3, 0, 99)}\")}",
          "{counting(n, 5)} {repeated(n, 1)} {integers(n, 0, 9)}"}) {
        const Shape shape = shape_of(text);
        const Filled made = filled(shape, {{"n", 7}}, 4);
        EXPECT_EQ(replayed(shape, {{"n", 7}}, made.tape, 0), made.text) << text;
    }
}

TEST(Tape, LeavesOutFromWhereItIsCut) {
    const Shape shape = shape_of("{n}: {integers(n, 0, 99)}");
    Tape tape;
    tape.calls = {{{10, 20, 30, 40}, true, {}}};
    EXPECT_EQ(replayed(shape, {{"n", 3}}, tape, 1), "3: 10 30 40");
    EXPECT_EQ(replayed(shape, {{"n", 2}}, tape, 0), "2: 30 40");
    EXPECT_EQ(replayed(shape, {{"n", 2}}, tape, 9), "2: 10 20");
    tape.calls[0].values[0] = 500; // brought into its range
    EXPECT_EQ(replayed(shape, {{"n", 1}}, tape, 1), "1: 99");
}

TEST(Tape, OrdersKeepTheOrderOfWhatStays) {
    Tape tape;
    tape.calls = {{{3, 1, 4, 2}, false, {}}};
    EXPECT_EQ(replayed(shape_of("{permutation(n)}"), {{"n", 3}}, tape, 1), "2 3 1");
    const Shape rows = shape_of("{rows(n, \"{integers(2, 0, 9)}\")}");
    tape.calls = {{{}, false, {{{{{1, 2}, true, {}}}}, {{{{3, 4}, true, {}}}}, {{{{5, 6}, true, {}}}}}}};
    EXPECT_EQ(replayed(rows, {{"n", 2}}, tape, 1), "1 2\n5 6");
}

TEST(Tape, OfAGraphKeepsWhatItIs) {
    const Shape connected = shape_of("{connected(n, n, 1, 9)}"), acyclic = shape_of("{acyclic(n, n)}");
    for (std::uint64_t seed = 1; seed < 20; ++seed)
        for (const double smaller : {4.0, 6.0, 7.0}) {
            std::istringstream edges(
                replayed(connected, {{"n", smaller}}, filled(connected, {{"n", 8}}, seed).tape, 2));
            std::vector<int> group = {0, 1, 2, 3, 4, 5, 6, 7};
            for (int a, b, weight; edges >> a >> b >> weight;) {
                EXPECT_TRUE(1 <= weight && weight <= 9);
                const int gone = group[a - 1], stays = group[b - 1];
                std::replace(group.begin(), group.end(), gone, stays);
            }
            EXPECT_EQ(std::set<int>(group.begin(), group.begin() + static_cast<int>(smaller)).size(), 1u);
            std::istringstream one_way(
                replayed(acyclic, {{"n", smaller}}, filled(acyclic, {{"n", 8}}, seed).tape, 2));
            std::set<std::pair<int, int>> reached;
            for (int a, b; one_way >> a >> b;)
                reached.insert({a, b});
            for (int rounds = 0; rounds < 8; ++rounds)
                for (const auto &[a, b] : std::set(reached))
                    for (const auto &[c, d] : std::set(reached))
                        if (b == c) reached.insert({a, d});
            for (int node = 1; node <= 8; ++node)
                EXPECT_FALSE(reached.contains({node, node}));
        }
}

class StandingClock : public Clock {
  public:
    double seconds() const override { return now += 1e-3; }
    mutable double now = 0;
};

struct Search {
    Problem problem;
    Workspace workspace;
    StandingClock clock;

    explicit Search(const std::string &text, double to = 1e6) {
        problem.sizes.push_back({"n", make_number(0), make_number(to), std::nullopt, std::nullopt});
        problem.shapes.push_back(shape_of(text));
    }
    // The smallest input of the shape on which `bad` holds for the numbers behind the first.
    std::optional<Shrunk> smallest(double from_size,
                                   std::function<bool(const std::vector<long long> &)> bad) {
        InputStore inputs(problem, workspace.path());
        Trial start{"calm", {{"n", from_size}}, 1, Draw::random, {}, {}};
        ShrinkOptions options;
        options.shapes = {"calm"};
        options.time_s = 3;
        return shrink(problem, inputs, start, options, clock,
                      [&](const Trial &trial) -> std::optional<Fault> {
                          std::istringstream in(inputs.text(trial.input));
                          std::vector<long long> values;
                          long long n = 0;
                          in >> n;
                          for (long long x; in >> x;)
                              values.push_back(x);
                          EXPECT_EQ(n, static_cast<long long>(values.size())); // the template's form holds
                          if (!bad(values)) return std::nullopt;
                          return Fault{};
                      });
    }
};

TEST(Shrink, FindsTheSizeWhereALargeOneStartsToFail) {
    const auto found = Search("{n}\n{integers(n, 0, 9)}\n").smallest(262'144, [](const auto &v) {
        return v.size() >= 12'345;
    });
    ASSERT_TRUE(found);
    EXPECT_EQ(found->trial.sizes.at("n"), 12'345);
}

TEST(Shrink, LeavesOutAndLowersWhatDoesNotMatter) {
    const auto found = Search("{n}\n{integers(n, -1000, 1000)}\n").smallest(60, [](const auto &v) {
        return std::count_if(v.begin(), v.end(), [](long long x) { return x > 100; }) >= 3;
    });
    ASSERT_TRUE(found);
    EXPECT_EQ(found->text, "3\n101 101 101\n");
}

TEST(Shrink, GivesUpWhereTheStartDoesNotFailAgain) {
    EXPECT_FALSE(Search("{n}\n{integers(n, 0, 9)}\n").smallest(30, [](const auto &) { return false; }));
}

TEST(Shrink, EndsWhenItsTimeIsUp) {
    Search search("{n}\n{integers(n, 0, 1000000)}\n");
    int calls = 0;
    const auto found = search.smallest(5000, [&](const auto &v) {
        ++calls;
        search.clock.now += 0.5;
        return !v.empty();
    });
    ASSERT_TRUE(found);
    EXPECT_LT(calls, 30);
}

} // namespace
} // namespace iron
