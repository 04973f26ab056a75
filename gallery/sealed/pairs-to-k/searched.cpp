#include <iron_stopwatch.hpp>
#include <algorithm>
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

long long solve(const Given &given) {
    long long pairs = 0;
    for (auto at = given.levels.begin(); at != given.levels.end(); ++at) {
        const auto [from, to] = std::equal_range(at + 1, given.levels.end(), given.k - *at);
        pairs += to - from;
    }
    return pairs;
}

IRON_STOPWATCH(read, solve, write)
