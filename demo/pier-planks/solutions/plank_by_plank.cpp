#include "planks.hpp"

long long solve(const long long &n) {
    long long total = 0, length = 40;
    for (long long i = 0; i < n; ++i)
        total += length += 3;
    return total;
}

IRON_STOPWATCH(read, solve, write)
