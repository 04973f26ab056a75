#include <iron_stopwatch.hpp>
#include <algorithm>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<long long> &task) {
    const std::size_t n = task[0];
    const std::vector<long long> ends(task.begin() + 1, task.end());
    std::vector<std::vector<long long>> least(n, std::vector<long long>(n));
    for (std::size_t length = 2; length <= n; ++length)
        for (std::size_t from = 0; from + length <= n; ++from) {
            const std::size_t to = from + length - 1;
            least[from][to] = 1LL << 60;
            for (std::size_t cut = from; cut < to; ++cut)
                least[from][to] = std::min(least[from][to], least[from][cut] + least[cut + 1][to] +
                                                                ends[from] * ends[cut + 1] * ends[to + 1]);
        }
    return least[0][n - 1];
}

IRON_STOPWATCH(read, solve, write)
