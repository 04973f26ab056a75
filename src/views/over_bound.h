// Readings over a claimed bound: level where the claim holds, rising where it does not.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/growth/fit.h"

namespace iron {

struct OverBound {
    double size = 0;
    double ratio = 1; // 1 at the last
    double low = 1, high = 1;
};

// Along a size; `sizes_at` tells all sizes at one of its values. Intervals of two standard errors where
// `timed`, else none: the others are exact. Empty where fewer than two places have a ratio.
std::vector<OverBound> over_bound(const Growth &growth, const std::string &size, const Bound &bound,
                                  bool timed, const std::function<Sizes(double)> &sizes_at);

// A line of eleven places for a table, lower ratios on the left: where five sizes stand, the digit 1 a third
// up the ladder, as the sentences of reason tell it, 5 the largest. That one stands in the middle, four
// places are a doubling, what goes beyond stays at the edge, and later digits stand over earlier ones. ""
// where there are too few places.
std::string inline_chart(const std::vector<OverBound> &readings);

} // namespace iron
