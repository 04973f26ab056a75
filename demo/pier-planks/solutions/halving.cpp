#include "planks.hpp"

// The planks beyond the first half are that half once more, each of them longer by 3 half.
long long solve(const long long &n) {
    if (n == 0) return 0;
    const long long half = n / 2, last = n % 2 == 1 ? 3 * n + 40 : 0;
    return 2 * solve(half) + 3 * half * half + last;
}

IRON_STOPWATCH(read, solve, write)
