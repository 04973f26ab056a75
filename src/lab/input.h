// Inputs made from a shape, sizes and a seed.
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <string>
#include <vector>

#include "records/problem.h"

namespace iron {

// What to draw instead of random numbers, for edge cases.
enum class Draw {
    random,
    lowest,  // every number the low end of its range
    highest, // every number the high end
    equal,   // one random number of the range, again and again
};

// What was drawn while a template was filled, call by call, so that the same input can be made again with
// some of it left out or lowered.
struct Tape;
struct CallTape {
    std::vector<std::int64_t> values; // in the order printed
    bool free = false;                // each value may be any in its range, whatever the others are
    std::vector<Tape> rows;           // of rows(): what each row drew
};
struct Tape {
    std::vector<CallTape> calls;
};

// Fills a template. The text goes to `put` in pieces of up to 64 KiB, so that no more than that is held here
// (calls that sort or shuffle hold their numbers). The same shape name, sizes, seed and draw give the same
// text on every machine. Throws Error (usage) where the arguments make no sense at these sizes.
// `record`: takes down what was drawn.
void fill_template(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw,
                   const std::function<void(std::string_view)> &put, Tape *record = nullptr);

// Fills it with what a tape holds, each value brought into its range. A call that makes fewer things than the
// tape has leaves out those from `cut` on; orders (permutation, almost_rising) keep the order of what stays.
// What the tape has not is drawn anew.
void replay_template(const Shape &shape, const Sizes &sizes, const Tape &tape, std::size_t cut,
                     const std::function<void(std::string_view)> &put, Tape *record = nullptr);

} // namespace iron
