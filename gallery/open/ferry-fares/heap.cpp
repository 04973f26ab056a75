#include <iron_stopwatch.hpp>
#include <functional>
#include <queue>
#include <utility>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<long long> &task) {
    const std::size_t n = task[0];
    std::vector<std::vector<std::pair<int, long long>>> lines(n + 1);
    for (std::size_t i = 2; i + 2 < task.size(); i += 3) {
        lines[task[i]].push_back({static_cast<int>(task[i + 1]), task[i + 2]});
        lines[task[i + 1]].push_back({static_cast<int>(task[i]), task[i + 2]});
    }
    std::vector<long long> fare(n + 1, -1);
    using Known = std::pair<long long, int>;
    std::priority_queue<Known, std::vector<Known>, std::greater<Known>> next;
    next.push({0, 1});
    long long all = 0;
    while (!next.empty()) {
        const auto [cost, pier] = next.top();
        next.pop();
        if (fare[pier] >= 0) continue;
        fare[pier] = cost;
        all += cost;
        for (const auto &[to, more] : lines[pier])
            if (fare[to] < 0) next.push({cost + more, to});
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
