#include <algorithm>
#include <bit>
#include <iron_stopwatch.hpp>
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
    const std::size_t n = costs.size();
    std::vector<long long> least(std::size_t(1) << n, 1LL << 60);
    least[0] = 0;
    for (unsigned set = 0; set + 1 < least.size(); ++set)
        for (std::size_t berth = 0; berth < n; ++berth)
            if (!(set >> berth & 1))
                least[set | 1u << berth] =
                    std::min(least[set | 1u << berth], least[set] + costs[std::popcount(set)][berth]);
    return least.back();
}

IRON_STOPWATCH(read, solve, write)
