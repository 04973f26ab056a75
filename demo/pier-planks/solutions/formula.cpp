#include "planks.hpp"

long long solve(const long long &n) { return n * (n + 1) / 2 * 3 + 40 * n; }

IRON_STOPWATCH(read, solve, write)
