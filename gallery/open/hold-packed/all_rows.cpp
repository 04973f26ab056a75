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
    const std::size_t n = given.crates.size();
    std::vector<std::vector<long long>> most(n + 1, std::vector<long long>(given.bears + 1, 0));
    for (std::size_t i = 0; i < n; ++i)
        for (std::size_t left = 0; left <= given.bears; ++left) {
            const auto &[weight, worth] = given.crates[i];
            most[i + 1][left] = most[i][left];
            if (left >= weight) most[i + 1][left] = std::max(most[i + 1][left], most[i][left - weight] + worth);
        }
    return most[n][given.bears];
}

IRON_STOPWATCH(read, solve, write)
