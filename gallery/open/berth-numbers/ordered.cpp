#include <iron_stopwatch.hpp>
#include <map>
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
    std::map<int, long long> seen;
    long long pairs = 0;
    for (const int level : levels)
        pairs += seen[level]++;
    return pairs;
}

IRON_STOPWATCH(read, solve, write)
