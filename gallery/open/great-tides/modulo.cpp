#include <iron_stopwatch.hpp>
#include <cmath>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    // The length is that of the power of the golden ratio, rounded.
    const int first[] = {0, 1, 1, 2, 2, 3, 4, 4, 5, 6};
    if (n < 10) return first[n];
    const long double bits = n * std::log2((1 + std::sqrt(5.0L)) / 2) - std::log2(std::sqrt(5.0L));
    return static_cast<long long>(std::floor(bits + 1e-9L)) + 1;
}

IRON_STOPWATCH(read, solve, write)
