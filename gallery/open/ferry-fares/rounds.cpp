#include <iron_stopwatch.hpp>
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
    std::vector<long long> fare(n + 1, 1LL << 60);
    fare[1] = 0;
    for (bool changes = true; changes;) {
        changes = false;
        for (std::size_t i = 2; i + 2 < task.size(); i += 3)
            for (int way = 0; way < 2; ++way) {
                const long long from = task[i + way], to = task[i + 1 - way];
                if (fare[from] + task[i + 2] < fare[to]) {
                    fare[to] = fare[from] + task[i + 2];
                    changes = true;
                }
            }
    }
    long long all = 0;
    for (std::size_t pier = 1; pier <= n; ++pier)
        all += fare[pier];
    return all;
}

IRON_STOPWATCH(read, solve, write)
