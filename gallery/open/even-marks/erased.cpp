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

long long solve(const std::vector<int> &levels) {
    std::vector<int> left = levels;
    for (auto at = left.begin(); at != left.end();)
        at = *at % 2 == 0 ? left.erase(at) : at + 1;
    return std::accumulate(left.begin(), left.end(), 0LL);
}

IRON_STOPWATCH(read, solve, write)
