// Changes in words.
#pragma once

#include <string>
#include <vector>

#include "core/compare/changes.h"

namespace iron {

// A table of what changed (`everything`: of what did not, too), then a sentence that sums it up.
std::string changes_text(const std::vector<Change> &changes, const std::string &size_name, bool everything);

} // namespace iron
