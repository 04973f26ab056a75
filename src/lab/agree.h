// Do all solutions give the same answers?
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "lab/build.h"
#include "lab/clock.h"
#include "records/agreement.h"
#include "records/problem.h"

namespace iron {

struct AgreeOptions {
    std::uint64_t seed = 1;
    int inputs_a_shape = 200;                          // small ones, at most
    int inputs_at_least = 12;                          // small ones a shape, however long they take
    double small_s = 4;                                // time for the small ones
    double large_s = 3;                                // time for the larger ones
    double shrink_s = 3;                               // time to shrink one disagreement
    std::vector<std::string> shapes;                   // names; empty: all
    std::function<void(const std::string &)> progress; // a line on what is being tried
};

// Samples first; then edge cases (the smallest sizes; every drawn number at the low end of its range, at the
// high end, all equal); then small seeded inputs of every shape, sizes from the smallest up; then a few
// larger ones, each solution as far as it answers in good time. A solution that gives another answer than the
// reference (the one named in [answers] while it is fast enough and right itself, else the majority), or
// none, is marked with the input, shrunk, and takes no further part. Throws Error (interrupted).
Agreement agree(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options,
                const Clock &clock);

} // namespace iron
