#include <iron_stopwatch.hpp>
#include <unordered_set>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> log(n);
    for (int &buoy : log)
        in >> buoy;
    return log;
}

std::size_t solve(const std::vector<int> &log) {
    std::unordered_set<int> seen;
    for (const int buoy : log)
        seen.insert(buoy);
    return seen.size();
}

void write(std::ostream &out, std::size_t different) { out << different << '\n'; }

IRON_STOPWATCH(read, solve, write)
