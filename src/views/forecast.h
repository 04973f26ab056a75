// Forecasts in words and tables.
#pragma once

#include <string>
#include <vector>

#include "core/compare/outlook.h"

namespace iron {

// What a command asked for and what came of it.
struct ForecastFindings {
    Sizes sizes; // of `forecasts`; empty: none were asked for
    std::vector<SeriesForecast> forecasts;
    std::string within, along; // limit as written; "" where none was asked for
    Sizes others;
    std::vector<LargestSize> largest;
    std::vector<TargetFindings> targets; // one a tier
    double step_ns = 0;                  // of the classes there
    SelfCheck check;
};

// `verbose`: how forecasts did without the largest sizes.
std::string forecast_text(const ForecastFindings &findings, bool verbose);

} // namespace iron
