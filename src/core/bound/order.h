// Which of two expressions grows faster.
#pragma once

#include <array>
#include <compare>
#include <map>
#include <string>

#include "core/bound/expression.h"

namespace iron {

// How ln f grows along a ray: the factors on the scales, largest first, compared lexicographically. With
// t = e^s the scales are t ln t, t, what lies between t and s (powers of t below 1, s^2) gathered as
// "between", s, powers of s below 1 as "below_power", ln s and ln ln s. f in O(g) along the ray if and only
// if growth(f) <= growth(g).
struct Growth1 {
    enum Scale { factorial, exponential, between, power, below_power, log_power, log_log_power, scales };
    std::array<double, scales> on{};
    std::partial_ordering operator<=>(const Growth1 &other) const;
    bool operator==(const Growth1 &other) const { return (*this <=> other) == 0; }
    Growth1 &operator+=(const Growth1 &other); // of a product
};

// How one size goes along a ray: factor t^power s^log_power, with s = ln t.
struct Rise {
    double power = 1, log_power = 0, factor = 1;
};

using Ray = std::map<std::string, Rise>;

// Growth along a ray; a size that the ray does not name is t itself.
Growth1 growth_of(const Expression &expression, const Ray &ray = {});

// -1, 0 or 1: f grows slower, equally fast (Theta), faster than g, all sizes being one n.
int compare_growth(const Expression &f, const Expression &g);
int compare_growth(Growth1 f, Growth1 g);

} // namespace iron
