// What a growth becomes in whole numbers.
#pragma once

#include "core/bound/expression.h"

namespace iron {

// How whole numbers round a growth: halving levels, whole roots, pairs. levels: of a tree whose last level is
// not full, for which a logarithm stands: ceil(log2 n) - 2^ceil(log2 n) / n.
enum class Rounding { up, down, levels };

// Whether any of these leaves another value than the growth's own: it holds a logarithm, a root, a square, or
// an exponent that is a size.
bool has_roundings(const Expression &expression);

// ln of a growth with its logarithms, roots and exponents rounded and n^2 counted as n (n - 1) / 2.
double rounded_log(const Expression &expression, const Sizes &sizes, Rounding rounding);

} // namespace iron
