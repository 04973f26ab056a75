// How high readings stand above a bound at all, whatever any model says.
#pragma once

#include <vector>

#include "core/claim/witness.h"

namespace iron {

// Along one size, the others being anything: the highest reading / bound up to a size, and above it.
struct HighestAlong {
    double middle = 0;           // of the sizes read, by ratio
    double below = 0, above = 0; // ln
};

// By size, where along every one of them the highest ratio is lower in the upper half than in the lower, by
// `least_fall` (ln), and in the upper quarter no higher than in the one before it. Empty where it is not, or
// where too little was read of some size to tell: less than eight times the smallest, or fewer than three
// places in a half.
std::vector<HighestAlong> where_the_highest_falls(const std::vector<RatioRead> &places, double least_fall);

} // namespace iron
