#include "quay.hpp"

bool solve(const Quay &quay) {
    std::vector<char> reached(static_cast<std::size_t>(quay.barge) + 1, 0);
    reached[0] = 1;
    for (const std::int64_t crate : quay.crates)
        for (std::int64_t load = quay.barge; load >= crate; --load)
            if (reached[load - crate]) reached[load] = 1;
    return reached.back() != 0;
}

IRON_STOPWATCH(read, solve, write)
