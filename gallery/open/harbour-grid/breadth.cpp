#include <iron_stopwatch.hpp>
#include <queue>
#include <string>
#include <utility>
#include <vector>

using Chart = std::vector<std::string>;

Chart read(std::istream &in) {
    std::size_t h = 0, w = 0;
    in >> h >> w;
    Chart chart(h);
    for (std::string &row : chart)
        in >> row;
    return chart;
}

void write(std::ostream &out, long long places) { out << places << '\n'; }

long long solve(Chart chart) {
    const int h = static_cast<int>(chart.size()), w = static_cast<int>(chart[0].size());
    std::queue<std::pair<int, int>> next;
    long long places = 0;
    const auto visit = [&](int row, int column) {
        if (row < 0 || column < 0 || row >= h || column >= w || chart[row][column] == '#') return;
        chart[row][column] = '#';
        ++places;
        next.push({row, column});
    };
    visit(0, 0);
    for (; !next.empty(); next.pop()) {
        const auto [row, column] = next.front();
        visit(row - 1, column);
        visit(row + 1, column);
        visit(row, column - 1);
        visit(row, column + 1);
    }
    return places;
}

IRON_STOPWATCH(read, solve, write)
