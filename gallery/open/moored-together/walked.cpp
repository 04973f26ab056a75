#include <iron_stopwatch.hpp>
#include <utility>
#include <vector>

using Edges = std::vector<std::pair<int, int>>;
struct Given {
    int nodes = 0;
    Edges edges;
};

Given read(std::istream &in) {
    Given given;
    std::size_t m = 0;
    in >> given.nodes >> m;
    given.edges.resize(m);
    for (auto &[from, to] : given.edges)
        in >> from >> to;
    return given;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const Given &given) {
    std::vector<std::vector<int>> next(given.nodes + 1);
    for (const auto &[from, to] : given.edges) {
        next[from].push_back(to);
        next[to].push_back(from);
    }
    std::vector<bool> seen(given.nodes + 1);
    std::vector<int> waiting;
    int groups = 0;
    for (int start = 1; start <= given.nodes; ++start) {
        if (seen[start]) continue;
        ++groups;
        seen[start] = true;
        waiting.push_back(start);
        while (!waiting.empty()) {
            const int at = waiting.back();
            waiting.pop_back();
            for (const int other : next[at])
                if (!seen[other]) {
                    seen[other] = true;
                    waiting.push_back(other);
                }
        }
    }
    return groups;
}

IRON_STOPWATCH(read, solve, write)
