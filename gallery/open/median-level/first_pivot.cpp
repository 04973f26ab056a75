#include <iron_stopwatch.hpp>
#include <utility>
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

long long solve(std::vector<int> levels) {
    std::size_t from = 0, to = levels.size();
    const std::size_t middle = levels.size() / 2;
    for (;;) {
        std::size_t small = from;
        for (std::size_t i = from + 1; i < to; ++i)
            if (levels[i] < levels[from]) std::swap(levels[++small], levels[i]);
        std::swap(levels[from], levels[small]);
        if (small == middle) return levels[small];
        if (small < middle)
            from = small + 1;
        else
            to = small;
    }
}

IRON_STOPWATCH(read, solve, write)
