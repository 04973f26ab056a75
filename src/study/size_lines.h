// Where a problem is measured: lines through its sizes.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "study/lab.h"
#include "study/scope.h"

namespace iron {

struct SizeLine {
    std::string name;                // "n", "n with k low", "diagonal"
    std::string grows;               // the size that the numbers below are of
    std::vector<double> sizes;       // the ladder
    std::vector<double> below;       // under it, for a series that stays short
    std::function<Sizes(double)> at; // every size, at one of those numbers
    // The first size that a solution has to have come to on the first line before it is read here; else it is
    // each place's own.
    std::optional<double> waits_for = {};
    bool urgent = false;      // read before the others but the first
    bool last_resort = false; // read by what came to nothing on all the others: the smallest sizes of all
};

// One size: its ladder. Several: each swept with the others at `usual`, at their smallest and at a large
// value, all together along the diagonal, and the rows of a small grid; the first line is always the first
// size's sweep. The last ones lead up to the targets within the problem's ranges. `upto`:
// largest sizes to measure, beside the problem's own.
std::vector<SizeLine> size_lines(const Problem &problem, const Sizes &upto);

// Read off a template; of a program's, the inputs at several values are the same.
UnusedSizes unused_sizes(const Scope &scope, Inputs &inputs);

} // namespace iron
