// Figures as gnuplot scripts and the data they draw.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/compare/compare.h"
#include "core/compare/outlook.h"
#include "core/growth/fit_all.h"

namespace iron {

struct Figure {
    std::string name;   // file name without ending: "time-calm"
    std::string script; // draws NAME.svg and NAME.png from NAME.dat, run in their folder
    std::string data;
};

// For every shape, and for the worst shape of each solution: time, steps and space against the size, both
// axes logarithmic, readings as points, fitted curves as lines. Solutions keep their colour and mark in all
// of them.
std::vector<Figure> growth_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                   const std::vector<std::string> &solutions,
                                   const std::vector<std::string> &shapes, const std::string &size_name);

// `claim-SOLUTION` for each that claims something: readings over the claimed bounds in the shape that
// decides, steps and time of a claim on time in one picture. `sizes_at`: all sizes, where the one swept has
// this value.
std::vector<Figure> claim_figures(const std::vector<JudgedClaim> &claims,
                                  const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                  const std::function<Sizes(double)> &sizes_at);

// `compare`: times over those of the fastest at the largest size, the sizes where the order changes marked.
// `trade`: time against space, those that nobody beats in both joined.
std::vector<Figure> comparison_figures(const std::string &title, const ComparisonOfAll &comparison,
                                       const std::vector<std::string> &solutions);

// `target`: each solution's time and space at the target's sizes, measured or forecast, against its limits.
// None where it does not limit both.
std::vector<Figure> target_figures(const std::string &title, const std::vector<MeetsTarget> &meets,
                                   const TargetLimits &limits, const std::vector<std::string> &solutions);

} // namespace iron
