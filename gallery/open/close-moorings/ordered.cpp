#include <algorithm>
#include <iron_stopwatch.hpp>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> metres(n);
    for (int &one : metres)
        in >> one;
    return metres;
}

void write(std::ostream &out, int close) { out << close << '\n'; }

int solve(std::vector<int> metres) {
    std::sort(metres.begin(), metres.end());
    int close = 0;
    for (std::size_t i = 1; i < metres.size(); ++i)
        if (metres[i] - metres[i - 1] <= 10) ++close;
    return close;
}

IRON_STOPWATCH(read, solve, write)
