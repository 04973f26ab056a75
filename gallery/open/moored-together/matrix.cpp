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
    const int n = given.nodes;
    std::vector<std::vector<char>> tied(n + 1, std::vector<char>(n + 1));
    for (const auto &[from, to] : given.edges)
        tied[from][to] = tied[to][from] = 1;
    std::vector<char> seen(n + 1);
    std::vector<int> waiting;
    int groups = 0;
    for (int start = 1; start <= n; ++start) {
        if (seen[start]) continue;
        ++groups;
        seen[start] = 1;
        waiting.push_back(start);
        while (!waiting.empty()) {
            const int at = waiting.back();
            waiting.pop_back();
            for (int other = 1; other <= n; ++other)
                if (tied[at][other] && !seen[other]) {
                    seen[other] = 1;
                    waiting.push_back(other);
                }
        }
    }
    return groups;
}

IRON_STOPWATCH(read, solve, write)
