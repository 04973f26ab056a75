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

bool has(std::vector<int> levels, int mark) {
    return std::binary_search(levels.begin(), levels.end(), mark);
}

long long solve(const std::vector<int> &levels) {
    long long found = 0;
    for (int asked = 0; asked < 16; ++asked)
        found += has(levels, asked * 62500000);
    return found;
}

IRON_STOPWATCH(read, solve, write)
