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

long long solve(Watches watches) {
    std::sort(watches.begin(), watches.end());
    long long hours = 0, end = -1;
    for (const auto &[from, to] : watches) {
        if (to <= end) continue;
        hours += to - std::max<long long>(from, end);
        end = to;
    }
    return hours;
}

IRON_STOPWATCH(read, solve, write)
