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
    std::vector<int> ends;
    for (const int level : levels) {
        const auto at = std::lower_bound(ends.begin(), ends.end(), level);
        if (at == ends.end())
            ends.push_back(level);
        else
            *at = level;
    }
    return static_cast<long long>(ends.size());
}

IRON_STOPWATCH(read, solve, write)
