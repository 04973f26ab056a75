#include <algorithm>
#include <cmath>
#include <functional>
#include <gtest/gtest.h>
#include <set>
#include <tuple>

#include "core/plan/cost.h"
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
    std::function<double(const Cell &)> more_to_count_s = [](const Cell &) { return 0.0; };

    std::function<std::vector<Need>(const Simulated &)> needs;
    int judged = 0;
    double judging_s = 0;
    std::map<Cell, int> timed, counted, weighed;
    std::vector<Cell> order;   // of what was timed
    std::vector<Cell> stopped; // counts
    std::set<int> generations = {0};
    double elapsed_s = 0;
    bool after_stop = false;

    std::map<double, double> known; // calls of the first series

    void run() {
        Planner planner(options);
        if (!known.empty()) planner.hint({0, 0, 0, 0}, known);
        std::set<Cell> loaded;
        for (int guard = 0; guard < 1'000'000; ++guard) {
            const Next next = planner.next(elapsed_s);
            if (next.task == Task::stop) return;
            if (next.task == Task::judge) {
                ++judged;
                elapsed_s += judging_s;
                planner.told_needs(needs(*this));
                continue;
            }
            if (next.task == Task::new_generation) {
                generations.insert(next.generation);
                loaded.clear();
                continue;
            }
            const double call = call_s(next.cell);
            if (next.task == Task::probe && call > next.limit_s) {
                elapsed_s += next.limit_s;
                planner.told_probe_stopped(next.cell, next.limit_s);
                continue;
            }
            if (next.task == Task::count && call + more_to_count_s(next.cell) > next.limit_s) {
                elapsed_s += next.limit_s;
                stopped.push_back(next.cell);
                planner.told_count_stopped(next.cell, next.limit_s);
                continue;
            }
            double load = next.task == Task::count || loaded.insert(next.cell).second
                              ? load_a_number_s * next.cell.size
                              : 0;
            if (next.task == Task::count) load += more_to_count_s(next.cell);
            elapsed_s += std::max(call, 1e-4) + load;
            if (fails(next.cell))
                planner.told_failure(next.cell);
            else if (next.task == Task::probe)
                planner.told_probe(next.cell, call);
            else if (next.task == Task::time)
                ++timed[next.cell], order.push_back(next.cell),
                    planner.told_time(next.cell, call, call + load);
            else if (next.task == Task::weigh)
                ++weighed[next.cell], planner.told_weight(next.cell, call);
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
    machine.options.lines = {{ladder(16, to), {}, {}}};
    machine.options.counted.assign(solutions, true);
    machine.options.budget_s = budget_s;
    return machine;
}

// Calls of 1 ns x n! are nothing up to n = 4, and hours at 16.
TEST(CallCosts, AFactorialMayHideInFewSmallSizes) {
    CallCosts costs;
    for (const auto &[size, call_s] : {std::pair{1.0, 4e-9}, {2.0, 5e-9}, {3.0, 9e-9}, {4.0, 26e-9}})
        costs.read(size, call_s);
    EXPECT_GT(costs.at_most(16), 3600);
    for (double size = 5; size <= 12; ++size)
        costs.read(size, 30e-9); // 12! is half a second
    EXPECT_LT(costs.at_most(16), 1e-3);
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

// An interpreter that traces takes thirty times as long; one whose memory is watched does not.
TEST(Planner, MemoryIsReadFartherUpThanStepsWhereCountsAreDear) {
    Simulated machine = simulated(1, 20);
    machine.call_s = [](const Cell &cell) { return 1e-7 * cell.size * cell.size; };
    machine.more_to_count_s = [&](const Cell &cell) { return 30 * machine.call_s(cell); };
    const auto largest = [](const std::map<Cell, int> &read) {
        double size = 0;
        for (const auto &[cell, times] : read)
            size = std::max(size, cell.size);
        return size;
    };
    machine.run();
    EXPECT_TRUE(machine.weighed.empty()); // nobody asks for it
    const double counted = largest(machine.counted);
    machine = simulated(1, 20);
    machine.call_s = [](const Cell &cell) { return 1e-7 * cell.size * cell.size; };
    machine.more_to_count_s = [&](const Cell &cell) { return 30 * machine.call_s(cell); };
    machine.options.weighed = {true};
    machine.run();
    EXPECT_EQ(largest(machine.counted), counted);
    EXPECT_GE(largest(machine.weighed), 2 * counted);
    for (const auto &[cell, times] : machine.weighed)
        EXPECT_FALSE(machine.counted.contains(cell)) << cell.size; // which tells it
}

TEST(Planner, WhatIsLeftIsNotSpentOnJudging) {
    for (const double judging_s : {0.0, 1.0, 4.0}) {
        Simulated machine = simulated(2, 10);
        machine.options.judges = true;
        machine.judging_s = judging_s;
        machine.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
        machine.needs = [](const Simulated &) { return std::vector<Need>{{0, 0, false, 0, true, false}}; };
        machine.run();
        EXPECT_GT(machine.judged, 0);
        EXPECT_LE(machine.judged, judging_s > 3 ? 1 : 100);
        EXPECT_LT(machine.elapsed_s, 10.5) << judging_s;
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

TEST(Planner, AFastSolutionComesFarUpBeforeSlowOnesHaveTakenTheTime) {
    Simulated machine = simulated(12, 10);
    machine.load_a_number_s = 1e-9;
    machine.call_s = [](const Cell &cell) { return cell.solution == 0 ? 1e-9 * cell.size : 0.06; };
    machine.run();
    EXPECT_GE(machine.largest(0), 5e5);
    EXPECT_LT(machine.sizes(1), 12u); // there was not time for all
    EXPECT_GE(machine.sizes(1), 2u);
}

TEST(Planner, DearInputsAreNoReasonToStayLowWhileCallsEatTheTime) {
    Simulated machine = simulated(6, 30, 4096);
    machine.options.shapes = 3;
    for (int size = 1; size < 16; ++size)
        machine.options.lines[0].below.push_back(size);
    machine.call_s = [](const Cell &cell) {
        return cell.solution == 0 ? 1e-6 * cell.size : 3e-9 * std::exp2(cell.size);
    };
    machine.more_to_count_s = [](const Cell &cell) { return cell.solution == 0 ? 0.08 : 0; };
    machine.run();
    std::map<int, double> largest;
    for (const auto &[cell, times] : machine.timed)
        if (cell.solution == 0) largest[cell.shape] = std::max(largest[cell.shape], cell.size);
    for (int shape = 0; shape < 3; ++shape)
        EXPECT_GE(largest[shape], 300);
}

TEST(Planner, WhereThereIsNotTimeForAllTheCheapSeriesComeToWhatAVerdictNeeds) {
    Simulated machine = simulated(4, 20, 4096);
    machine.options.shapes = 1;
    machine.options.counted.assign(4, false);
    machine.load_a_number_s = 0;
    // Each place costs a start: of three solutions 0.3 s, of one four times as much.
    machine.call_s = [](const Cell &cell) { return cell.solution == 0 ? 1.2 : 0.3; };
    machine.run();
    for (int solution = 1; solution < 4; ++solution)
        EXPECT_GE(machine.sizes(solution), 8u);
    EXPECT_GE(machine.sizes(0), 1u);
}

TEST(Planner, ASeriesShortOfPlacesClimbsOnNearlyToTheEnd) {
    Simulated machine = simulated(4, 20, 1e6);
    machine.options.shapes = 1;
    machine.options.judges = true;
    machine.load_a_number_s = 0;
    machine.call_s = [](const Cell &) { return 0.5; };
    const auto sizes_where = [&](bool short_of_places) {
        machine.timed.clear(), machine.counted.clear(), machine.elapsed_s = 0;
        machine.options.counted.assign(4, false);
        machine.needs = [=](const Simulated &) {
            Need need{0, 0, false};
            need.short_of_places = short_of_places;
            return std::vector<Need>{need};
        };
        machine.run();
        return machine.sizes(0);
    };
    EXPECT_GT(sizes_where(true), sizes_where(false));
}

// Every third rung is read where a start-up is all of a call: of twelve that would be four.
TEST(Planner, RungsPassedOverAreReadWhereASeriesStaysShort) {
    Simulated machine = simulated(1, 8, 700);
    machine.options.shapes = 1;
    machine.call_s = [](const Cell &) { return 0.1; };
    machine.run();
    EXPECT_GE(machine.sizes(0), 8u);
}

// Where nothing larger can be had, what lies between is what is left to find out by.
TEST(Planner, RungsPassedOverAreReadWhereAVerdictIsOpen) {
    Simulated machine = simulated(1, 30, 16384);
    machine.options.shapes = 1;
    machine.options.judges = true;
    machine.call_s = [](const Cell &) { return 0.09; }; // as dear everywhere, like a start: longer strides
    std::size_t at_first = 0;
    const auto open_or_not = [&](bool decided) {
        machine.needs = [&, decided](const Simulated &sofar) {
            if (at_first == 0) at_first = sofar.sizes(0);
            Need need;
            need.decided = decided;
            return std::vector{need};
        };
        machine.timed.clear();
        machine.elapsed_s = 0;
        at_first = 0;
        machine.run();
    };
    open_or_not(true);
    EXPECT_EQ(machine.sizes(0), at_first);
    open_or_not(false);
    EXPECT_LT(at_first, 16u);
    EXPECT_GE(machine.sizes(0), 16u);
    EXPECT_EQ(machine.largest(0), 16384);
}

// Calls of milliseconds at n = 1 that grow as n^3: below the ladder is all there is, and every size is dear.
TEST(Planner, ASeriesThatStaysBelowTheLadderMayPayMoreForACall) {
    Simulated machine = simulated(1, 8, 1e6);
    for (int size = 1; size < 16; ++size)
        machine.options.lines[0].below.push_back(size);
    machine.call_s = [](const Cell &cell) { return 1e-3 * (1 + std::pow(cell.size, 3)); };
    machine.run();
    EXPECT_GE(machine.largest(0), 4);
    EXPECT_LT(machine.elapsed_s, 1.1 * machine.options.budget_s);
}

TEST(Planner, WhatIsStartedForTheFirstCountHoldsNoLineUp) {
    Simulated machine = simulated(1, 30, 4096);
    machine.options.shapes = 1;
    const std::vector<double> rungs = ladder(16, 4096);
    machine.options.lines.push_back({rungs, {}, std::vector<double>(rungs.size(), 16)});
    machine.call_s = [](const Cell &cell) { return 1e-6 * cell.size; };
    machine.more_to_count_s = [&](const Cell &) { return machine.counted.empty() ? 1.5 : 0.05; };
    machine.run();
    std::vector<double> before; // sizes of the other line before the second of the first
    for (const Cell &cell : machine.order) {
        if (cell.line == 0 && cell.size > 16) break;
        if (cell.line == 1) before.push_back(cell.size);
    }
    EXPECT_LE(before.size(), 2u);
}

// The second count alone tells what the next will cost, and the machine stood still in it.
TEST(Planner, OneSlowMomentEndsNoCounting) {
    Simulated machine = simulated(1, 30, 4096);
    machine.call_s = [](const Cell &cell) { return 1e-4 * cell.size; };
    machine.more_to_count_s = [&](const Cell &) {
        return machine.counted.empty() ? 0.7 : machine.counted.size() == 1 ? 3.0 : 0.05;
    };
    machine.run();
    for (int shape = 0; shape < 2; ++shape)
        EXPECT_GE(std::count_if(machine.counted.begin(), machine.counted.end(),
                                [&](const auto &one) { return one.first.shape == shape; }),
                  10)
            << shape;
}

TEST(Planner, CountsEveryCellItTimes) {
    Simulated machine = simulated(2, 40);
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
        machine.options.lines[0].below.push_back(size);
    machine.call_s = [](const Cell &cell) { return 1e-8 * std::exp2(cell.size); };
    machine.run();
    EXPECT_GE(machine.sizes(0), 8u);
    EXPECT_LE(machine.largest(0), 26); // 0.67 s
    EXPECT_GE(machine.largest(0), 22);
}

TEST(Planner, AShortSeriesIsFilledInBeforeTheClimbRunsOutOfTime) {
    Simulated machine = simulated(3, 30);
    for (double size = 4; size < 16; ++size)
        machine.options.lines[0].below.push_back(size);
    machine.load_a_number_s = 2e-4; // dear inputs: the others' climb alone would take all the time there is
    machine.call_s = [](const Cell &cell) {
        return cell.solution == 0 ? 1e-8 * std::exp2(cell.size) : 1e-9 * cell.size;
    };
    machine.run();
    EXPECT_GE(machine.sizes(0), 8u);
}

TEST(Planner, OtherInputsAreCountedWhereCountsHangOnThem) {
    Simulated machine = simulated(2, 20, 1e4);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    machine.needs = [](const Simulated &) {
        std::vector<Need> needs = {{0, 0, false}, {0, 1, false}, {1, 0, false}, {1, 1, false}};
        needs[0].more_inputs = true;
        return needs;
    };
    machine.run();
    for (const auto &[cell, times] : machine.counted)
        if (cell.solution == 0 && cell.shape == 0)
            EXPECT_GE(times, 10) << cell.size;
        else
            EXPECT_LE(times, 3) << cell.size; // one a generation
}

// How often a place was counted each time that verdicts were asked for, and at the end, where `hangs` says
// whether a claim on the first series, decided or not, hangs on the input.
std::vector<int> counts_ahead_of_rounds(bool decided, const std::function<bool(int counted)> &hangs) {
    Simulated machine = simulated(2, 20, 1e5);
    machine.options.judges = true;
    machine.load_a_number_s = 2e-5; // one pass over all takes far more than there is
    machine.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    std::vector<int> counted;
    machine.needs = [&](const Simulated &so_far) {
        counted.push_back(so_far.counted.at({0, 0, 0, 16}));
        std::vector<Need> needs = {{0, 0, decided}, {0, 1}, {1, 0}, {1, 1}};
        needs[0].more_inputs = hangs(counted.back());
        return needs;
    };
    machine.run();
    for (const auto &[cell, times] : machine.counted)
        if (cell.solution != 0 || cell.shape != 0) EXPECT_LE(times, 3) << cell.size;
    counted.push_back(machine.counted.at({0, 0, 0, 16}));
    return counted;
}

TEST(Planner, OtherInputsComeBeforeTheRoundsWhereAVerdictMayHangOnThem) {
    for (const bool decided : {false, true}) {
        const std::vector<int> counted = counts_ahead_of_rounds(decided, [](int) { return true; });
        EXPECT_EQ(counted.front(), 1);
        EXPECT_EQ(std::count(counted.begin(), counted.end(), 2), 1) << "asked once a second one is known";
        EXPECT_GE(counted.back(), 6);
    }
}

TEST(Planner, WhereASecondInputTellsTheSameNoMoreAreTaken) {
    const std::vector<int> counted = counts_ahead_of_rounds(true, [](int times) { return times < 2; });
    EXPECT_LE(counted.back(), 4) << "one a generation, and that one";
}

TEST(Planner, SizesLeftOutWhileCountsWereDearAreCountedLater) {
    Simulated once = simulated(1, 30, 1e4);
    once.options.judges = true;
    once.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    once.needs = [](const Simulated &) { return std::vector<Need>{{0, 0}, {0, 1}}; };
    once.more_to_count_s = [&](const Cell &cell) {
        return once.counted.size() < 3 && cell.size < 100 ? 0.5 : 0;
    };
    once.run();
    for (const auto &[cell, times] : once.timed)
        EXPECT_TRUE(once.counted.contains(cell)) << cell.size;

    Simulated open = once; // dear all the time: all sizes only where a verdict waits
    open.timed.clear(), open.counted.clear(), open.elapsed_s = 0;
    open.more_to_count_s = [](const Cell &) { return 0.2; };
    open.needs = [](const Simulated &) { return std::vector<Need>{{0, 0, false}, {0, 1}}; };
    open.run();
    int counted[2] = {0, 0}, timed[2] = {0, 0};
    for (const auto &[cell, times] : open.timed)
        ++timed[cell.shape], counted[cell.shape] += open.counted.contains(cell);
    EXPECT_EQ(counted[0], timed[0]);
    EXPECT_LT(counted[1], 0.7 * timed[1]);
}

TEST(Planner, CountsThatGrowDearEndWhileTimesGoOn) {
    Simulated machine = simulated(1, 30);
    machine.call_s = [](const Cell &cell) { return 1e-9 * cell.size; };
    machine.more_to_count_s = [](const Cell &cell) { return 4e-5 * cell.size; }; // 40 s at the largest
    machine.run();
    double counted = 0, counting_s = 0;
    for (const auto &[cell, times] : machine.counted) {
        counted = std::max(counted, cell.size);
        counting_s += times * machine.more_to_count_s(cell);
    }
    EXPECT_EQ(machine.largest(0), 1e6);
    EXPECT_GE(counted, 4096); // a hundredth of the budget is 7,500 numbers
    EXPECT_LE(counted, 16384);
    EXPECT_LT(counting_s, 0.2 * 30);
}

// A call of 3 s at the smallest size, and counts thirty times as dear: what is not known before the first.
TEST(Planner, ACountThatTakesFarLongerIsStoppedAndNotTriedAgain) {
    Simulated machine = simulated(2, 30);
    machine.call_s = [](const Cell &cell) { return cell.solution == 0 ? 0.2 * cell.size : 1e-9 * cell.size; };
    machine.more_to_count_s = [](const Cell &cell) { return cell.solution == 0 ? 6 * cell.size : 0.0; };
    machine.run();
    EXPECT_EQ(machine.stopped.size(), 1u);
    EXPECT_EQ(machine.stopped.front().solution, 0);
    EXPECT_GE(machine.sizes(0), 1u); // its times stand
    EXPECT_EQ(machine.largest(1), 1e6);
    EXPECT_LT(machine.elapsed_s, 1.1 * 30);
}

// What each takes at the least hides that at small sizes.
TEST(Planner, CountsLeftOutAreTakenFromTheSmallestUp) {
    Simulated machine = simulated(1, 4);
    machine.options.shapes = 1;
    machine.options.judges = true;
    machine.needs = [](const Simulated &) { return std::vector<Need>{{0, 0, false, 0, false, true}}; };
    machine.call_s = [](const Cell &cell) { return 2e-7 * cell.size * cell.size; };
    machine.more_to_count_s = [&](const Cell &cell) { return 3e-3 + 30 * machine.call_s(cell); };
    machine.run();
    EXPECT_GE(machine.counted.size(), 4u);
    EXPECT_LT(machine.elapsed_s, 1.2 * 4);
}

TEST(Planner, AStartUpThatIsReadLongerOnceEndsNoClimb) {
    Simulated machine = simulated(1, 30, 1e5);
    for (int size = 1; size < 16; ++size)
        machine.options.lines[0].below.push_back(size);
    machine.options.counted[0] = false;
    int calls = 0;
    machine.call_s = [&](const Cell &cell) { // every other one a fifth longer
        return (++calls % 2 ? 0.06 : 0.078) + 1e-8 * cell.size;
    };
    machine.run();
    EXPECT_EQ(machine.largest(0), 1e5);
    EXPECT_GE(machine.sizes(0), 8u); // most of each call is start-up: every third rung
    EXPECT_LE(machine.sizes(0), 12u);
}

// What waits for the first line costs nothing yet: the series' next place is the dear one there.
TEST(Planner, ASeriesWhoseOtherLinesWaitIsAsDearAsItsFirst) {
    Simulated machine = simulated(2, 30, 4096);
    machine.options.shapes = 1;
    PlanLine other = machine.options.lines.front();
    other.on_first.assign(other.sizes.size(), 2048);
    machine.options.lines.push_back(other);
    machine.call_s = [](const Cell &cell) { return (cell.solution == 0 ? 2e-4 : 1e-8) * cell.size; };
    machine.more_to_count_s = [](const Cell &cell) { return cell.solution == 0 ? 4e-3 * cell.size : 0; };
    machine.run();
    const auto first = [&](const auto &is) {
        return std::find_if(machine.order.begin(), machine.order.end(), is) - machine.order.begin();
    };
    EXPECT_LT(
        first([](const Cell &cell) { return cell.solution == 1 && cell.line == 1; }),
        first([](const Cell &cell) { return cell.solution == 0 && cell.line == 0 && cell.size > 200; }));
}

TEST(Planner, WhatTakesLittleOfItsShareGoesAhead) {
    Simulated machine = simulated(2, 30, 65536);
    machine.options.shapes = 1;
    PlanLine other = machine.options.lines.front();
    other.on_first.assign(other.sizes.size(), 16);
    machine.options.lines.push_back(other);
    machine.call_s = [](const Cell &cell) { return (cell.solution == 0 ? 0.4 : 0.035) + 1e-7 * cell.size; };
    machine.run();
    std::map<int, int> before; // places of either when the slow one gets its sixth
    for (const Cell &cell : machine.order)
        if (before[0] < 6) ++before[cell.solution];
    EXPECT_EQ(before[0], 6);
    EXPECT_GT(before[1], 30);
}

TEST(Planner, APlaceThatSeveralLinesShareIsReadOnce) {
    Simulated machine = simulated(2, 10, 4096);
    const std::vector<double> rungs = ladder(16, 4096);
    int fresh = 0;
    const auto add = [&](std::map<std::size_t, int> shared, std::size_t every) {
        PlanLine line;
        for (std::size_t rung = 0; rung < rungs.size(); rung += every) {
            line.sizes.push_back(rungs[rung]);
            line.on_first.push_back(16);
            line.places.push_back(shared.contains(rung) ? shared[rung] : ++fresh);
        }
        machine.options.lines.push_back(line);
    };
    machine.options.lines.clear();
    add({}, 1); // places 1 to 17
    std::map<std::size_t, int> all_on_the_first;
    for (std::size_t rung = 0; rung < rungs.size(); ++rung)
        all_on_the_first[rung] = 1 + static_cast<int>(rung);
    add(all_on_the_first, 4);
    add({{0, 1}}, 1);          // crosses the first at its start
    add({{8, 1}, {3, 30}}, 1); // higher up, and the line before it
    machine.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    machine.run();
    std::map<std::tuple<int, int, int>, int> lines_at; // a solution's, on a shape, at a place
    for (const auto &[cell, times] : machine.timed) {
        const PlanLine &line = machine.options.lines[static_cast<std::size_t>(cell.line)];
        const auto rung = std::find(line.sizes.begin(), line.sizes.end(), cell.size) - line.sizes.begin();
        ++lines_at[{cell.solution, cell.shape, line.places[static_cast<std::size_t>(rung)]}];
    }
    EXPECT_EQ(lines_at.size(), 2u * 2u * static_cast<std::size_t>(fresh));
    for (const auto &[place, lines] : lines_at)
        EXPECT_EQ(lines, 1) << std::get<2>(place);
}

TEST(Planner, BelowTheLadderSizesSpanWhatGrowthNeeds) {
    Simulated machine = simulated(1, 2, 1e4);
    for (int size = 1; size < 16; ++size)
        machine.options.lines[0].below.push_back(size);
    machine.call_s = [](const Cell &cell) { return 3e-7 * std::pow(cell.size, 3); }; // 16 is too dear by far
    machine.run();
    double smallest = 1e9;
    for (const auto &[cell, times] : machine.timed)
        smallest = std::min(smallest, cell.size);
    EXPECT_GE(machine.largest(0) / smallest, 4.0);
}

// A moment's rise between two small sizes, read as an exponential, would make the ladder look too dear.
TEST(Planner, ASlowMomentSeenBeforeKeepsNobodyBelowTheLadder) {
    Simulated lab = simulated(1, 10);
    for (double size = 1; size < lab.options.lines[0].sizes.front(); ++size)
        lab.options.lines[0].below.push_back(size);
    lab.call_s = [](const Cell &cell) { return 1e-8 * cell.size; };
    for (double size = 1; size < 40; ++size)
        lab.known[size] = size == 10 ? 2.4e-5 : 3e-6;
    lab.known[16384] = 2e-2;
    lab.run();
    EXPECT_EQ(lab.order.front().size, lab.options.lines[0].sizes.front());
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

TEST(Planner, StopsEarlyOnceEveryVerdictStands) {
    Simulated machine = simulated(2, 60, 1e5);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 1e-9 * cell.size; };
    machine.needs = [](const Simulated &) { return std::vector<Need>{{0, 0}, {0, 1}, {1, 0}, {1, 1}}; };
    machine.run();
    EXPECT_LT(machine.elapsed_s, 30);
    EXPECT_EQ(machine.generations.size(), 3u);
    for (const auto &[cell, times] : machine.timed)
        EXPECT_GE(times, 10) << cell.size; // still enough to locate each
}

TEST(Planner, AnUndecidedSeriesClimbsOnToTheSizeThatDecides) {
    Simulated machine = simulated(2, 60);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 1e-9 * std::pow(cell.size, 2); }; // 0.2 s at 14,142
    machine.needs = [](const Simulated &so_far) {
        std::vector<Need> needs = {{0, 0}, {0, 1}, {1, 0}, {1, 1}};
        needs[0].decided = so_far.largest(0) >= 20'000;
        needs[0].up_to = 20'000;
        return needs;
    };
    machine.run();
    EXPECT_GE(machine.largest(0), 20'000);
    EXPECT_LE(machine.largest(1), 17'000); // decided: nobody asked for more
    EXPECT_LT(machine.elapsed_s, 61);
}

TEST(Planner, WhatIsDecidedIsBorneOutAtTheSizeAskedFor) {
    Simulated machine = simulated(2, 60);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 1e-9 * std::pow(cell.size, 2); };
    machine.needs = [](const Simulated &) {
        return std::vector<Need>{{0, 0, true, 20'000}, {0, 1}, {1, 0}, {1, 1}};
    };
    machine.run();
    EXPECT_GE(machine.largest(0), 20'000);
    EXPECT_LE(machine.largest(1), 17'000);
    EXPECT_LT(machine.elapsed_s, 50); // all is decided: it ends
}

TEST(Planner, ASizeThatDidNotDecideIsFollowedByAHigherOne) {
    Simulated machine = simulated(1, 30, 1e5);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 6e-6 * cell.size; };
    machine.needs = [](const Simulated &so_far) {
        const double top = so_far.largest(0); // at 30,000 it turns out that it takes more
        return std::vector<Need>{{0, 0, top >= 50'000, top < 30'000 ? 30'000.0 : 65'000.0}, {0, 1}};
    };
    machine.run();
    EXPECT_GE(machine.largest(0), 50'000);
}

TEST(Planner, TimeGoesToTheUndecided) {
    Simulated machine = simulated(2, 20, 1e5);
    machine.options.judges = true;
    machine.call_s = [](const Cell &cell) { return 1e-7 * cell.size; };
    machine.needs = [](const Simulated &) {
        return std::vector<Need>{{0, 0, false}, {0, 1, false}, {1, 0}, {1, 1}};
    };
    machine.run();
    double open = 0, settled = 0;
    for (const auto &[cell, times] : machine.timed)
        (cell.solution == 0 ? open : settled) += times;
    EXPECT_GT(open, 1.5 * settled);
    EXPECT_LT(machine.elapsed_s, 21);
}

TEST(Planner, EveryLineClimbsByItself) {
    Simulated machine = simulated(1, 30);
    machine.options.lines = {{ladder(16, 1e6), {}, {}}, {ladder(1, 500, 2), {}, {}}};
    machine.call_s = [](const Cell &cell) { return cell.line == 0 ? 1e-6 * cell.size : 1e-5 * cell.size; };
    machine.fails = [](const Cell &cell) { return cell.line == 1 && cell.size > 100; };
    machine.run();
    double largest[2] = {};
    for (const auto &[cell, times] : machine.timed)
        largest[cell.line] = std::max(largest[cell.line], cell.size);
    EXPECT_GE(largest[0], 65'000); // a call of 0.1 s
    EXPECT_GE(largest[1], 64);     // the other line's failure is its own
    EXPECT_LE(largest[1], 100);
}

TEST(Planner, OnOtherLinesASolutionGoesNoFartherThanItHasComeOnTheFirst) {
    Simulated machine = simulated(2, 20);
    machine.options.lines = {{ladder(16, 1e6), {}, {}}, {ladder(1, 64, 2), {}, std::vector<double>(7, 500)}};
    machine.call_s = [](const Cell &cell) {
        return cell.solution == 0 ? 1e-7 * cell.size : 1e-7 * std::exp2(cell.line ? 500 : cell.size);
    };
    machine.run();
    bool begun[2] = {};
    for (const auto &[cell, times] : machine.timed)
        if (cell.line == 1) begun[cell.solution] = true;
    EXPECT_TRUE(begun[0]);
    EXPECT_FALSE(begun[1]); // 2^500 steps would never end
}

TEST(Planner, AnUrgentLineIsMeasuredWhereThereIsNotTimeForAll) {
    Simulated machine = simulated(1, 4, 4096);
    machine.options.lines.push_back({ladder(16, 4096, 1.02), {}, std::vector<double>(300, 16)});
    machine.options.lines.push_back({{1000, 2000, 4000}, {}, {1000, 1000, 1000}, {}, true});
    machine.call_s = [](const Cell &) { return 0.012; };
    machine.run();
    std::map<int, int> cells; // by line
    for (const auto &[cell, times] : machine.timed)
        ++cells[cell.line];
    EXPECT_EQ(cells[2], 2 * 3);
    EXPECT_GT(cells[1], 0);
    EXPECT_LT(cells[1], 2 * 200);
}

// One that climbs to the end of the climb's time keeps no other from the task's own sizes.
TEST(Planner, AnUrgentLineWaitsForItsOwnFirstLineAlone) {
    Simulated machine = simulated(2, 6, 1e5);
    machine.options.lines[0].sizes = ladder(16, 1e5, 1.02);
    machine.options.lines.push_back({{3750, 7500}, {}, {3750, 3750}, {}, true});
    machine.call_s = [](const Cell &cell) { return cell.solution == 1 ? 0.019 : 1e-7; };
    machine.run();
    EXPECT_EQ(machine.largest(0), 1e5);
    EXPECT_LT(machine.largest(1), 3750);
    std::map<int, int> cells; // of the urgent line, by solution
    for (const auto &[cell, times] : machine.timed)
        if (cell.line == 1) ++cells[cell.solution];
    EXPECT_EQ(cells[0], 2 * 2);
    EXPECT_EQ(cells[1], 0);
}

TEST(Planner, CheapPlacesOfOtherLinesComeBeforeDearOnesOfTheFirst) {
    Simulated machine = simulated(2, 30, 1e5);
    machine.options.lines.push_back({ladder(16, 4096), {}, std::vector<double>(17, 16)});
    machine.call_s = [](const Cell &cell) { return cell.line == 1 ? 1e-4 : 1e-3 * cell.size; };
    machine.run();
    for (int solution = 0; solution < 2; ++solution)
        EXPECT_TRUE(machine.timed.contains({solution, 0, 1, 4096})) << solution;
}

// There is time for a third of all places. One whose short lines are new again and again takes nobody's
// turns.
TEST(Planner, SeriesComeUpTogetherByAllTheirPlaces) {
    Simulated machine = simulated(2, 30, 4096);
    for (int line = 0; line < 8; ++line)
        machine.options.lines.push_back({ladder(16 + line, 200), {}, std::vector<double>(8, 16)});
    machine.call_s = [](const Cell &cell) { return cell.solution == 0 ? 0.09 : 0.06; };
    machine.run();
    std::map<std::pair<int, int>, double> places; // by series
    for (const auto &[cell, times] : machine.timed)
        ++places[{cell.solution, cell.shape}];
    ASSERT_EQ(places.size(), 4u);
    for (const auto &[series, count] : places) {
        EXPECT_GT(count, 12);
        EXPECT_LT(count, 2 * places.begin()->second);
    }
}

// Forty series, and calls that are mostly start-up: there is time for few places.
TEST(Planner, LeapsWhereALinesPlacesCanNotBeAfforded) {
    Simulated machine = simulated(4, 20, 2e5);
    for (int line = 0; line < 9; ++line)
        machine.options.lines.push_back({ladder(16, 2e5), {}, std::vector<double>(28, 16)});
    machine.call_s = [](const Cell &) { return 2e-3; };
    machine.more_to_count_s = [](const Cell &) { return 0.04; };
    machine.run();
    std::map<std::pair<int, int>, double> largest; // by solution and shape, on the first line
    for (const auto &[cell, times] : machine.timed)
        if (cell.line == 0)
            largest[{cell.solution, cell.shape}] = std::max(largest[{cell.solution, cell.shape}], cell.size);
    ASSERT_EQ(largest.size(), 8u);
    for (const auto &[series, size] : largest)
        EXPECT_GE(size, 500); // rung by rung it would be 64
}

// On a line whose first call is dear; what others of the solution's took tells what its count would.
TEST(Planner, HoldsACountAgainstWhatItsCallTook) {
    Simulated machine = simulated(1, 20, 4096);
    machine.options.lines.push_back({{2048}, {}, {64}});
    machine.call_s = [](const Cell &cell) { return cell.line == 1 ? 0.06 : 1e-6 * cell.size; };
    machine.more_to_count_s = [&](const Cell &cell) { return 100 * machine.call_s(cell); };
    machine.run();
    EXPECT_EQ(machine.timed.count({0, 0, 1, 2048}), 1u);
    EXPECT_EQ(machine.counted.count({0, 0, 1, 2048}), 0u); // 6 s of 20
    EXPECT_GT(machine.counted.count({0, 0, 0, 64}), 0u);
    machine = simulated(1, 20, 4096);
    machine.options.lines[0].sizes = {2048, 2896};
    machine.call_s = [](const Cell &) { return 0.06; };
    machine.more_to_count_s = [&](const Cell &cell) { return 100 * machine.call_s(cell); };
    machine.run();
    EXPECT_EQ(machine.counted.count({0, 0, 0, 2048}), 1u); // nothing would be known without
}

TEST(Planner, KeepsToWhatIsLeftOfALineForAShape) {
    Simulated machine = simulated(1, 5, 4096);
    const std::vector<double> whole = machine.options.lines[0].sizes;
    machine.options.lines[0].below = {4, 8};
    machine.options.lines.push_back({whole, {}, whole}); // as far as on the first line
    const PlanLine left{{whole.begin() + 5, whole.end()}, {}, {whole.begin() + 5, whole.end()}};
    machine.options.shorter = {{{1, 0}, left}, {{1, 1}, left}};
    machine.call_s = [](const Cell &) { return 1e-4; };
    machine.run();
    std::map<std::pair<int, int>, std::set<double>> sizes; // by shape and line
    for (const auto &[cell, times] : machine.timed)
        sizes[{cell.shape, cell.line}].insert(cell.size);
    const std::set<double> all(whole.begin(), whole.end()), some(left.sizes.begin(), left.sizes.end());
    for (const int line : {0, 1}) {
        EXPECT_EQ((sizes[{0, line}]), all);
        EXPECT_EQ((sizes[{1, line}]), some);
    }
}

TEST(Planner, AnUrgentLineThatIsDearLeavesTheOthersTheirTime) {
    Simulated machine = simulated(3, 30, 4096);
    machine.options.lines.push_back({ladder(16, 4096), {}, std::vector<double>(17, 16)});
    std::vector<double> dear;
    for (double size = 1000; size < 60000; size += 1000)
        dear.push_back(size);
    machine.options.lines.push_back({dear, {}, std::vector<double>(dear.size(), 16), {}, true});
    machine.call_s = [](const Cell &cell) { return cell.line == 2 ? 0.09 : 1e-3; };
    machine.run();
    std::set<Cell> on_others;
    for (const auto &[cell, times] : machine.timed)
        if (cell.line == 1) on_others.insert(cell);
    EXPECT_EQ(on_others.size(), 3u * 2 * 17); // all of it: solutions, shapes, sizes
}

TEST(Planner, AnUndecidedSeriesGoesOnWhereTheClockCutItOff) {
    Simulated machine = simulated(2, 30, 4096);
    machine.options.judges = true;
    machine.options.lines.push_back({ladder(16, 1e5, 1.1), {}, std::vector<double>(100, 16)});
    machine.call_s = [](const Cell &cell) { return 0.03 * std::pow(cell.size / 16, 0.17); };
    std::map<int, double> last; // by solution: when it came to a new place on the second line
    machine.needs = [&](const Simulated &) {
        return std::vector<Need>{{0, 0, true}, {0, 1, true}, {1, 0, false}, {1, 1, true}};
    };
    std::set<Cell> seen;
    const auto call = machine.call_s;
    machine.call_s = [&](const Cell &cell) {
        if (cell.line == 1 && seen.insert(cell).second)
            last[10 * cell.solution + cell.shape] = machine.elapsed_s;
        return call(cell);
    };
    machine.run();
    EXPECT_LT(last[0], 0.65 * 30);
    EXPECT_LT(last[11], 0.65 * 30);
    EXPECT_GT(last[10], 0.7 * 30);
    EXPECT_LT(last[10], 0.85 * 30);
}

TEST(Planner, ADisturbedReadingIsTakenOnceMore) {
    PlanOptions options;
    options.solutions = options.shapes = 1;
    options.lines = {{{16, 32}, {}, {}}};
    options.budget_s = 10;
    Planner planner(options);
    std::map<int, std::map<Cell, int>> seen; // by round
    bool told = false;
    double elapsed = 0;
    for (Next next; (next = planner.next(elapsed += 0.001)).task != Task::stop && elapsed < 3;) {
        if (next.task == Task::new_generation) break;
        if (next.task == Task::probe) {
            planner.told_probe(next.cell, 1e-4);
            continue;
        }
        planner.told_time(next.cell, 1e-4, 1e-3);
        if (next.round > 0) ++seen[next.round][next.cell];
        if (next.round == 2 && next.cell.size == 16 && !told) {
            planner.told_disturbed(next.cell);
            told = true;
        }
    }
    EXPECT_EQ(seen[2][(Cell{0, 0, 0, 16})], 2);
    EXPECT_EQ(seen[2][(Cell{0, 0, 0, 32})], 1);
    EXPECT_EQ(seen[3][(Cell{0, 0, 0, 16})], 1);
}

TEST(Planner, GoesOnWhereAnEarlierSessionStopped) {
    PlanOptions options;
    options.solutions = options.shapes = 1;
    options.lines = {{ladder(16, 1e5), {}, {}}};
    options.counted = {true};
    options.budget_s = 30;
    // Stopped in the middle of the climb: it goes on one rung above.
    Planner climbing(options);
    for (const double size : {16.0, 23.0, 32.0, 45.0})
        climbing.recall({0, 0, 0, size}, 1e-6, true, 200);
    climbing.go_on_from(0, 0);
    EXPECT_EQ(climbing.next(1).cell.size, 64);
    // Stopped in the second generation: no cell is climbed again, and the uncounted one is counted.
    Planner later(options);
    for (const double size : ladder(16, 1e5))
        later.recall({0, 0, 0, size}, 1e-6, size != 45, 3);
    later.go_on_from(1, 3);
    int counts = 0;
    std::set<double> sizes;
    for (double elapsed = 15; elapsed < 15.2; elapsed += 0.001) {
        const Next next = later.next(elapsed);
        EXPECT_EQ(next.generation, 1);
        counts += next.task == Task::count && next.cell.size == 45;
        if (next.task == Task::time) later.told_time(next.cell, 1e-6, 1e-3);
        if (next.task == Task::count) later.told_count(next.cell, 1e-3);
        sizes.insert(next.cell.size);
    }
    EXPECT_EQ(counts, 1);
    EXPECT_EQ(sizes.size(), ladder(16, 1e5).size());
}

TEST(Planner, AFinishedSessionHasNothingLeftToDo) {
    PlanOptions options;
    options.solutions = options.shapes = 1;
    options.lines = {{{16, 32, 64}, {}, {}}};
    options.judges = true;
    options.budget_s = 30;
    Planner planner(options);
    for (const double size : {16.0, 32.0, 64.0})
        planner.recall({0, 0, 0, size}, 1e-6, true, 200);
    planner.go_on_from(2, 5);
    EXPECT_EQ(planner.next(4).task, Task::judge);
    planner.told_needs({{0, 0, true, 0}});
    Next next = planner.next(4);
    if (next.task == Task::judge) { // asked whether it still stands
        planner.told_needs({{0, 0, true, 0}});
        next = planner.next(4);
    }
    EXPECT_EQ(next.task, Task::stop);
}

TEST(Planner, AnAddedSolutionClimbsWhereTheOthersHaveDone) {
    PlanOptions options;
    options.solutions = 2;
    options.shapes = 1;
    options.lines = {{{16, 32, 64}, {}, {}}};
    options.budget_s = 30;
    Planner planner(options);
    for (const double size : {16.0, 32.0, 64.0})
        planner.recall({0, 0, 0, size}, 1e-6, true, 200);
    planner.go_on_from(1, 3);
    for (const double size : {16.0, 32.0, 64.0}) {
        const Next next = planner.next(5);
        EXPECT_EQ(next.cell, (Cell{1, 0, 0, size}));
        planner.told_time(next.cell, 1e-6, 1e-3);
    }
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
            options.lines = {{ladder(16, 1000), {}, {}}};
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
