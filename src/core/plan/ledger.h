// What was read of every cell and what it cost, and which verdicts are open: what all stages plan by.
#pragma once

#include <algorithm>
#include <map>
#include <utility>
#include <vector>

#include "core/plan/plan.h"

namespace iron {

struct CellRecord {
    double call_s = 0;
    double load_s = 0; // first pass, less the call
    double pass_s = 0; // later passes
    double count_s = 0;
    bool loaded = false;          // in this generation
    int passes = 0;               // in this generation
    double timed_s = 0;           // by them
    bool has_count = false;       // or needs none
    bool uncounted = false;       // left out, since counts were dear
    bool lacks_space = false;     // it was left out of the count
    bool every_generation = true; // not thinned out
};

// What a solution's counts cost, wherever they are taken. The first reading of either kind is mostly what was
// started for it: that is no measure, but no later one is taken to be dearer.
struct SolutionCosts {
    int timed = 0, counted = 0;
    double least_count_s = 0, least_share = 0; // of counts against calls
    double least_call_s = 0;
    // The same of what either takes beyond its least, by the longest call that was counted: a start that
    // counts do without would hide it.
    double longest_call_s = 0, share_beyond = 0;
    // The least call whose count was stopped by its limit, and when: such a one is never worth it.
    double stopped_call_s = 1e300, stopped_s = 0;
    bool known() const { return counted > 1; }
    bool stopped() const { return stopped_s > 0; }
    double expected_count_s(double call_s) const {
        if (call_s >= stopped_call_s) return 1e300;
        if (!known()) return stopped_s * call_s / stopped_call_s;
        const double beyond = share_beyond * std::max(0.0, call_s - least_call_s);
        return std::max({least_count_s, least_share * call_s, least_count_s + beyond});
    }
};

struct Ledger {
    explicit Ledger(PlanOptions given) : options(std::move(given)) {
        options.counted.resize(static_cast<std::size_t>(options.solutions), false);
        options.weighed.resize(static_cast<std::size_t>(options.solutions), false);
    }

    PlanOptions options;
    std::map<Cell, CellRecord> cells;
    std::map<int, SolutionCosts> costs;            // by solution
    std::map<std::pair<int, int>, Need> needs;     // by solution and shape
    std::map<std::pair<int, int>, double> spent_s; // the same: all that its steps took
    int generation = 0;
    int round = 0;
    double elapsed_s = 0;
    double judged_s = 0; // what judging took the last time

    // Whether what is left is worth another judgement, which takes time that readings don't get.
    bool judging_pays() const;
    bool undecided(const Cell &cell) const;
    bool wants_inputs(const Cell &cell) const;
    bool short_of_places(const Cell &cell) const;
    // Told, and none is open on a cell that was read.
    bool all_decided() const;
    bool read_anything_of(int solution) const;
    // In every generation: its counts are not dear.
    bool counted_again(const CellRecord &record) const;

    void told_time(const Cell &cell, double call_s, double cost_s);
    void told_count(const Cell &cell, double cost_s);
    void told_count_stopped(const Cell &cell, double after_s);
    // Cells of that series and line from this size on are no more.
    void drop_from(const Cell &cell);

    Next issue(Task task, const Cell &cell) const { return {task, cell, generation, round}; }
};

} // namespace iron
