// The sizes to measure at.
#pragma once

#include <vector>

namespace iron {

// Whole numbers from `from` to at most `to`, each about `factor` times the one before (at least one more),
// the first and the last included. Empty when to < from. The default factor, the square root of 2, lands on
// every power of two and half-way between: waves from doubling capacities show, and are not mistaken for
// growth.
std::vector<double> ladder(double from, double to, double factor = 1.4142135623730951);

} // namespace iron
