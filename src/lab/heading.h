// The journal's first line, made: what the readings are taken of, and with what.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/reading/memory_curve.h"
#include "lab/build.h"
#include "records/machine.h"
#include "study/scope.h"

namespace iron {

struct Conditions {
    std::uint64_t seed = 1;
    double budget_s = 0; // of this session
    bool cold = false;
    Machine machine;
    MemoryCurve memory;
    UnusedSizes unused; // of shapes whose inputs do not depend on them
};

// One line of JSON. `built`: the solutions that are measured; those that only an earlier heading names are
// taken over from it.
std::string heading_of(const Problem &problem, const std::vector<Built> &built, const Conditions &conditions,
                       const std::string &earlier = "");

} // namespace iron
