#include <iron_stopwatch.hpp>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    long long a = n, b = n * 5 / 8 + 1;
    while (a != b)
        if (a > b)
            a -= b;
        else
            b -= a;
    return a;
}

IRON_STOPWATCH(read, solve, write)
