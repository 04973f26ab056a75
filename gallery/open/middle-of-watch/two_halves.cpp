#include <iron_stopwatch.hpp>
#include <iterator>
#include <set>
#include <vector>

struct Task {
    std::vector<int> levels;
    int k = 0;
};

Task read(std::istream &in) {
    std::size_t n = 0;
    Task task;
    in >> n >> task.k;
    task.levels.resize(n);
    for (int &level : task.levels)
        in >> level;
    return task;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const Task &task) {
    std::multiset<int> low, high;
    const std::size_t k = task.k, lower = (k + 1) / 2;
    long long all = 0;
    for (std::size_t i = 0; i < task.levels.size(); ++i) {
        const int level = task.levels[i];
        if (low.empty() || level <= *low.rbegin())
            low.insert(level);
        else
            high.insert(level);
        if (i >= k) {
            const int gone = task.levels[i - k];
            if (const auto at = low.find(gone); at != low.end())
                low.erase(at);
            else
                high.erase(high.find(gone));
        }
        if (i + 1 < k) continue;
        while (low.size() > lower) {
            high.insert(*low.rbegin());
            low.erase(std::prev(low.end()));
        }
        while (low.size() < lower) {
            low.insert(*high.begin());
            high.erase(high.begin());
        }
        all += *low.rbegin();
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
