// Changes in words.
#pragma once

#include <string>
#include <vector>

#include "core/compare/changes.h"

namespace iron {

// What the machine itself did to times; "" where that was next to nothing.
std::string drift_text(const Drift &drift);

// A table of what changed (`everything`: of what did not, too), then a sentence that sums it up.
std::string changes_text(const std::vector<Change> &changes, const std::string &size_name, bool everything);

} // namespace iron
