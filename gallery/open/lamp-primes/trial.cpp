#include <iron_stopwatch.hpp>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    long long count = 0;
    for (long long i = 2; i <= n; ++i) {
        bool prime = true;
        for (long long d = 2; d * d <= i && prime; ++d)
            prime = i % d != 0;
        count += prime;
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
