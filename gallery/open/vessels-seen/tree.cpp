#include <iron_stopwatch.hpp>
#include <set>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> numbers(n);
    for (int &number : numbers)
        in >> number;
    return numbers;
}

void write(std::ostream &out, std::size_t seen) { out << seen << '\n'; }

std::size_t solve(const std::vector<int> &numbers) {
    std::set<int> seen;
    for (const int number : numbers)
        seen.insert(number);
    return seen.size();
}

IRON_STOPWATCH(read, solve, write)
