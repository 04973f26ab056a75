#include <iron_stopwatch.hpp>
#include <vector>

struct Given {
    int k = 0;
    std::vector<int> levels;
};

Given read(std::istream &in) {
    std::size_t n = 0;
    Given given;
    in >> n >> given.k;
    given.levels.resize(n);
    for (int &level : given.levels)
        in >> level;
    return given;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long less_deep(std::vector<int> levels, long long from, long long to, int k) {
    if (from >= to) return from;
    const long long middle = (from + to) / 2;
    return levels[middle] < k ? less_deep(levels, middle + 1, to, k) : less_deep(levels, from, middle, k);
}

long long solve(const Given &given) {
    return less_deep(given.levels, 0, static_cast<long long>(given.levels.size()), given.k);
}

IRON_STOPWATCH(read, solve, write)
