#include "../../../signal-match/solutions/log.hpp"

long long solve(const Watch &watch) {
    const std::string &log = watch.log, &signal = watch.signal;
    for (std::size_t start = 0; start + signal.size() < log.size(); ++start)
        if (log.compare(start, signal.size(), signal) == 0) return static_cast<long long>(start);
    return -1;
}

IRON_STOPWATCH(read, solve, write)
