#include <iron_stopwatch.hpp>
#include <vector>

using Logs = std::vector<std::vector<int>>;

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
    std::vector<std::size_t> at(logs.size(), 0);
    long long sum = 0, place = 0;
    for (;;) {
        std::size_t least = logs.size();
        for (std::size_t i = 0; i < logs.size(); ++i)
            if (at[i] < logs[i].size() && (least == logs.size() || logs[i][at[i]] < logs[least][at[least]])) least = i;
        if (least == logs.size()) return sum;
        sum = (sum + logs[least][at[least]++] * (++place % 1000)) % 1000000007;
    }
}

IRON_STOPWATCH(read, solve, write)
