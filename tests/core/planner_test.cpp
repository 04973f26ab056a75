#include <algorithm>
#include <cmath>
#include <functional>
#include <gtest/gtest.h>
#include <set>

#include "core/plan/ladder.h"
#include "core/plan/planner.h"

namespace iron {
namespace {

// A machine whose costs are known and whose clock only the planner's tasks move.
struct Simulated {
    PlanOptions options;
    std::function<double(const Cell &)> call_s;
    std::function<bool(const Cell &)> fails = [](const Cell &) { return false; };
    double load_a_number_s = 1e-7;

    std::map<Cell, int> timed, counted;
    std::set<int> generations = {0};
    double elapsed_s = 0;
    bool after_stop = false;

    void run() {
        Planner planner(options);
        std::set<Cell> loaded;
        for (int guard = 0; guard < 1'000'000; ++guard) {
            const Next next = planner.next(elapsed_s);
            if (next.task == Task::stop) return;
            if (next.task == Task::new_generation) {
                generations.insert(next.generation);
                loaded.clear();
                continue;
            }
            const double call = call_s(next.cell);
            const double load = next.task == Task::count || loaded.insert(next.cell).second
                                    ? load_a_number_s * next.cell.size
                                    : 0;
            elapsed_s += std::max(call, 1e-4) + load;
            if (fails(next.cell))
                planner.told_failure(next.cell);
            else if (next.task == Task::time)
                ++timed[next.cell], planner.told_time(next.cell, call, call + load);
            else
                ++counted[next.cell], planner.told_count(next.cell, call + load);
        }
        FAIL() << "the planner never stops";
    }

    double largest(int solution) const {
        double size = 0;
        for (const auto &[cell, times] : timed)
            if (cell.solution == solution) size = std::max(size, cell.size);
        return size;
    }
    std::size_t sizes(int solution) const {
        std::set<double> all;
        for (const auto &[cell, times] : timed)
            if (cell.solution == solution) all.insert(cell.size);
        return all.size();
    }
};

Simulated simulated(int solutions, double budget_s, double to = 1e6) {
    Simulated machine;
    machine.options.solutions = solutions;
    machine.options.shapes = 2;
    machine.options.sizes = ladder(16, to);
    machine.options.counted.assign(solutions, true);
    machine.options.budget_s = budget_s;
    return machine;
}

TEST(Planner, SpendsTheBudgetAndNotMuchMore) {
    for (const double budget : {1.0, 10.0, 60.0}) {
        Simulated machine = simulated(3, budget);
        machine.call_s = [](const Cell &cell) { return 1e-9 * std::pow(cell.size, 1 + cell.solution); };
        machine.run();
        EXPECT_GT(machine.elapsed_s, 0.9 * budget);
        EXPECT_LT(machine.elapsed_s, 1.05 * budget);
    }
}

TEST(Planner, ASolutionClimbsWhileACallCostsAThreeHundredthOfTheBudget) {
    Simulated machine = simulated(2, 30);
    machine.call_s = [](const Cell &cell) { return 1e-9 * std::pow(cell.size, cell.solution ? 3 : 1); };
    machine.run();
    EXPECT_EQ(machine.largest(0), 1e6);
    // 0.1 s are reached at n = 464; one rung of the ladder may lie above.
    EXPECT_GE(machine.largest(1), 300);
    EXPECT_LE(machine.largest(1), 512);
}

TEST(Planner, CountsEveryCellItTimes) {
    Simulated machine = simulated(2, 20);
    machine.options.counted[1] = false;
    machine.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    machine.run();
    for (const auto &[cell, times] : machine.timed)
        EXPECT_EQ(machine.counted.contains(cell), cell.solution == 0);
}

TEST(Planner, MeasuresInThreeGenerationsWhereThereIsTime) {
    Simulated machine = simulated(2, 30);
    machine.call_s = [](const Cell &cell) { return 1e-9 * cell.size; };
    machine.run();
    EXPECT_EQ(machine.generations.size(), 3u);
}

TEST(Planner, GivesGenerationsUpBeforeTheBudgetGoesIntoLoading) {
    Simulated machine = simulated(4, 3);
    machine.load_a_number_s = 1e-6;
    machine.call_s = [](const Cell &cell) { return 1e-9 * cell.size; };
    machine.run();
    EXPECT_LT(machine.generations.size(), 3u);
    int most = 0;
    for (const auto &[cell, times] : machine.timed)
        most = std::max(most, times);
    EXPECT_GE(most, 3);
}

TEST(Planner, ExponentialGrowthIsFilledInByOnes) {
    Simulated machine = simulated(1, 30);
    for (double size = 1; size < 16; ++size)
        machine.options.below.push_back(size);
    machine.call_s = [](const Cell &cell) { return 1e-8 * std::exp2(cell.size); };
    machine.run();
    EXPECT_GE(machine.sizes(0), 8u);
    EXPECT_LE(machine.largest(0), 26); // 0.67 s
    EXPECT_GE(machine.largest(0), 22);
}

TEST(Planner, AFailureEndsTheClimbOfThatShapeAlone) {
    Simulated machine = simulated(1, 10, 1e5);
    machine.call_s = [](const Cell &cell) { return 1e-9 * cell.size; };
    machine.fails = [](const Cell &cell) { return cell.shape == 0 && cell.size > 1000; };
    machine.run();
    for (const auto &[cell, times] : machine.timed)
        EXPECT_TRUE(cell.shape == 1 || cell.size <= 1000) << cell.size;
    EXPECT_EQ(machine.largest(0), 1e5);
}

TEST(Planner, NothingToMeasureStopsAtOnce) {
    Planner none(PlanOptions{});
    EXPECT_EQ(none.next(0).task, Task::stop);
}

TEST(Planner, TheSameSeedGivesTheSamePlan) {
    const auto order = [] {
        Planner planner([] {
            PlanOptions options;
            options.solutions = 3;
            options.shapes = 2;
            options.sizes = ladder(16, 1000);
            options.budget_s = 1;
            options.seed = 7;
            return options;
        }());
        std::vector<Cell> cells;
        double elapsed = 0;
        for (;;) {
            const Next next = planner.next(elapsed += 0.001);
            if (next.task == Task::stop) return cells;
            if (next.task == Task::new_generation) continue;
            cells.push_back(next.cell);
            planner.told_time(next.cell, 1e-6, 0.001);
        }
    };
    EXPECT_EQ(order(), order());
}

} // namespace
} // namespace iron
