// Changes in words.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/compare/changes.h"

namespace iron {

// What the machine itself did to times; "" where that was next to nothing.
std::string drift_text(const Drift &drift);

// A table of what changed (`everything`: of what did not, too), of each solution with the lines that take
// more steps, then a sentence that sums it up.
std::string changes_text(const std::vector<Change> &changes, const std::string &size_name, bool everything,
                         const std::map<std::string, std::vector<DearerLine>> &lines = {});

} // namespace iron
