#include "quay.hpp"

long long solve(const Quay &quay) {
    std::vector<int> stops = quay.stops;
    std::sort(stops.begin(), stops.end());
    long long total = 0;
    for (const int ferry : quay.ferries) {
        const auto above = std::lower_bound(stops.begin(), stops.end(), ferry);
        int nearest = above == stops.end() ? ferry - stops.back() : *above - ferry;
        if (above != stops.begin()) nearest = std::min(nearest, ferry - *std::prev(above));
        total += nearest;
    }
    return total;
}

IRON_STOPWATCH(read, solve, write)
