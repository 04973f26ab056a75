#include "log.hpp"

// fallback[i]: of the first i + 1 letters of the signal, how many at their end are a beginning of the signal
// too.
long long solve(const Watch &watch) {
    const std::string &log = watch.log, &signal = watch.signal;
    std::vector<std::size_t> fallback(signal.size(), 0);
    for (std::size_t i = 1, good = 0; i < signal.size(); ++i) {
        while (good > 0 && signal[i] != signal[good])
            good = fallback[good - 1];
        if (signal[i] == signal[good]) ++good;
        fallback[i] = good;
    }
    std::size_t good = 0;
    for (std::size_t i = 0; i < log.size(); ++i) {
        while (good > 0 && log[i] != signal[good])
            good = fallback[good - 1];
        if (log[i] == signal[good]) ++good;
        if (good == signal.size()) return static_cast<long long>(i + 1 - good);
    }
    return -1;
}

IRON_STOPWATCH(read, solve, write)
