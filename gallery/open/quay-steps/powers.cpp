#include <iron_stopwatch.hpp>
#include <array>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

using Matrix = std::array<std::array<unsigned long long, 3>, 3>;

Matrix product(const Matrix &a, const Matrix &b) {
    Matrix c{};
    for (int i = 0; i < 3; ++i)
        for (int j = 0; j < 3; ++j)
            for (int k = 0; k < 3; ++k)
                c[i][j] = (c[i][j] + a[i][k] * b[k][j]) % 1000000007;
    return c;
}

long long solve(long long n) {
    Matrix result{}, base{};
    for (int i = 0; i < 3; ++i)
        result[i][i] = base[0][i] = 1;
    base[1][0] = base[2][1] = 1;
    for (; n > 0; n /= 2) {
        if (n % 2) result = product(result, base);
        base = product(base, base);
    }
    return static_cast<long long>(result[0][0]);
}

IRON_STOPWATCH(read, solve, write)
