// What is measured, in what order: the words that the planner and its caller share.
#pragma once

#include <cstdint>
#include <map>
#include <optional>
#include <set>
#include <utility>
#include <vector>

namespace iron {

// One thing to measure: a solution on a shape, at a place on a line through the sizes.
struct Cell {
    int solution = 0;
    int shape = 0;
    int line = 0;
    double size = 0; // of what grows along the line
    auto operator<=>(const Cell &) const = default;
};

enum class Task {
    new_generation, // fresh workers, the next seed
    probe, // one call below the ladder, to see what its first rung will cost; the reading is not kept
    time,  // one pass: a batch of timed calls
    count, // one counted call; from round 1 on, of another input
    weigh, // one call whose memory is read, where a count is too dear
    judge, // tell which verdicts stand (told_needs)
    stop,
};

struct Next {
    Task task = Task::stop;
    Cell cell;
    int generation = 0;
    int round = 0;          // passes of a generation over the cells, 0 is the first
    double limit_s = 1e300; // of a probe, a count, a weighing: it is stopped then
};

// A way through the sizes: one size grows while the others stay, or all grow together.
struct PlanLine {
    std::vector<double> sizes; // the ladder
    // Sizes under it, the smallest first: to see from what the ladder will cost, and for a series that comes
    // to few sizes on it (2^n).
    std::vector<double> below;
    // What each rung means on the first line, whose readings tell what is affordable: a solution goes no
    // farther than it has come there. Empty: no matter.
    std::vector<double> on_first;
    // Of each rung: equal numbers, on whatever lines, are one place, and it is read once. Empty: no line
    // meets this one.
    std::vector<int> places = {};
    bool urgent = false;      // climbed before the others, once the first allows it
    bool last_resort = false; // only for a series that came to nothing on all the others
};

struct PlanOptions {
    int solutions = 0;
    int shapes = 0;
    std::vector<PlanLine> lines;
    std::map<std::pair<int, int>, PlanLine> shorter = {}; // (shape, line): what is left of it for the shape
    std::set<std::pair<int, int>> level = {}; // (shape, line): nothing changes along it, so it is not swept
    std::vector<bool> counted;                // by solution: steps can be counted
    std::vector<bool> weighed = {};           // by solution: memory is asked for, and read without a count
    bool judges = false; // verdicts are told when asked for: the least certain get the time
    double budget_s = 60;
    int generations = 3; // wanted; fewer where the loading of inputs alone would eat the budget
    std::uint64_t seed = 1;

    const PlanLine &line_of(const Cell &cell) const {
        const auto found = shorter.find({cell.shape, cell.line});
        return found == shorter.end() ? lines[static_cast<std::size_t>(cell.line)] : found->second;
    }
};

// What the verdicts on a solution's claims need, on one shape.
struct Need {
    int solution = 0;
    int shape = 0;
    bool decided = true;
    double up_to = 0;             // a size on line 0 that should decide it, or bear it out; 0: none is known
    bool more_inputs = false;     // counts hang on the input: others would tell more
    bool short_of_places = false; // for growth to show at all
};

} // namespace iron
