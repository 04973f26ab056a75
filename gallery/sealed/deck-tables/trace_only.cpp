#include <iron_stopwatch.hpp>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

std::vector<long long> cells(long long n, long long seed) {
    std::vector<long long> all(n * n);
    for (long long &one : all) {
        seed = (seed * 1103515245 + 12345) % 2147483648LL;
        one = seed % 100;
    }
    return all;
}

long long solve(const std::vector<long long> &task) {
    const long long n = task[0];
    const std::vector<long long> a = cells(n, task[1]), b = cells(n, task[2]);
    long long trace = 0;
    for (long long i = 0; i < n; ++i)
        for (long long k = 0; k < n; ++k)
            trace += a[i * n + k] * b[k * n + i];
    return trace;
}

IRON_STOPWATCH(read, solve, write)
