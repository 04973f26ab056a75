#include "log.hpp"

#include <algorithm>

// agrees[i]: how many letters from place i on agree with the beginning of "signal|log".
long long solve(const Watch &watch) {
    const std::string joined = watch.signal + '|' + watch.log;
    const std::size_t k = watch.signal.size();
    std::vector<std::size_t> agrees(joined.size(), 0);
    std::size_t left = 0, right = 0; // the stretch that reaches farthest right, known to agree
    for (std::size_t i = 1; i < joined.size(); ++i) {
        if (i < right) agrees[i] = std::min(right - i, agrees[i - left]);
        while (i + agrees[i] < joined.size() && joined[agrees[i]] == joined[i + agrees[i]])
            ++agrees[i];
        if (i + agrees[i] > right) left = i, right = i + agrees[i];
        if (i > k && agrees[i] == k) return static_cast<long long>(i - k - 1);
    }
    return -1;
}

IRON_STOPWATCH(read, solve, write)
