// The growths that a series is held against.
#pragma once

#include <string>
#include <vector>

#include "core/bound/order.h"

namespace iron {

struct Curve {
    std::string name; // canonical text of the expression
    Expression expression;
    double prior = 0;         // ln units taken off its score: rare growths need more evidence
    Growth1 growth;           // all sizes being one
    bool exponential = false; // grows faster than every power
};

Curve make_curve(const Expression &expression, double prior = 0);

// The candidate growths in the size `name`. Exponential ones only where the largest size is at most 64.
const std::vector<Curve> &candidate_curves(const std::string &name, double largest_size);

// What may stand beside the leading term of a curve: smaller growths, the constant first.
const std::vector<Curve> &lower_curves(const Curve &curve, const std::string &name);

} // namespace iron
