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

// Along the first size; `sizes_at` tells all sizes at one of its values. Intervals of two standard errors
// where `timed`, else none: the others are exact. Empty where fewer than two places have a ratio.
std::vector<OverBound> over_bound(const Growth &growth, const Bound &bound, bool timed,
                                  const std::function<Sizes(double)> &sizes_at);

// Eight characters of block height for a line of a table: evenly spaced places from a third of the ladder on,
// as the sentences of reason tell it. The last stands half high, every step up or down is a fourth of a
// doubling, and what goes beyond stays at the edge. "" where there are too few places.
std::string inline_chart(const std::vector<OverBound> &readings);

} // namespace iron
