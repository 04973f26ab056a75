#include <iron_stopwatch.hpp>
#include <algorithm>
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
    std::vector<long long> fare(n + 1, 1LL << 60);
    std::vector<bool> done(n + 1);
    fare[1] = 0;
    long long all = 0;
    for (std::size_t round = 0; round < n; ++round) {
        std::size_t pier = 0;
        for (std::size_t one = 1; one <= n; ++one)
            if (!done[one] && (pier == 0 || fare[one] < fare[pier])) pier = one;
        done[pier] = true;
        all += fare[pier];
        for (const auto &[to, more] : lines[pier])
            fare[to] = std::min(fare[to], fare[pier] + more);
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
