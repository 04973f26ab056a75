#include "study/lines.h"

#include <cmath>
#include <gtest/gtest.h>

#include "lab/workspace.h"
#include "support/problem.h"

namespace iron::test {
namespace {

TEST(CountsByLine, OnesThatStandInOthersAreHeldByThem) {
    const Workspace folder;
    const Problem problem = problem_in(folder, "n = { from = 1, to = 100_000 }\n");
    Scope scope{problem, {}, {"calm"}};
    Contender contender{&problem.solutions.front()};
    contender.enclosing = {{{3, 2}, {4, 3}, {5, 4}, {6, 5}, {7, 3}, {8, 4}}, {3, 5, 7}};
    scope.contenders = {contender};
    Fitted fitted{{}, {}, claims_in(scope, nullptr), MemoryCurve(), {}};
    std::vector<Measurement> counted;
    for (double n = 16; n <= 65'536; n *= 2) {
        Measurement m;
        m.kind = MeasuredKind::counting;
        m.outcome = Outcome::done;
        m.solution = contender.solution->name;
        m.shape = "calm";
        m.sizes = {{"n", n}};
        const auto whole = static_cast<std::int64_t>(n);
        const auto now_and_then = static_cast<std::int64_t>(std::floor(n * std::log2(n) / 40));
        m.spots = {
            {"3", whole + 1},    {"4", whole},
            {"5", 30 * whole},   {"7", 90 * whole},
            {"8", now_and_then}, {key_of({"", {}, ""}), 5 * whole * (whole % 3)}}; // nobody knows where
        counted.push_back(m);
    }
    EarlierFits earlier;
    const std::vector<SolutionLines> lines =
        lines_of(scope, fitted, counted, earlier, [](int count, const std::function<void(int)> &work) {
            for (int i = 0; i < count; ++i)
                work(i);
        });
    ASSERT_EQ(lines.size(), 1u);
    const auto held_by = [&](const std::string &key) -> std::string {
        for (const ProfileGrowth &one : lines[0].profiles)
            if (one.profile.spots.front().key == key)
                return one.profile.held_by < 0 ? ""
                                               : lines[0]
                                                     .profiles[static_cast<std::size_t>(one.profile.held_by)]
                                                     .profile.spots.front()
                                                     .key;
        return "not found";
    };
    EXPECT_EQ(held_by("8"), "7"); // by the `if` of 4, whose counts go with those of 7
    EXPECT_EQ(held_by("7"), "");  // it turns on its own
    EXPECT_EQ(held_by(""), "");
}

} // namespace
} // namespace iron::test
