#include <iron_stopwatch.hpp>
#include <string>
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

long long reached(Chart &chart, std::size_t row, std::size_t column) {
    if (row >= chart.size() || column >= chart[0].size() || chart[row][column] == '#') return 0;
    chart[row][column] = '#';
    return 1 + reached(chart, row - 1, column) + reached(chart, row + 1, column) + reached(chart, row, column - 1) +
           reached(chart, row, column + 1);
}

long long solve(Chart chart) { return reached(chart, 0, 0); }

IRON_STOPWATCH(read, solve, write)
