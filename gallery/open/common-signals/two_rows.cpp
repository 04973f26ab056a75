#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>
#include <vector>

struct Given {
    std::string first, second;
};

Given read(std::istream &in) {
    Given given;
    in >> given.first >> given.second;
    return given;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const Given &given) {
    const std::size_t m = given.second.size();
    std::vector<int> before(m + 1), now(m + 1);
    for (const char one : given.first) {
        for (std::size_t j = 0; j < m; ++j)
            now[j + 1] = one == given.second[j] ? before[j] + 1 : std::max(before[j + 1], now[j]);
        before = now;
    }
    return before[m];
}

IRON_STOPWATCH(read, solve, write)
