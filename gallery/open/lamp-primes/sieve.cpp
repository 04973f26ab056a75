#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    std::vector<bool> crossed(n + 1);
    long long count = 0;
    for (long long i = 2; i <= n; ++i) {
        if (crossed[i]) continue;
        ++count;
        for (long long j = i * i; j <= n; j += i)
            crossed[j] = true;
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
