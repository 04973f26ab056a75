#include <algorithm>
#include <iron_stopwatch.hpp>
#include <numeric>
#include <vector>

using Chart = std::vector<std::vector<int>>;

Chart read(std::istream &in) {
    std::size_t h = 0, w = 0;
    in >> h >> w;
    Chart chart(h, std::vector<int>(w));
    for (auto &row : chart)
        for (int &depth : row)
            in >> depth;
    return chart;
}

void write(std::ostream &out, long long most) { out << most << '\n'; }

long long solve(const Chart &chart) {
    const std::size_t w = chart.front().size();
    std::vector<long long> above(w, 0);
    long long most = -(1LL << 60);
    for (const auto &row : chart) {
        for (std::size_t i = 0; i < w; ++i)
            above[i] += row[i];
        for (std::size_t i = 1; i <= w; ++i)
            most = std::max(most, std::accumulate(above.begin(), above.begin() + static_cast<long>(i), 0LL));
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
