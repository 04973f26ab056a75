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
    std::vector<std::pair<long long, int>> events;
    for (std::size_t i = 1; i + 1 < task.size(); i += 2) {
        events.push_back({task[i], 1});
        events.push_back({task[i + 1], -1});
    }
    std::sort(events.begin(), events.end());
    long long now = 0, most = 0;
    for (const auto &[hour, change] : events) {
        now += change;
        most = std::max(most, now);
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
