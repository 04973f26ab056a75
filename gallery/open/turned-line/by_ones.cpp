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
    std::vector<int> levels = given.levels;
    for (int turn = 0; turn < given.k; ++turn)
        std::rotate(levels.begin(), levels.begin() + (levels.size() > 1 ? 1 : 0), levels.end());
    long long sum = levels[levels.size() / 2];
    for (std::size_t i = 0; i < levels.size(); i += 10)
        sum += levels[i];
    return sum;
}

IRON_STOPWATCH(read, solve, write)
