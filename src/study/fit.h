// From readings to growths: every series of a problem, fitted.
#pragma once

#include <vector>

#include "core/claim/lines.h"
#include "core/compare/outlook.h"
#include "core/growth/fitter.h"
#include "records/journal.h"
#include "study/lab.h"
#include "study/readings.h"
#include "study/scope.h"
#include "study/size_lines.h"

namespace iron {

struct Fitted {
    std::vector<NamedSeries> series;
    std::vector<SeriesGrowth> growths; // of each series
    std::vector<SolutionClaims> claims;
    MemoryCurve memory;
    std::map<std::pair<std::string, std::string>, WorkingSet> working_sets; // by solution and shape
    std::vector<SolutionLines> lines = {};     // steps by line: study/lines.h; none where nobody asked
    std::map<std::string, Growth> inputs = {}; // by shape: of the length of the texts that programs read
};

// What was fitted in earlier turns with the same claims: what has not changed since is not fitted again.
struct EarlierFits {
    FitStore series;
    std::vector<SolutionLines> lines = {};
};

// `store`: of an earlier turn, or empty. `each`: fits run by it.
Fitted fit(const Scope &scope, std::vector<SolutionClaims> claims, const ReadingsToJudge &readings,
           const MemoryCurve &memory, FitStore &store, const EachOf &each);

// Of solutions without any claim: what holds of them.
struct ProposedClaim {
    std::string solution;
    Metric metric = Metric::time;
    std::string bound;
};
std::vector<ProposedClaim> proposed_claims(const Fitted &fitted);
// All that a verdict rests on beside the growths. It points into `fitted`.
JudgeOptions judging(const Fitted &fitted, const Without &without = {});

// The verdicts; what would decide a claim may lie beyond the problem's own sizes, and says so then.
std::vector<JudgedClaim> judge(const Scope &scope, const Fitted &fitted, const Without &without = {});

// What every tier of the problem's target allows, at all sizes of the problem.
std::vector<TargetLimits> target_limits(const Problem &problem);
// Who meets it.
std::vector<MeetsTarget> target_met(const Scope &scope, const Fitted &fitted,
                                    const std::vector<Measurement> &measurements, const TargetLimits &limits);

// The problem's sizes: those given, the others at their usual values. They may lie beyond its ranges.
Sizes sizes_at(const Problem &problem, const Sizes &given);
// The largest sizes within a limit, none beyond what the problem's relations leave beside the others.
std::vector<LargestSize> largest_within(const Scope &scope, const Outlook &outlook, Metric metric,
                                        double limit, const std::string &along, const Sizes &others);

} // namespace iron
