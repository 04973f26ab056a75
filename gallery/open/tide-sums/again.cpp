#include <iron_stopwatch.hpp>
#include <numeric>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, int even) { out << even << '\n'; }

int solve(const std::vector<int> &levels) {
    int even = 0;
    for (auto hour = levels.begin(); hour != levels.end(); ++hour)
        if (std::accumulate(levels.begin(), hour + 1, 0LL) % 2 == 0) ++even;
    return even;
}

IRON_STOPWATCH(read, solve, write)
