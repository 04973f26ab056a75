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

long long solve(std::vector<int> levels) {
    std::nth_element(levels.begin(), levels.begin() + static_cast<long>(levels.size() / 2), levels.end());
    return levels[levels.size() / 2];
}

IRON_STOPWATCH(read, solve, write)
