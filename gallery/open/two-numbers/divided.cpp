#include <iron_stopwatch.hpp>
#include <utility>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    long long a = n, b = n * 5 / 8 + 1;
    while (b != 0)
        a = std::exchange(b, a % b);
    return a;
}

IRON_STOPWATCH(read, solve, write)
