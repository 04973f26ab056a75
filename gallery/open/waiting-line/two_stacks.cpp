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
    std::vector<int> in, out;
    long long sum = 0, turn = 0;
    for (std::size_t i = 0; i < levels.size(); ++i) {
        in.push_back(levels[i]);
        if (i % 2 == 0) continue;
        if (out.empty())
            while (!in.empty()) {
                out.push_back(in.back());
                in.pop_back();
            }
        sum = (sum + out.back() * ++turn) % 1000000007;
        out.pop_back();
    }
    return sum;
}

IRON_STOPWATCH(read, solve, write)
