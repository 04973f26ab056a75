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
    const long long half = std::accumulate(levels.begin(), levels.end(), 0LL) / 2;
    long long count = 0;
    for (unsigned chosen = 0; chosen < 1u << levels.size(); ++chosen) {
        long long sum = 0;
        for (std::size_t i = 0; i < levels.size(); ++i)
            if (chosen >> i & 1) sum += levels[i];
        count += sum == half;
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
