#include "quay.hpp"

bool fills(const Quay &quay, std::size_t next, std::int64_t left) {
    if (next == quay.crates.size()) return left == 0;
    return fills(quay, next + 1, left - quay.crates[next]) || fills(quay, next + 1, left);
}

bool solve(const Quay &quay) { return fills(quay, 0, quay.barge); }

IRON_STOPWATCH(read, solve, write)
