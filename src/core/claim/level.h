// Whether readings over a bound are known not to rise: where none is seen to, there may also be too little to
// see one by.
#pragma once

#include <vector>

#include "core/claim/witness.h"

namespace iron {

// Along each size, in the upper halves of the lines that it grows along, reading / bound rises (for Omega
// falls, for Theta either) by less than policy::claim::level_logarithms of what a logarithm of that size
// does, with the error of that. False where some size was read at too few places to say so.
bool stays_level(Bound::Kind kind, const std::vector<RatioRead> &places);

// Whether the readings over a bound are known to stay level along each of these sizes, and what a growth
// makes of the same places rises along one, by half as much more, at 95 %. Such growth is none of theirs.
bool rises_where_level(const std::vector<std::size_t> &along, const std::vector<RatioRead> &rival,
                       const std::vector<RatioRead> &places);

} // namespace iron
