#include <iron_stopwatch.hpp>
#include <algorithm>
#include <cstdlib>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

std::vector<long long> loads(const std::vector<int> &levels, std::size_t from, std::size_t to) {
    std::vector<long long> all = {0};
    for (std::size_t i = from; i < to; ++i) {
        const std::size_t before = all.size();
        for (std::size_t j = 0; j < before; ++j) {
            all.push_back(all[j] - levels[i]);
            all[j] += levels[i];
        }
    }
    return all;
}

long long solve(const std::vector<int> &levels) {
    const std::vector<long long> left = loads(levels, 0, levels.size() / 2);
    std::vector<long long> right = loads(levels, levels.size() / 2, levels.size());
    std::sort(right.begin(), right.end());
    long long best = 1LL << 60;
    for (const long long one : left) {
        const auto near = std::lower_bound(right.begin(), right.end(), -one);
        if (near != right.end()) best = std::min(best, std::llabs(one + *near));
        if (near != right.begin()) best = std::min(best, std::llabs(one + *(near - 1)));
    }
    return best;
}

IRON_STOPWATCH(read, solve, write)
