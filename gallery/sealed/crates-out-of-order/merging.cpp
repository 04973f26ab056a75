#include <iron_stopwatch.hpp>
#include <algorithm>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long sorted(std::vector<int> &levels, std::vector<int> &beside, std::size_t from, std::size_t to) {
    if (to - from < 2) return 0;
    const std::size_t middle = from + (to - from) / 2;
    long long pairs = sorted(levels, beside, from, middle) + sorted(levels, beside, middle, to);
    std::size_t left = from, right = middle;
    for (std::size_t at = from; at < to; ++at)
        if (right == to || (left < middle && levels[left] <= levels[right]))
            beside[at] = levels[left++];
        else {
            pairs += static_cast<long long>(middle - left);
            beside[at] = levels[right++];
        }
    std::copy(beside.begin() + from, beside.begin() + to, levels.begin() + from);
    return pairs;
}

long long solve(std::vector<int> levels) {
    std::vector<int> beside(levels.size());
    return sorted(levels, beside, 0, levels.size());
}

IRON_STOPWATCH(read, solve, write)
