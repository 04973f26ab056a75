// Whether readings leave a bound for everybody to see, whatever any model says.
#pragma once

#include <optional>
#include <vector>

#include "core/bound/parse.h"

namespace iron {

// A place that was read: ln of reading / bound there, and the standard error of that.
struct RatioRead {
    std::vector<double> sizes;
    double log_ratio = 0;
    double error = 0;
};

// Two places, as indices: no size falls from the one to the other.
struct Witness {
    std::size_t from = 0, to = 0;
};

// The clearest chain of at least three places in which no size falls, that ends where nothing larger was
// read, along which reading / bound rises (for Omega falls, for Theta either) by more than twice the errors
// of its ends. None where there is none.
std::optional<Witness> find_witness(Bound::Kind kind, const std::vector<RatioRead> &places);

} // namespace iron
