#include <iron_stopwatch.hpp>
#include <algorithm>
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
    std::vector<std::vector<int>> later(given.nodes + 1);
    std::vector<int> before(given.nodes + 1);
    for (const auto &[from, to] : given.edges) {
        later[from].push_back(to);
        ++before[to];
    }
    std::vector<int> now, next;
    for (int crate = 1; crate <= given.nodes; ++crate)
        if (before[crate] == 0) now.push_back(crate);
    long long rounds = 0;
    for (; !now.empty(); now.swap(next), next.clear()) {
        ++rounds;
        for (const int crate : now)
            for (const int other : later[crate])
                if (--before[other] == 0) next.push_back(other);
    }
    return rounds;
}

IRON_STOPWATCH(read, solve, write)
