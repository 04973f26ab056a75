// Inputs made from a shape, sizes and a seed.
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <string>
#include <vector>

#include "study/lab.h"

namespace iron {

// Fills a template. The text goes to `put` in pieces of up to 64 KiB, so that no more than that is held here
// (calls that sort or shuffle hold their numbers). The same shape name, sizes, seed and draw give the same
// text on every machine. Throws Error (usage) where the arguments make no sense at these sizes, or the text
// would be longer than `most_bytes`, and (interrupted) soon after an interrupt.
// `record`: takes down what was drawn.
void fill_template(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw,
                   const std::function<void(std::string_view)> &put, Tape *record = nullptr,
                   std::int64_t most_bytes = Limits().input_bytes);

// Fills it with what a tape holds, each value brought into its range. A call that makes fewer things than the
// tape has leaves out those from `cut` on; orders (permutation, almost_rising) keep the order of what stays.
// What the tape has not is drawn anew.
void replay_template(const Shape &shape, const Sizes &sizes, const Tape &tape, std::size_t cut,
                     const std::function<void(std::string_view)> &put, Tape *record = nullptr);

} // namespace iron
