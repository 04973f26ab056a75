#include <iron_stopwatch.hpp>
#include <numeric>
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
    std::vector<int> above(given.nodes + 1);
    std::iota(above.begin(), above.end(), 0);
    const auto top = [&](int node) {
        while (above[node] != node)
            node = above[node] = above[above[node]];
        return node;
    };
    int groups = given.nodes;
    for (const auto &[from, to] : given.edges)
        if (top(from) != top(to)) {
            above[top(from)] = top(to);
            --groups;
        }
    return groups;
}

IRON_STOPWATCH(read, solve, write)
