#include <iron_stopwatch.hpp>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    long long count = 0;
    for (long long a = 1; a * a <= n; ++a)
        count += n % a == 0;
    return count;
}

IRON_STOPWATCH(read, solve, write)
