// A growth as it is seen along one size, the others at their usual values.
#pragma once

#include <string>
#include <vector>

#include "core/growth/fit.h"

namespace iron {

struct PointAlong {
    double size = 0;
    const Located *point = nullptr;
    double fitted = 0; // by the growth that is told; 0 where nothing was fitted
};

// In the order of the sizes; none where the readings were not made along it.
std::vector<PointAlong> points_along(const Growth &growth, const std::string &size);

// The other sizes there.
Sizes held_along(const Growth &growth);

} // namespace iron
