// What a growth becomes in whole numbers.
#pragma once

#include "core/bound/expression.h"

namespace iron {

// How whole numbers round a growth: halving levels, whole roots, pairs. levels: of a tree whose last level is
// not full, for which a logarithm stands: ceil(log2 n) - 2^ceil(log2 n) / n.
enum class Rounding { up, down, levels };

// ln of a growth with its logarithms, roots and exponents rounded and n^2 counted as n (n - 1) / 2.
double rounded_log(const Expression &expression, const Sizes &sizes, Rounding rounding);

} // namespace iron
