// From expressions back to text.
#pragma once

#include <string>

#include "core/bound/expression.h"
#include "core/bound/parse.h"

namespace iron {

// As structured, with the fewest parentheses that read back to the same tree.
std::string print(const Expression &expression);

// The growth alone: equal factors gathered into powers, constant factors and constant summands beside growing
// ones dropped, sizes before exponentials before logarithms: `n log n`, `n^2 k`, `n 2^n`.
std::string print_canonical(const Expression &expression);

// `O(n log n)`, with the canonical growth inside.
std::string print_canonical(const Bound &bound);

} // namespace iron
