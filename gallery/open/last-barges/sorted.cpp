#include <iron_stopwatch.hpp>
#include <algorithm>
#include <functional>
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
    std::sort(all.begin(), all.end(), std::greater<>());
    long long sum = 0;
    for (int i = 0; i < given.k; ++i)
        sum += all[i];
    return sum;
}

IRON_STOPWATCH(read, solve, write)
