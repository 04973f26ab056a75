// The cone of curves that a set of leading terms stands for.
#pragma once

#include <optional>
#include <utility>
#include <vector>

#include "core/growth/cone.h"
#include "core/growth/joint_terms.h"

namespace iron {

// A growth at every cell, in units of its middle value, and what orders it against the others.
struct CellTerm {
    const JointTerm *term = nullptr;
    double log_unit = 0; // ln of the middle value
    std::vector<double> log_values;
    Column column; // value / unit
};

CellTerm at_cells(const JointTerm &term, const std::vector<Sizes> &cells);

// Below which leads a lower term stands: h in o(lead).
struct LowTerm {
    const CellTerm *term = nullptr;
    std::vector<bool> below; // by lead
};

// Directions of the cone; parts index the leads, then the lows. Nothing where the cells can't tell the leads
// apart: where none has a corner of its own. `taken_off` as in cone_of; waves: counts get those of whole
// numbers. Where a relation ends what is allowed, less may be left to do: of n places only n - k + 1 can hold
// the start of k letters.
std::optional<std::vector<Generator>> joint_cone(const std::vector<const CellTerm *> &leads,
                                                 const std::vector<LowTerm> &lows,
                                                 const std::vector<Sizes> &cells,
                                                 const std::vector<Relation> &relations, double taken_off,
                                                 bool waves);

} // namespace iron
