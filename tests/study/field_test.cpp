#include "study/field.h"

#include <gtest/gtest.h>

#include "support/problem.h"

namespace iron {
namespace {

PlanOptions plan_of(const Field &field) {
    PlanOptions plan;
    field.put_into(plan);
    return plan;
}

// Of so few crates there are no more rules than pairs of them.
TEST(Field, LeavesOutPlacesWhoseInputsAreCapped) {
    const Workspace folder;
    const Problem problem = test::problem_in(
        folder, "n = { from = 2, to = 30_000 }\nm = { from = 1, to = 60_000, usual = 3000 }\n"
                "[shapes.rules]\ntext = \"{let rules = min(m, n (n - 1) / 2)}{n}\\n{acyclic(n, rules)}\"\n"
                "[shapes.plain]\ntext = \"{n} {m}\\n\"\n");
    const Scope scope{problem, {}, {"rules", "plain"}};
    const Field field(scope, {"a"});
    const PlanOptions plan = plan_of(field);
    const PlanLine &first = plan.line_of({0, 0, 0, 0});
    ASSERT_FALSE(first.sizes.empty());
    EXPECT_EQ(first.sizes.front(), 91); // 78 crates have 3,003 pairs
    EXPECT_EQ(first.sizes.back(), 30'000);
    EXPECT_EQ(first.places.size(), first.sizes.size());
    for (const double size : first.below)
        EXPECT_GE(size, 78);
    std::size_t left = 0;
    for (int line = 0; line < static_cast<int>(plan.lines.size()); ++line) {
        const Cell cell{0, 0, line, 0};
        for (const double size : plan.line_of(cell).sizes) {
            const Sizes sizes = field.sizes({0, 0, line, size});
            EXPECT_LE(0.95 * sizes.at("m") - 1, sizes.at("n") * (sizes.at("n") - 1) / 2)
                << line << " " << size;
            ++left;
        }
        EXPECT_EQ(plan.line_of({0, 1, line, 0}).sizes, plan.lines[static_cast<std::size_t>(line)].sizes);
    }
    EXPECT_GT(left, 60u);
    ASSERT_EQ(field.left_out().size(), 1u);
    EXPECT_NE(field.left_out()[0].find("inputs of rules at m = 3,000, n = 16"), std::string::npos)
        << field.left_out()[0];
}

// What comes in steps is not cut; where no place of a line is left, none is read on it.
TEST(Field, TakesNoStepsForACutAndDropsALineOfCutPlaces) {
    const Workspace folder;
    const Problem problem = test::problem_in(
        folder, "n = { from = 16, to = 30_000 }\nm = { from = 200, to = 60_000, usual = 3000 }\n"
                "[shapes.steps]\ntext = \"{let piles = floor(n / 8)}{piles} {integers(piles, 1, m)}\"\n"
                "[shapes.rules]\ntext = \"{n} {integers(min(m, n (n - 1) / 2), 1, n)}\"\n");
    const Scope scope{problem, {}, {"steps", "rules"}};
    const Field field(scope, {"a"});
    const PlanOptions plan = plan_of(field);
    for (int line = 0; line < static_cast<int>(plan.lines.size()); ++line)
        EXPECT_EQ(plan.line_of({0, 0, line, 0}).sizes, plan.lines[static_cast<std::size_t>(line)].sizes)
            << line;
    int dropped = 0;
    for (int line = 1; line < static_cast<int>(plan.lines.size()); ++line)
        if (plan.line_of({0, 1, line, 0}).sizes.empty()) {
            EXPECT_EQ(field.line({0, 1, line, 0}).name, "m with the others low"); // 16 have 120 pairs
            ++dropped;
        }
    EXPECT_EQ(dropped, 1);
}

} // namespace
} // namespace iron
