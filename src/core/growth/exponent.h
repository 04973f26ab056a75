// The exponent of a fitted growth, and how far it can be bent.
#pragma once

#include <utility>
#include <vector>

#include "core/growth/scored.h"

namespace iron {

// d ln value / d ln of a size at a place.
double slope_at(const Fit &fit, const Sizes &place, const std::string &size);

// How far size^d times a fitted curve explains the readings about as well: the profile likelihood of d with
// Student's limit at 95 %. `weighed`: what the curve was solved with; `sizes`: at the points.
std::pair<double, double> bend_range(const Scored &scored, const std::vector<Column> &weighed, const Fit &fit,
                                     const std::vector<double> &sizes);

} // namespace iron
