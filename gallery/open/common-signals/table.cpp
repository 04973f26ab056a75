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
    const std::size_t n = given.first.size(), m = given.second.size();
    std::vector<std::vector<int>> best(n + 1, std::vector<int>(m + 1));
    for (std::size_t i = 0; i < n; ++i)
        for (std::size_t j = 0; j < m; ++j)
            best[i + 1][j + 1] = given.first[i] == given.second[j] ? best[i][j] + 1
                                                                   : std::max(best[i][j + 1], best[i + 1][j]);
    return best[n][m];
}

IRON_STOPWATCH(read, solve, write)
