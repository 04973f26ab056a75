#include "core/plan/ladder.h"

#include <cmath>

namespace iron {

std::vector<double> ladder(double from, double to, double factor) {
    std::vector<double> rungs;
    if (to < from) return rungs;
    const double start = std::max(from, 1.0);
    if (from < 1) rungs.push_back(from);
    for (int i = 0;; ++i) {
        const double rung = std::round(start * std::pow(factor, i));
        if (rung > to) break;
        if (rungs.empty() || rung > rungs.back()) rungs.push_back(rung);
    }
    if (rungs.empty() || rungs.back() < to) {
        // A last rung just below the top adds nothing: the top takes its place.
        if (rungs.size() > 1 && to / rungs.back() < std::sqrt(factor))
            rungs.back() = to;
        else
            rungs.push_back(to);
    }
    return rungs;
}

} // namespace iron
