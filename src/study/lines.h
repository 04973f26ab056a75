// Counts by line, out of a problem's readings.
#pragma once

#include <vector>

#include "core/claim/lines.h"
#include "study/fit.h"

namespace iron {

// Of every solution and shape that was counted by spot, in the scope's order. They are kept in `earlier`.
std::vector<SolutionLines> lines_of(const Scope &scope, const Fitted &fitted,
                                    const std::vector<Measurement> &measurements, EarlierFits &earlier,
                                    const EachOf &each);

} // namespace iron
