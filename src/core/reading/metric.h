// What a reading is of.
#pragma once

#include <optional>
#include <string>

namespace iron {

enum class Metric {
    steps,    // executed lines of a call, and what libraries do for them
    time,     // ns a call
    space,    // bytes of a call beyond its input and answer
    resident, // bytes: what a whole program holds beyond one that does nothing
    memory,   // bytes: all that a call holds, input, answer and space
};

const char *word_for(Metric metric);
std::optional<Metric> metric_named(const std::string &word);

enum class Noise {
    counted, // steps: exact numbers, the input's own randomness aside
    weighed, // bytes: the same, in the granularity of alignment
    timed,   // times: spikes upwards, drift between rounds
};

Noise noise_of(Metric metric);

} // namespace iron
