// What is still open, from the readings so far.
#pragma once

#include <vector>

#include "study/fit.h"
#include "study/measure.h"

namespace iron {

// For every solution that claims something, and every shape. `earlier`: of the turns before.
std::vector<NamedNeed> open_needs(const Scope &scope, const std::vector<SolutionClaims> &claims,
                                  const std::vector<Measurement> &measurements, const MemoryCurve &memory,
                                  EarlierFits &earlier, const EachOf &each);

// Whether every claim is decided as it will be told after so many turns of measuring. What is exceeded and
// not borne out yet has to be so for two, and so has what no legal size would decide: each turn goes farther
// up.
bool all_certain(const Scope &scope, const std::vector<SolutionClaims> &claims,
                 const std::vector<Measurement> &measurements, int turns, const MemoryCurve &memory,
                 EarlierFits &earlier, const EachOf &each);

} // namespace iron
