// A solution's source with what each line takes.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/claim/lines.h"

namespace iron {

// Lines of a solution's sources, by the name that spots give each.
using SourceFiles = std::map<std::string, std::vector<std::string>>;

// Of a spot's first line, without the blanks around it; "" where there is none.
std::string source_line(const SourceFiles &files, const Spot &spot);

// The source, each line with its share of all steps, how often it ran at the place, and its closed form or
// what it grows like; a mark where it breaks a claim on time, those that are exceeded; library functions
// below, with the lines that call them.
std::string lines_text(const SolutionLines &lines, const std::vector<std::string> &names,
                       const std::vector<double> &place, const std::vector<Bound> &exceeded,
                       const SourceFiles &files);

} // namespace iron
