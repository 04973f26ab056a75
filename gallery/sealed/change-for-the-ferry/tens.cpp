#include <iron_stopwatch.hpp>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long twos(long long left) { return left / 2 + 1; }

long long fives(long long left) {
    long long ways = 0;
    for (; left >= 0; left -= 5)
        ways += twos(left);
    return ways % 1000000007;
}

long long tens(long long left) {
    long long ways = 0;
    for (; left >= 0; left -= 10)
        ways += fives(left);
    return ways % 1000000007;
}

long long solve(long long n) {
    long long ways = 0;
    for (long long fifties = n; fifties >= 0; fifties -= 50)
        for (long long twenties = fifties; twenties >= 0; twenties -= 20)
            ways = (ways + tens(twenties)) % 1000000007;
    return ways;
}

IRON_STOPWATCH(read, solve, write)
