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

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<int> &above) {
    long long most = 0;
    for (std::size_t i = 0; i < above.size(); ++i) {
        long long depth = 1;
        for (int at = above[i]; at > 0; at = above[at - 1])
            ++depth;
        if (depth > most) most = depth;
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
