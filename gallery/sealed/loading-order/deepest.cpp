#include <iron_stopwatch.hpp>
#include <algorithm>
#include <functional>
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
    std::vector<std::vector<int>> earlier(given.nodes + 1);
    for (const auto &[from, to] : given.edges)
        earlier[to].push_back(from);
    std::vector<int> known(given.nodes + 1);
    const std::function<int(int)> depth = [&](int crate) {
        if (known[crate]) return known[crate];
        int most = 0;
        for (const int other : earlier[crate])
            most = std::max(most, depth(other));
        return known[crate] = most + 1;
    };
    int most = 0;
    for (int crate = 1; crate <= given.nodes; ++crate)
        most = std::max(most, depth(crate));
    return most;
}

IRON_STOPWATCH(read, solve, write)
