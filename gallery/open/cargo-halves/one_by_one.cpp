#include <iron_stopwatch.hpp>
#include <algorithm>
#include <cstdlib>
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

long long least(const std::vector<int> &levels, std::size_t at, long long more) {
    if (at == levels.size()) return std::llabs(more);
    return std::min(least(levels, at + 1, more + levels[at]), least(levels, at + 1, more - levels[at]));
}

long long solve(const std::vector<int> &levels) { return least(levels, 0, 0); }

IRON_STOPWATCH(read, solve, write)
