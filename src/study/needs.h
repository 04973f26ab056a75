// What is still open, from the readings so far.
#pragma once

#include <vector>

#include "study/fit.h"
#include "study/measure.h"

namespace iron {

// For every solution that claims something, and every shape. `store`: of the turn before.
std::vector<NamedNeed> open_needs(const Scope &scope, const std::vector<SolutionClaims> &claims,
                                  const std::vector<Measurement> &measurements, const MemoryCurve &memory,
                                  FitStore &store, const EachOf &each);

} // namespace iron
