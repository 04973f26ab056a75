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
    std::vector<int> depth(above.size() + 1);
    int most = 0;
    for (std::size_t i = 1; i <= above.size(); ++i) {
        depth[i] = depth[above[i - 1]] + 1;
        if (depth[i] > most) most = depth[i];
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
