#include "../../../signal-match/solutions/log.hpp"

long long solve(const Watch &watch) {
    const std::string &log = watch.log, &signal = watch.signal;
    for (std::size_t start = 0; start + signal.size() <= log.size();) {
        std::size_t good = 0;
        while (good < signal.size() && log[start + good] == signal[good])
            ++good;
        if (good == signal.size()) return static_cast<long long>(start);
        start += good > 0 ? good : 1;
    }
    return -1;
}

IRON_STOPWATCH(read, solve, write)
