// What the figures show.
#pragma once

#include <functional>
#include <map>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/claim/lines.h"
#include "core/compare/compare.h"
#include "core/compare/outlook.h"
#include "core/growth/fitter.h"
#include "records/machine.h"
#include "views/drawing.h"

namespace iron {

// For every shape, and for the worst shape of each solution: time, steps and space against the size, readings
// as points, fitted curves as lines, dashed beyond the readings. Both axes are logarithmic; sizes are even
// where growth is exponential. `targets`: the limits and the size of each tier are marked. Solutions
// keep their colour and mark in all figures.
std::vector<Figure> growth_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                   const std::vector<std::string> &solutions,
                                   const std::vector<std::string> &shapes, const std::string &size_name,
                                   const std::vector<TargetLimits> &targets = {});

// `map-steps` and `map-time` over two sizes, a panel for each solution in its worst shape: readings as spots
// on the fitted curve, as far as the sizes allow it. None where the readings are not over two sizes.
std::vector<Figure> map_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                const std::vector<std::string> &solutions,
                                const std::vector<Relation> &relations);

// Where a solution's working set, its input and what it needs, is known.
struct WorkingSets {
    std::vector<Cache> caches; // for data
    std::map<std::pair<std::string, std::string>, std::map<double, double>>
        bytes; // by solution and shape, size
};

// `claim-SOLUTION` for each that claims something: readings over the claimed bounds in the shape that
// decides, steps and time of a claim on time in one picture, the sizes where the working set outgrows a cache
// marked. `sizes_at`: all sizes, where the one swept has this value.
std::vector<Figure> claim_figures(const std::vector<JudgedClaim> &claims,
                                  const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                  const std::function<Sizes(double)> &sizes_at,
                                  const WorkingSets &working_sets = {});

// `lines-SOLUTION` for each whose steps were counted by line: how often the lines run that take most, in the
// shape that takes most, each with its growth; those that break a claim are always among them.
std::vector<Figure> line_figures(const std::vector<SolutionLines> &all,
                                 const std::vector<JudgedClaim> &claims,
                                 const std::vector<std::string> &solutions, const std::string &size_name);

// `compare`: times over those of the fastest at the largest size, the sizes where the order changes marked.
// `trade`: time against space, those that nobody beats in both joined.
std::vector<Figure> comparison_figures(const std::string &title, const ComparisonOfAll &comparison,
                                       const std::vector<std::string> &solutions);

// `target`: each solution's time and space at the target's sizes, measured or forecast, against its limits.
// None where it does not limit both.
std::vector<Figure> target_figures(const std::string &title, const std::vector<MeetsTarget> &meets,
                                   const TargetLimits &limits, const std::vector<std::string> &solutions);

} // namespace iron
