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

long long solve(const std::vector<int> &levels) {
    std::vector<int> in, out;
    long long all = 0, turn = 0;
    for (const int one : levels) {
        in.push_back(one);
        if (one % 2 == 0) continue;
        if (out.empty())
            for (; !in.empty(); in.pop_back())
                out.push_back(in.back());
        all += ++turn * out.back();
        out.pop_back();
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
