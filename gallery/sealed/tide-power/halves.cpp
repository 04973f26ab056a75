#include <iron_stopwatch.hpp>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<long long> &task) {
    long long power = 1, base = task[1];
    for (long long n = task[0]; n > 0; n /= 2) {
        if (n % 2) power = power * base % 1000000007;
        base = base * base % 1000000007;
    }
    return power;
}

IRON_STOPWATCH(read, solve, write)
