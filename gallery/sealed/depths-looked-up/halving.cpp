#include <iron_stopwatch.hpp>
#include <algorithm>
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
    const std::size_t n = task.levels.size();
    long long all = 0;
    for (long long i = 0; i < task.k; ++i) {
        const int depth = task.levels[i * 7919 % n] + 1;
        all += std::lower_bound(task.levels.begin(), task.levels.end(), depth) - task.levels.begin();
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
