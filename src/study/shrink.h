// A failing input made as small as it can be, within a time bound.
#pragma once

#include <functional>
#include <optional>
#include <string>

#include "records/agreement.h"
#include "study/clock.h"
#include "study/lab.h"

namespace iron {

// An input and how it was made.
struct Trial {
    std::string shape; // "sample" for those
    Sizes sizes;
    std::uint64_t seed = 0;
    Draw draw = Draw::random;
    Input input;
    std::optional<std::string> expected; // of a sample
};

// What was found on one input.
struct Fault {
    Outcome outcome = Outcome::wrong_answer;
    std::string detail, expected, got;
};

struct ShrinkOptions {
    double time_s = 3;
    int seeds = 12;                  // tried at each smaller size
    int seeds_at_smallest = 150;     // and at the four smallest ones: a fault may be rare
    std::vector<std::string> shapes; // to look in
};

struct Shrunk {
    Trial trial; // without its file
    std::string text;
    Fault fault;
};

// `fault_on` runs the suspect on an input and tells whether it fails there in the same way. First smaller
// sizes (halving the distance to a large failing one, every small size with several seeds, shapes and draws),
// then, for a shape made from a template, what was drawn: things left out, numbers lowered, so that the
// template's form holds all the while. Returns nothing where `start` itself does not fail again.
std::optional<Shrunk> shrink(const Problem &problem, Inputs &inputs, const Trial &start,
                             const ShrinkOptions &options, const Clock &clock,
                             const std::function<std::optional<Fault>(const Trial &)> &fault_on);

} // namespace iron
