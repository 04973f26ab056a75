#include <iron_stopwatch.hpp>
#include <algorithm>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::vector<int> &levels) {
    std::vector<int> ordered;
    for (const int level : levels)
        ordered.insert(std::upper_bound(ordered.begin(), ordered.end(), level), level);
    return ordered[ordered.size() / 2];
}

IRON_STOPWATCH(read, solve, write)
