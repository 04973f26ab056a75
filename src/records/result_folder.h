// A results folder read back as a whole.
#pragma once

#include <string>

#include "core/compare/changes.h"

namespace iron {

struct ResultFolder {
    std::string heading; // the journal's, as it stands
    Results results;
    std::string size_name; // that the series are over: the one that takes most values; the others as most
                           // readings have them
};

// `path`: the folder itself, or the problem's that holds it. Throws Error (usage) where there is none.
ResultFolder read_result_folder(const std::string &path);

} // namespace iron
