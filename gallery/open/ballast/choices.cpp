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

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long weighing(const std::vector<int> &levels, std::size_t at, long long left) {
    if (at == levels.size()) return left == 0;
    return weighing(levels, at + 1, left) + weighing(levels, at + 1, left - levels[at]);
}

long long solve(const std::vector<int> &levels) {
    return weighing(levels, 0, std::accumulate(levels.begin(), levels.end(), 0LL) / 2);
}

IRON_STOPWATCH(read, solve, write)
