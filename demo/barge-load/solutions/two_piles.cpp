#include "quay.hpp"

#include <algorithm>

void loads_of(const Quay &quay, std::size_t next, std::size_t end, std::int64_t load,
              std::vector<std::int64_t> &loads) {
    if (next == end) {
        loads.push_back(load);
        return;
    }
    loads_of(quay, next + 1, end, load, loads);
    loads_of(quay, next + 1, end, load + quay.crates[next], loads);
}

bool solve(const Quay &quay) {
    const std::size_t n = quay.crates.size(), middle = n / 2;
    std::vector<std::int64_t> first, second;
    loads_of(quay, 0, middle, 0, first);
    loads_of(quay, middle, n, 0, second);
    std::sort(first.begin(), first.end());
    for (const std::int64_t load : second)
        if (std::binary_search(first.begin(), first.end(), quay.barge - load)) return true;
    return false;
}

IRON_STOPWATCH(read, solve, write)
