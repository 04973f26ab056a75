// What a solution is made of.
#pragma once

#include <filesystem>
#include <set>
#include <string>

#include "records/problem.h"

namespace iron {

// The sources, and what lies beside them to be read along: headers by their #include "…", in other languages
// the modules of the same folder.
std::set<std::filesystem::path> files_of(const Problem &problem, const Solution &solution);

// Of all their text.
std::string source_digest(const Problem &problem, const Solution &solution);

} // namespace iron
