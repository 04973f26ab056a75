#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    static std::vector<long long> tides = {0, 1};
    while (static_cast<long long>(tides.size()) <= n)
        tides.push_back((tides[tides.size() - 1] + tides[tides.size() - 2]) % 1000007);
    return tides[static_cast<std::size_t>(n)];
}

IRON_STOPWATCH(read, solve, write)
