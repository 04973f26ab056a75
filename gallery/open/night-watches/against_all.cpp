#include <algorithm>
#include <iron_stopwatch.hpp>
#include <utility>
#include <vector>

using Watches = std::vector<std::pair<int, int>>;

Watches read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    Watches watches(n);
    for (auto &[from, to] : watches)
        in >> from >> to;
    return watches;
}

void write(std::ostream &out, long long hours) { out << hours << '\n'; }

long long solve(const Watches &watches) {
    Watches apart;
    for (auto watch : watches) {
        for (std::size_t i = 0; i < apart.size();)
            if (apart[i].first <= watch.second && watch.first <= apart[i].second) {
                watch = {std::min(watch.first, apart[i].first), std::max(watch.second, apart[i].second)};
                apart[i] = apart.back();
                apart.pop_back();
            } else
                ++i;
        apart.push_back(watch);
    }
    long long hours = 0;
    for (const auto &[from, to] : apart)
        hours += to - from;
    return hours;
}

IRON_STOPWATCH(read, solve, write)
