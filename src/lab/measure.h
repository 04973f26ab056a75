// Fills the journal: times and steps over a growing ladder of sizes, until the budget is spent.
#pragma once

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

#include "lab/build.h"
#include "lab/clock.h"
#include "records/agreement.h"
#include "records/problem.h"

namespace iron {

struct MeasureOptions {
    double budget_s = 60;
    std::uint64_t seed = 1;
    std::vector<std::string> shapes; // names; empty: all
    Sizes upto;                      // largest sizes to measure, beside the problem's own
    std::function<void(double spent_s, const std::string &doing)> progress;
};

struct MeasureSummary {
    int cells = 0;        // (solution, shape, size)
    int measurements = 0; // lines written
    int generations = 0;
    double spent_s = 0;
    std::vector<std::string> notes; // what the reader of the numbers should know
};

// Measures those of `built` that `agreement` says agree, and appends to `journal`. Answers go on being
// compared: one found wrong, or failing, is marked in `agreement`, and does not climb further. Throws Error
// (interrupted) with everything so far in the journal, and Error (usage) where an input can't be made.
MeasureSummary measure(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
                       const Clock &clock, Agreement &agreement, const std::filesystem::path &journal);

} // namespace iron
