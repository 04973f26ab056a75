#include <iron_stopwatch.hpp>
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

long long solve(const std::vector<int> &levels) {
    long long found = 0;
    for (int asked = 0; asked < 16; ++asked) {
        const int mark = asked * 62500000;
        std::size_t from = 0, to = levels.size();
        while (from < to) {
            const std::size_t middle = (from + to) / 2;
            if (levels[middle] < mark)
                from = middle + 1;
            else
                to = middle;
        }
        found += from < levels.size() && levels[from] == mark;
    }
    return found;
}

IRON_STOPWATCH(read, solve, write)
