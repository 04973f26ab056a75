// Lines through places that were read, in several sizes.
#pragma once

#include <cstddef>
#include <vector>

namespace iron {

// Places along which one size grows while the others stay.
struct LineThrough {
    std::size_t grows = 0;           // which of the sizes
    std::vector<std::size_t> places; // in its order
};

// Every such line, of one place as well. `places`: the sizes of each.
std::vector<LineThrough> lines_through(const std::vector<std::vector<double>> &places);

} // namespace iron
