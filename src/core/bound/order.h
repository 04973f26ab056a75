// Which of two expressions grows faster.
#pragma once

#include <array>
#include <compare>

#include "core/bound/expression.h"

namespace iron {

// How ln f grows along a ray on which every size rises together (size = e^s up to a power): the factors on
// the scales, largest first, compared lexicographically. The scales are x ln x, x, s^2 and other
// sub-exponential powers gathered as "between", s, ln s and ln ln s, with x = e^s. f in O(g) along the ray if
// and only if growth(f) <= growth(g).
struct Growth1 {
    enum Scale { factorial, exponential, between, power, log_power, log_log_power, scales };
    std::array<double, scales> on{};
    std::partial_ordering operator<=>(const Growth1 &other) const;
    bool operator==(const Growth1 &other) const { return (*this <=> other) == 0; }
};

// Growth where every size in the expression is the same n.
Growth1 growth_of(const Expression &expression);

// -1, 0 or 1: f grows slower, equally fast (Theta), faster than g, all sizes being one n.
int compare_growth(const Expression &f, const Expression &g);

} // namespace iron
