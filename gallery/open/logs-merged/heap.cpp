#include <functional>
#include <iron_stopwatch.hpp>
#include <queue>
#include <utility>
#include <vector>

using Logs = std::vector<std::vector<int>>;

// Entry i stands in log i mod k.
Logs read(std::istream &in) {
    std::size_t n = 0, k = 1;
    in >> n >> k;
    Logs logs(k);
    for (std::size_t i = 0; i < n; ++i) {
        int entry = 0;
        in >> entry;
        logs[i % k].push_back(entry);
    }
    return logs;
}

void write(std::ostream &out, long long sum) { out << sum << '\n'; }

long long solve(const Logs &logs) {
    using Next = std::pair<int, std::pair<std::size_t, std::size_t>>;
    std::priority_queue<Next, std::vector<Next>, std::greater<>> heads;
    for (std::size_t i = 0; i < logs.size(); ++i)
        if (!logs[i].empty()) heads.push({logs[i][0], {i, 0}});
    long long sum = 0, place = 0;
    while (!heads.empty()) {
        const auto [entry, where] = heads.top();
        heads.pop();
        sum = (sum + entry * (++place % 1000)) % 1000000007;
        const auto [log, at] = where;
        if (at + 1 < logs[log].size()) heads.push({logs[log][at + 1], {log, at + 1}});
    }
    return sum;
}

IRON_STOPWATCH(read, solve, write)
