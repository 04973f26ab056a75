// Fills the journal: times, steps and memory over growing sizes, until the budget is spent or nothing is
// open.
#pragma once

#include <filesystem>
#include <functional>
#include <map>
#include <string>
#include <vector>

#include "core/plan/planner.h"
#include "lab/bench.h"
#include "lab/clock.h"
#include "lab/heading.h"
#include "records/agreement.h"

namespace iron {

// What the verdicts on one solution and shape need, by name.
struct NamedNeed {
    std::string solution, shape;
    bool decided = true;
    double up_to = 0;         // a size that should decide it
    bool more_inputs = false; // other inputs are worth counting, should counts hang on the input
};

struct MeasureOptions {
    Conditions conditions;           // seed and budget among them
    std::vector<std::string> shapes; // names; empty: all
    Sizes upto;                      // largest sizes to measure, beside the problem's own
    bool afresh = false;             // what an earlier session measured is not gone on with
    bool keep_aside = false; // readings that do not fit any more are kept in a file beside, not refused
    std::map<std::string, Runnable> empty_programs; // by language: what start-up alone costs
    std::function<std::vector<NamedNeed>(const std::vector<Measurement> &)> judge;
    std::function<void(double spent_s, const std::string &doing)> progress;
};

struct MeasureSummary {
    int cells = 0;        // (solution, shape, sizes)
    int measurements = 0; // in the journal now
    int recalled = 0;     // of them from earlier sessions
    int generations = 0;
    double spent_s = 0; // all sessions together
    bool stopped_early = false;
    int disturbed = 0;                          // timings
    std::map<std::string, ProgramFloor> floors; // by language
    std::vector<std::string> notes;             // what the reader of the numbers should know
};

// Measures those of `built` that `agreement` says agree, and appends to `journal`. Answers go on being
// compared: one found wrong, or failing, is marked in `agreement`, and does not climb further. Goes on where
// an earlier session stopped. Throws Error (usage) where its readings can't be mixed with new ones and where
// an input can't be made, Error (interrupted) with everything so far in the journal.
MeasureSummary measure(const Problem &problem, const std::vector<Built> &built, const MeasureOptions &options,
                       const Clock &clock, Agreement &agreement, const std::filesystem::path &journal);

} // namespace iron
