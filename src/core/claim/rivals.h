// Which growths outside a bound the readings speak against, whatever they fit.
#pragma once

#include <vector>

#include "core/claim/witness.h"
#include "core/growth/fit.h"

namespace iron {

// Growth that leaves an upper bound along some sizes by themselves, and rises along one where the readings
// over the bound, `places`, are known to stay level along each (rises_where_level). The growth has to outlive
// it.
Refuted refuted_where_level(const Growth &growth, const Bound &bound, std::vector<RatioRead> places);

} // namespace iron
