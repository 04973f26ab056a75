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

long long solve(const std::vector<int> &levels) {
    std::vector<long long> ropes(levels.begin(), levels.end()), made;
    std::sort(ropes.begin(), ropes.end());
    std::size_t rope = 0, piece = 0;
    const auto least = [&] {
        if (piece == made.size() || (rope < ropes.size() && ropes[rope] <= made[piece])) return ropes[rope++];
        return made[piece++];
    };
    long long all = 0;
    for (std::size_t left = ropes.size(); left > 1; --left) {
        const long long one = least(), both = one + least();
        made.push_back(both);
        all += both;
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
