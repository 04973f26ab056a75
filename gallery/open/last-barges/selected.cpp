#include <iron_stopwatch.hpp>
#include <algorithm>
#include <functional>
#include <numeric>
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
    std::vector<int> all = given.levels;
    std::nth_element(all.begin(), all.begin() + given.k - 1, all.end(), std::greater<>());
    return std::accumulate(all.begin(), all.begin() + given.k, 0LL);
}

IRON_STOPWATCH(read, solve, write)
