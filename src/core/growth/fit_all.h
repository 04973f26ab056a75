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

// `claimed`: by solution, the growths its claims name, which join the candidates.
std::vector<SeriesGrowth> fit_all(const std::vector<NamedSeries> &series,
                                  const std::map<std::string, std::vector<Expression>> &claimed);

} // namespace iron
