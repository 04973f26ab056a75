// A solution's sources as the page shows them, line by line.
#pragma once

#include <vector>

#include "views/report.h"

namespace iron {

// Its sources with what each line took in the shape that took most, at the largest place; then its library
// functions. Sources of which no line was counted stand by themselves.
std::vector<PageSource> page_sources(const Report &report, const Solution &solution);

// The same at other places and of the other shapes, for the page's switch: some places of each, the largest
// among them.
std::vector<PageLines> page_lines(const Report &report, const Solution &solution);

} // namespace iron
