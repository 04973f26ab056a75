// What earlier sessions of measuring left: the journal that this one goes on with, and what it tells.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/plan/plan.h"
#include "study/archive.h"
#include "study/field.h"
#include "study/measure.h"
#include "study/remembering.h"

namespace iron {

// Starts the journal of this session, with what earlier ones left in it; that, or none. Where solutions,
// inputs or the machine have changed, readings that can't be mixed with new ones are set aside where the
// options say so; else throws Error (usage).
std::optional<Journal> begin_journal(const MeasureOptions &options, Archive &archive,
                                     const std::function<void(const std::string &)> &note);

struct EarlierCell {
    double call_s = 0;
    bool counted = false;
    int passes = 0; // in the generation that the last session was stopped in
};

struct EarlierReadings {
    std::map<Cell, EarlierCell> cells;
    std::vector<std::pair<Cell, const Measurement *>> failures;
    int generation = 0, round = 0;
};

// Of the cells of this field. The failures point into `all`.
EarlierReadings earlier_readings(const std::vector<Measurement> &all, const Field &field,
                                 const Remembering &remembering);

} // namespace iron
