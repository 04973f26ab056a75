#include "quay.hpp"

long long solve(const Quay &quay) {
    long long total = 0;
    for (const int ferry : quay.ferries) {
        int nearest = std::abs(ferry - quay.stops.front());
        for (const int stop : quay.stops)
            nearest = std::min(nearest, std::abs(ferry - stop));
        int again = std::abs(ferry - quay.stops.back());
        for (const int stop : quay.stops)
            again = std::min(again, std::abs(stop - ferry));
        total += std::max(nearest, again);
    }
    return total;
}

IRON_STOPWATCH(read, solve, write)
