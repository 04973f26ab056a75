// How far counts scatter from place to place where each was read once.
#pragma once

#include <vector>

#include "core/reading/series.h"

namespace iron {

// The relative spread of readings, for every place: how far they lie from the straight line between their
// neighbours along any size, in logarithms; 0 where that is little, or always to the same side, as a smooth
// curve's bend is. The median over 0.6745 estimates a standard deviation (Rousseeuw and Croux 1993); where
// there are many, that of the larger places is told by themselves, if it is less.
std::vector<double> spread_between_neighbours(const std::vector<Located> &points);

} // namespace iron
