#include "quay.hpp"

long long solve(const Quay &quay) {
    long long total = 0;
    for (const int ferry : quay.ferries) {
        int nearest = std::abs(ferry - quay.stops.front());
        for (const int stop : quay.stops)
            nearest = std::min(nearest, std::abs(ferry - stop));
        total += nearest;
    }
    return total;
}

IRON_STOPWATCH(read, solve, write)
