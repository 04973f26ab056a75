#include "gauge.hpp"

// The sum of a stretch is that of the one an hour shorter, and the last hour.
long long solve(const Gauge &gauge) {
    const std::size_t hours = gauge.change.size();
    long long best = 0;
    for (std::size_t first = 0; first < hours; ++first) {
        long long climb = 0;
        for (std::size_t last = first; last < hours; ++last) {
            climb += gauge.change[last];
            if (climb > best) best = climb;
        }
    }
    return best;
}

IRON_STOPWATCH(read, solve, write)
