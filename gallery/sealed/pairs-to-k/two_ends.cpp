#include <iron_stopwatch.hpp>
#include <map>
#include <vector>

struct Given {
    int k = 0;
    std::vector<int> levels;
};

Given read(std::istream &in) {
    std::size_t n = 0;
    Given given;
    in >> n >> given.k;
    given.levels.resize(n);
    for (int &level : given.levels)
        in >> level;
    return given;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const Given &given) {
    long long pairs = 0;
    std::size_t low = 0, high = given.levels.size();
    while (low < high) {
        const int first = given.levels[low];
        std::size_t same = 0;
        while (low + same < high && given.levels[low + same] == first)
            ++same;
        while (high > low + same && given.levels[high - 1] > given.k - first)
            --high;
        std::size_t others = 0;
        while (high > low + same + others && given.levels[high - 1 - others] == given.k - first)
            ++others;
        pairs += 2 * first == given.k ? static_cast<long long>(same * (same - 1) / 2)
                                      : static_cast<long long>(same * others);
        low += same;
    }
    return pairs;
}

IRON_STOPWATCH(read, solve, write)
