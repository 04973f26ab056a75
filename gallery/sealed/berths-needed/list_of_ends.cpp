#include <iron_stopwatch.hpp>
#include <algorithm>
#include <iterator>
#include <list>
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
    std::vector<std::pair<long long, long long>> stays;
    for (std::size_t i = 1; i + 1 < task.size(); i += 2)
        stays.push_back({task[i], task[i + 1]});
    std::sort(stays.begin(), stays.end());
    std::list<long long> there;
    std::size_t most = 0;
    for (const auto &[from, to] : stays) {
        for (auto at = there.begin(); at != there.end();)
            at = *at <= from ? there.erase(at) : std::next(at);
        there.push_back(to);
        most = std::max(most, there.size());
    }
    return static_cast<long long>(most);
}

IRON_STOPWATCH(read, solve, write)
