// Fills the journal: times, steps and memory over growing sizes, until the budget is spent or nothing is
// open.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/plan/planner.h"
#include "study/archive.h"
#include "study/clock.h"
#include "study/lab.h"
#include "study/pace.h"
#include "study/scope.h"
#include "study/teller.h"

namespace iron {

// What the verdicts on one solution and shape need, by name.
struct NamedNeed {
    std::string solution, shape;
    bool decided = true;
    double up_to = 0;             // a size that should decide it, or bear it out
    bool more_inputs = false;     // other inputs are worth counting, should counts hang on the input
    bool short_of_places = false; // for growth to show at all
};

struct MeasureOptions {
    std::uint64_t seed = 1;
    double budget_s = 60;    // that this session may spend
    bool afresh = false;     // what an earlier session measured is not gone on with
    bool keep_aside = false; // readings that do not fit any more are kept in a file beside, not refused
    // The journal's first line; `earlier`: that of an earlier session, or "".
    std::function<std::string(const std::string &earlier)> heading;
    CallTimes calls = {}; // that agreeing saw
    std::function<std::vector<NamedNeed>(const std::vector<Measurement> &)> judge;
    int generations = 3; // wanted
    // Whether the readings of so many turns leave nothing to find out: then the rest of the budget is not
    // spent. Empty: all of it is, unless nothing is left to be read.
    std::function<bool(const std::vector<Measurement> &, int turns)> certain = {};
};

struct MeasureSummary {
    int cells = 0;        // (solution, shape, sizes)
    int measurements = 0; // in the journal now
    int recalled = 0;     // of them from earlier sessions
    int generations = 0;
    double spent_s = 0;        // by this session
    double spent_before_s = 0; // by earlier ones
    bool stopped_early = false;
    int disturbed = 0;              // timings of this session
    std::vector<std::string> notes; // what the reader of the numbers should know
};

// Measures those of `entrants` that `agreement` says agree, and appends to the journal. Answers go on being
// compared: one found wrong, or failing, is marked in `agreement`, and does not climb further; going over a
// limit at a size that nobody asked for is no fault, unless nothing could be read below it. Goes on where an
// earlier session stopped. Throws Error (usage) where its readings can't be mixed with new ones and where an
// input can't be made, Error (interrupted) with everything so far in the journal.
MeasureSummary measure(const Scope &scope, const std::vector<Entrant> &entrants,
                       const MeasureOptions &options, Lab &lab, Archive &archive, const Clock &clock,
                       Teller &teller, Agreement &agreement);

} // namespace iron
