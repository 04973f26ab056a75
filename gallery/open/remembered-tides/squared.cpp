#include <iron_stopwatch.hpp>
#include <array>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

using Matrix = std::array<long long, 4>;

Matrix product(const Matrix &a, const Matrix &b) {
    constexpr long long m = 1000007;
    return {(a[0] * b[0] + a[1] * b[2]) % m, (a[0] * b[1] + a[1] * b[3]) % m, (a[2] * b[0] + a[3] * b[2]) % m,
            (a[2] * b[1] + a[3] * b[3]) % m};
}

long long solve(long long n) {
    Matrix power = {1, 0, 0, 1}, base = {1, 1, 1, 0};
    for (; n > 0; n /= 2) {
        if (n % 2) power = product(power, base);
        base = product(base, base);
    }
    return power[1];
}

IRON_STOPWATCH(read, solve, write)
