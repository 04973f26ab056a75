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
    long long a = task[0], b = task[1];
    while (b > 0) {
        const long long rest = a % b;
        a = b;
        b = rest;
    }
    return a;
}

IRON_STOPWATCH(read, solve, write)
