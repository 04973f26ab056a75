#include <iron_stopwatch.hpp>
#include <functional>
#include <queue>
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
    std::priority_queue<int, std::vector<int>, std::greater<>> kept;
    for (const int level : given.levels) {
        kept.push(level);
        if (kept.size() > static_cast<std::size_t>(given.k)) kept.pop();
    }
    long long sum = 0;
    for (; !kept.empty(); kept.pop())
        sum += kept.top();
    return sum;
}

IRON_STOPWATCH(read, solve, write)
