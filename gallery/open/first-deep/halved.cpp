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

long long solve(const Given &given) {
    std::size_t from = 0, to = given.levels.size();
    while (from < to) {
        const std::size_t middle = (from + to) / 2;
        if (given.levels[middle] < given.k)
            from = middle + 1;
        else
            to = middle;
    }
    return static_cast<long long>(from);
}

IRON_STOPWATCH(read, solve, write)
