// Inputs made from a shape, sizes and a seed.
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <string>

#include "records/problem.h"

namespace iron {

// What to draw instead of random numbers, for edge cases.
enum class Draw {
    random,
    lowest,  // every number the low end of its range
    highest, // every number the high end
    equal,   // one random number of the range, again and again
};

// Fills a template. The text goes to `put` in pieces of up to 64 KiB, so that no more than that is held here
// (calls that sort or shuffle hold their numbers). The same shape name, sizes, seed and draw give the same
// text on every machine. Throws Error (usage) where the arguments make no sense at these sizes.
void fill_template(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw,
                   const std::function<void(std::string_view)> &put);

} // namespace iron
