#include <iron_stopwatch.hpp>
#include <functional>
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

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<int> &levels) {
    std::priority_queue<long long, std::vector<long long>, std::greater<long long>> ropes(levels.begin(),
                                                                                          levels.end());
    long long all = 0;
    while (ropes.size() > 1) {
        long long both = ropes.top();
        ropes.pop();
        both += ropes.top();
        ropes.pop();
        all += both;
        ropes.push(both);
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
