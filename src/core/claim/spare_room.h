// Room that containers keep beyond what is needed.
#pragma once

#include <string>

#include "core/bound/parse.h"
#include "core/growth/fit.h"

namespace iron {

// Whether bytes above a bound are room to spare.
enum class Spare {
    no,
    perhaps, // too few sizes to tell
    surely,  // a logarithm more would have shown
};

// Containers keep room to spare, up to an eighth as a rule: so much more than at the ratio's least place is
// no growth of what is needed. Tables double: only whole doublings below the largest size are at the same
// place. Surely: over four doublings, at three places or more, the ratio rose by less than half (in
// logarithms) of what log n did. Of growth over one size; over several: no.
Spare spare_room(const Growth &growth, const Bound &bound);

} // namespace iron
