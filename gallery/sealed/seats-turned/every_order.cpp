#include <iron_stopwatch.hpp>
#include <algorithm>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<long long> &task) {
    std::vector<int> seats(task[0]);
    for (std::size_t i = 0; i < seats.size(); ++i)
        seats[i] = static_cast<int>(i);
    long long ways = 0;
    do {
        bool all = true;
        for (std::size_t i = 0; i < seats.size(); ++i)
            all &= seats[i] != static_cast<int>(i);
        ways += all;
    } while (std::next_permutation(seats.begin(), seats.end()));
    return ways;
}

IRON_STOPWATCH(read, solve, write)
