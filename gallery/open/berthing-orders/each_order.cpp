#include <algorithm>
#include <iron_stopwatch.hpp>
#include <numeric>
#include <vector>

using Table = std::vector<std::vector<int>>;

Table read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    Table costs(n, std::vector<int>(n));
    for (auto &row : costs)
        for (int &cost : row)
            in >> cost;
    return costs;
}

void write(std::ostream &out, long long least) { out << least << '\n'; }

long long solve(const Table &costs) {
    std::vector<std::size_t> order(costs.size());
    std::iota(order.begin(), order.end(), 0);
    long long least = 1LL << 60;
    do {
        long long cost = 0;
        for (std::size_t i = 0; i < order.size(); ++i)
            cost += costs[i][order[i]];
        least = std::min(least, cost);
    } while (std::next_permutation(order.begin(), order.end()));
    return least;
}

IRON_STOPWATCH(read, solve, write)
