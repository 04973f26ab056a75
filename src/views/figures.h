// Figures as gnuplot scripts and the data they draw.
#pragma once

#include <string>
#include <vector>

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

} // namespace iron
