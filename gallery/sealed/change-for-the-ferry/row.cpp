#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    std::vector<long long> ways(n + 1);
    ways[0] = 1;
    for (const int coin : {1, 2, 5, 10, 20, 50})
        for (long long sum = coin; sum <= n; ++sum)
            ways[sum] = (ways[sum] + ways[sum - coin]) % 1000000007;
    return ways[n];
}

IRON_STOPWATCH(read, solve, write)
