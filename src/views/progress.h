// The line that tells how far the work is.
#pragma once

#include <string>

namespace iron {

struct Progress {
    std::string phase; // "measuring"
    double spent_s = 0;
    double budget_s = 0; // 0: the end is not known
    std::string doing;   // "one-pass, calm, n = 1,024"
};

// "measuring  40 %  18 s left  one-pass, calm, n = 1,024", at most `width` columns.
std::string progress_line(const Progress &progress, std::size_t width);

} // namespace iron
