#include <iron_stopwatch.hpp>
#include <queue>
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
    std::queue<int> line;
    long long sum = 0, turn = 0;
    for (std::size_t i = 0; i < levels.size(); ++i) {
        line.push(levels[i]);
        if (i % 2 == 0) continue;
        sum = (sum + line.front() * ++turn) % 1000000007;
        line.pop();
    }
    return sum;
}

IRON_STOPWATCH(read, solve, write)
