#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>
#include <vector>

struct Two {
    std::string a, b;
};

Two read(std::istream &in) {
    Two two;
    in >> two.a >> two.b >> two.a >> two.b;
    return two;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const Two &two) {
    const std::size_t n = two.a.size(), m = two.b.size();
    std::vector<std::vector<int>> table(n + 1, std::vector<int>(m + 1));
    for (std::size_t i = 0; i <= n; ++i)
        for (std::size_t j = 0; j <= m; ++j)
            if (i == 0 || j == 0)
                table[i][j] = static_cast<int>(i + j);
            else
                table[i][j] = std::min({table[i - 1][j] + 1, table[i][j - 1] + 1,
                                        table[i - 1][j - 1] + (two.a[i - 1] != two.b[j - 1])});
    return table[n][m];
}

IRON_STOPWATCH(read, solve, write)
