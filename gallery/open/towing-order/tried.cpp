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

long long least(const std::vector<long long> &ends, std::size_t from, std::size_t to) {
    if (to - from == 1) return 0;
    long long best = 1LL << 60;
    for (std::size_t cut = from + 1; cut < to; ++cut)
        best = std::min(best, least(ends, from, cut) + least(ends, cut, to) + ends[from] * ends[cut] * ends[to]);
    return best;
}

long long solve(const std::vector<long long> &task) {
    return least(std::vector<long long>(task.begin() + 1, task.end()), 0, task[0]);
}

IRON_STOPWATCH(read, solve, write)
