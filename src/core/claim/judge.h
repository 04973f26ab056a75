// The claims of all solutions, judged from the growth of their series.
#pragma once

#include <string>
#include <vector>

#include "core/claim/verdict.h"
#include "core/growth/fit_all.h"

namespace iron {

struct Claim {
    std::string metric; // "time" or "space"
    std::string shape;  // "every", or a shape's name
    Bound bound;
};

struct SolutionClaims {
    std::string solution;
    std::vector<Claim> claims;
    bool whole_program = false;    // read with its start-up and its reading
    bool collects_garbage = false; // its memory is read with garbage not yet collected
    std::string excluded;          // why it gets no verdict ("it gives wrong answers"), or ""
    std::vector<std::string> shapes =
        {}; // that a claim for every shape speaks of; empty: those that were read
};

struct JudgedClaim {
    std::string solution;
    Claim claim;
    Judgement judgement;
};

// `size_name`: the size along which was measured. A claim for `every` shape does not speak of the shapes that
// the solution has a claim of its own for.
std::vector<JudgedClaim> judge_claims(const std::vector<SolutionClaims> &solutions,
                                      const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                      const std::optional<MemoryCurve> &memory = MemoryCurve());

// The bounds that a solution claims, of "space" or (steps count for it) of time.
std::vector<Bound> bounds_on(const SolutionClaims &solution, const std::string &metric);

} // namespace iron
