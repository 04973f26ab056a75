#include "gauge.hpp"

#include <set>

// A climb is the level at its end less the level at its start: now, less the lowest mark so far. "One loop
// over the hours, so linear" - but the marks are kept in an ordered set.
long long solve(const Gauge &gauge) {
    std::multiset<long long> marks = {0};
    long long level = 0, best = 0;
    for (const int change : gauge.change) {
        level += change;
        marks.insert(level);
        const long long climb = level - *marks.begin();
        if (climb > best) best = climb;
    }
    return best;
}

IRON_STOPWATCH(read, solve, write)
