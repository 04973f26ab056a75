// Measuring that ends once nothing is left to find out: in turns, each of several times the time of all
// before.
#pragma once

#include <functional>

#include "study/measure.h"

namespace iron {

// `turn` measures for as long as its options say, and goes on where the one before stopped. Ends after a turn
// whose readings are certain to `options`, or with the budget. What is told of the turns is told as of one
// session.
MeasureSummary in_turns(const MeasureOptions &options, Archive &archive, Teller &teller,
                        const std::function<MeasureSummary(const MeasureOptions &, Teller &)> &turn);

} // namespace iron
