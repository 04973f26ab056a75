#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    std::vector<std::vector<long long>> a(n, std::vector<long long>(n));
    for (long long i = 0; i < n; ++i)
        for (long long j = 0; j < n; ++j)
            a[i][j] = (7 * i + 11 * j) % 101;
    long long sum = 0;
    for (long long i = 0; i < n; ++i)
        for (long long j = 0; j < n; ++j) {
            long long entry = 0;
            for (long long k = 0; k < n; ++k)
                entry += a[i][k] * a[k][j];
            sum = (sum + entry) % 1000003;
        }
    return sum;
}

IRON_STOPWATCH(read, solve, write)
