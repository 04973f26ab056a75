#include "buoys.hpp"

bool solve(const std::vector<int> &chained_to) {
    int slow = 0, fast = 0;
    while (fast != -1 && chained_to[fast] != -1) {
        slow = chained_to[slow];
        fast = chained_to[chained_to[fast]];
        if (slow == fast) return true;
    }
    return false;
}

IRON_STOPWATCH(read, solve, write)
