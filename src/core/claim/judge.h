// The claims of all solutions, judged from the growth of their series.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/claim/claim.h"
#include "core/claim/rules.h"
#include "core/growth/fitter.h"
#include "core/reading/memory_curve.h"

namespace iron {

struct SolutionLines; // core/claim/lines.h

struct JudgeOptions {
    std::optional<MemoryCurve> memory = MemoryCurve(); // of the machine that was measured on
    Without without = {};                              // rules left out
    const std::map<std::pair<std::string, std::string>, WorkingSet> *working_sets =
        nullptr;                                           // by solution and shape
    const std::vector<SolutionLines> *lines = nullptr;     // steps by line, where they were so counted
    const std::map<std::string, Growth> *inputs = nullptr; // by shape: how long the texts are
};

// Judges a claim on time or space that every one of `shapes` must keep: a bound O is decided by the worst
// shape, Omega by the best, Theta by whichever leaves it. Steps decide a claim on time where they were
// counted; time alone needs more evidence, because memory hierarchies bend it upwards: only an excess greater
// than twice what the machine's own memory can do counts, and then against steps that held, too.
Judgement judge(Metric claimed, const Bound &bound, const std::vector<ShapeGrowth> &shapes,
                const JudgeOptions &options = {});

// A claim for `every` shape does not speak of the shapes that the solution has a claim of its own for.
std::vector<JudgedClaim> judge_claims(const std::vector<SolutionClaims> &solutions,
                                      const std::vector<SeriesGrowth> &growths,
                                      const JudgeOptions &options = {});

// The smallest claim O(…) on time or space, of those that the growth on some shape suggests, that every shape
// keeps: a bound as claims are written. "" where none is known to hold.
std::string claim_that_holds(Metric claimed, const SolutionClaims &solution,
                             const std::vector<SeriesGrowth> &growths, const JudgeOptions &options = {});

// A solution that claims nothing, as if it claimed what it grows like where it grows most: so that it is
// measured until that is known. Others as they are.
SolutionClaims with_claims_to_try(const SolutionClaims &solution, const std::vector<SeriesGrowth> &growths,
                                  const JudgeOptions &options = {});

// The bounds that a solution claims on what a series tells: steps tell of time.
std::vector<Bound> bounds_on(const SolutionClaims &solution, Metric metric);

} // namespace iron
