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
    long long power = 1;
    for (long long i = 0; i < task[0]; ++i)
        power = power * task[1] % 1000000007;
    return power;
}

IRON_STOPWATCH(read, solve, write)
