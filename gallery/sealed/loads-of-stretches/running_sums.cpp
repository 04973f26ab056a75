#include <iron_stopwatch.hpp>
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
    std::vector<long long> before(n + 1);
    for (std::size_t i = 0; i < n; ++i)
        before[i + 1] = before[i] + task.levels[i];
    long long all = 0;
    for (long long i = 0; i < task.k; ++i)
        all += before[n] - before[i * 131 % n];
    return all;
}

IRON_STOPWATCH(read, solve, write)
