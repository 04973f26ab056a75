#include "buoys.hpp"

#include <unordered_set>

bool solve(const std::vector<int> &chained_to) {
    std::unordered_set<int> met;
    for (int buoy = 0; buoy != -1; buoy = chained_to[buoy])
        if (!met.insert(buoy).second) return true;
    return false;
}

IRON_STOPWATCH(read, solve, write)
