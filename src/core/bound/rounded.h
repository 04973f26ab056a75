// What a growth becomes in whole numbers.
#pragma once

#include "core/bound/expression.h"

namespace iron {

// How whole numbers round a growth: halving levels, whole roots, pairs.
enum class Rounding { up, down };

// ln of a growth with its logarithms and exponents rounded, its roots rounded down and n^2 counted as
// n (n - 1) / 2.
double rounded_log(const Expression &expression, const Sizes &sizes, Rounding rounding);

} // namespace iron
