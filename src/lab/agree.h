// Do all solutions give the same answers?
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "lab/build.h"
#include "records/agreement.h"
#include "records/problem.h"

namespace iron {

struct AgreeOptions {
    std::uint64_t seed = 1;
    int inputs_a_shape = 24;                           // small ones
    std::vector<std::string> shapes;                   // names; empty: all
    std::function<void(const std::string &)> progress; // a line on what is being tried
};

// Samples first, then small seeded inputs of every shape, sizes from the smallest up. A solution that gives
// another answer than the reference (the one named in [answers], else the majority), or none, is marked with
// the input and takes no further part. Throws Error (interrupted).
Agreement agree(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options);

} // namespace iron
