#include <iron_stopwatch.hpp>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    long long a = 0, b = 0, c = 1;
    for (long long i = 0; i < n; ++i) {
        const long long next = (a + b + c) % 1000000007;
        a = b;
        b = c;
        c = next;
    }
    return c;
}

IRON_STOPWATCH(read, solve, write)
