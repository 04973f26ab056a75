#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    std::vector<long long> ways(n + 3);
    ways[2] = 1;
    for (long long i = 3; i < n + 3; ++i)
        ways[i] = (ways[i - 1] + ways[i - 2] + ways[i - 3]) % 1000000007;
    return ways[n + 2];
}

IRON_STOPWATCH(read, solve, write)
