#include <algorithm>
#include <iron_stopwatch.hpp>
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
    std::vector<long long> above(chart.front().size(), 0);
    long long most = -(1LL << 60);
    for (const auto &row : chart) {
        long long left = 0;
        for (std::size_t i = 0; i < row.size(); ++i) {
            left += row[i];
            above[i] += left;
            most = std::max(most, above[i]);
        }
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
