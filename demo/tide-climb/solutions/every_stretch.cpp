#include "gauge.hpp"

// Every stretch from `first` to `last`, added up from its start.
long long solve(const Gauge &gauge) {
    const std::size_t hours = gauge.change.size();
    long long best = 0;
    for (std::size_t first = 0; first < hours; ++first)
        for (std::size_t last = first; last < hours; ++last) {
            long long climb = 0;
            for (std::size_t hour = first; hour <= last; ++hour)
                climb += gauge.change[hour];
            if (climb > best) best = climb;
        }
    return best;
}

IRON_STOPWATCH(read, solve, write)
