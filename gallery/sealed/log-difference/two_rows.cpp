#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>
#include <utility>
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
    std::vector<int> above(m + 1), row(m + 1);
    for (std::size_t j = 0; j <= m; ++j)
        above[j] = static_cast<int>(j);
    for (std::size_t i = 1; i <= n; ++i) {
        row[0] = static_cast<int>(i);
        for (std::size_t j = 1; j <= m; ++j)
            row[j] = std::min({above[j] + 1, row[j - 1] + 1, above[j - 1] + (two.a[i - 1] != two.b[j - 1])});
        std::swap(above, row);
    }
    return above[m];
}

IRON_STOPWATCH(read, solve, write)
