#include "gauge.hpp"

// The best run that ends at this hour goes on from the one that ended an hour ago, unless that had sunk below
// zero.
long long solve(const Gauge &gauge) {
    long long best = 0, ending_here = 0;
    for (const int change : gauge.change) {
        ending_here += change;
        if (ending_here < 0) ending_here = 0;
        if (ending_here > best) best = ending_here;
    }
    return best;
}

IRON_STOPWATCH(read, solve, write)
