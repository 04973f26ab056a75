// Do all solutions give the same answers?
#pragma once

#include <string>
#include <vector>

#include "records/agreement.h"
#include "study/clock.h"
#include "study/lab.h"
#include "study/pace.h"
#include "study/teller.h"

namespace iron {

struct AgreeOptions {
    std::uint64_t seed = 1;
    int inputs_a_shape = 200;        // small ones, at most
    int inputs_at_least = 12;        // small ones a shape, however long they take
    double small_s = 4;              // time for the small ones
    double large_s = 3;              // time for the larger ones
    double shrink_s = 3;             // time to shrink one disagreement
    std::vector<std::string> shapes; // names
    EachOf each;                     // whole programs answer side by side
};

struct Agreed {
    Agreement agreement;
    CallTimes calls;
};

// Samples first; then edge cases (the smallest sizes; every drawn number at the low end of its range, at the
// high end, all equal); then small seeded inputs of every shape, sizes from the smallest up; then a few
// larger ones, each solution as far as it answers in good time. A solution that gives another answer than the
// reference (the one named in [answers] while it is fast enough and right itself, else the majority), or
// none, is marked with the input, shrunk, and takes no further part. Going over a limit at a size that was
// chosen here is no fault, but at one of the smallest sizes it is, and at a sample, but for its time. A
// sample that all contradict alike marks nobody. Throws Error (interrupted).
Agreed agree(const Problem &problem, const std::vector<Entrant> &entrants, const AgreeOptions &options,
             Lab &lab, const Clock &clock, Teller &teller);

} // namespace iron
