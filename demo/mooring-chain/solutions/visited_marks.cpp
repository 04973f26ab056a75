#include "buoys.hpp"

bool solve(const std::vector<int> &chained_to) {
    std::vector<char> met(chained_to.size(), 0);
    for (int buoy = 0; buoy != -1; buoy = chained_to[buoy]) {
        if (met[buoy]) return true;
        met[buoy] = 1;
    }
    return false;
}

IRON_STOPWATCH(read, solve, write)
