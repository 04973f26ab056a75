// Lines through places that were read, in several sizes.
#pragma once

#include <cstddef>
#include <vector>

namespace iron {

// Whether every size is at the second place at least what it is at the first.
bool none_falls(const std::vector<double> &from, const std::vector<double> &to);

// Places along which one size grows while the others stay.
struct LineThrough {
    std::size_t grows = 0;           // which of the sizes
    std::vector<std::size_t> places; // in its order
};

// Every such line, of one place as well. `places`: the sizes of each.
std::vector<LineThrough> lines_through(const std::vector<std::vector<double>> &places);

} // namespace iron
