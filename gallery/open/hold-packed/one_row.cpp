#include <algorithm>
#include <iron_stopwatch.hpp>
#include <utility>
#include <vector>

struct Given {
    std::size_t bears = 0;
    std::vector<std::pair<std::size_t, long long>> crates;
};

Given read(std::istream &in) {
    Given given;
    std::size_t n = 0;
    in >> n >> given.bears;
    given.crates.resize(n);
    for (auto &[weight, worth] : given.crates)
        in >> weight >> worth;
    return given;
}

void write(std::ostream &out, long long most) { out << most << '\n'; }

long long solve(const Given &given) {
    std::vector<long long> most(given.bears + 1, 0);
    for (const auto &[weight, worth] : given.crates)
        for (std::size_t left = given.bears; left >= weight; --left)
            most[left] = std::max(most[left], most[left - weight] + worth);
    return most.back();
}

IRON_STOPWATCH(read, solve, write)
