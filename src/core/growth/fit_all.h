// Every series fitted, each by itself.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/growth/fit.h"

namespace iron {

struct SeriesGrowth {
    std::string solution, shape, metric;
    Growth growth;
};

// By solution and metric ("time", for steps too, or "space") the growths that claims name.
using ClaimedGrowths = std::map<std::pair<std::string, std::string>, std::vector<Expression>>;

// The growths claimed join the candidates.
std::vector<SeriesGrowth> fit_all(const std::vector<NamedSeries> &series, const ClaimedGrowths &claimed);

} // namespace iron
