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
    const std::size_t k = task.k;
    long long all = 0;
    for (std::size_t from = 0; from + k <= task.levels.size(); ++from) {
        std::vector<int> watch(task.levels.begin() + from, task.levels.begin() + from + k);
        std::nth_element(watch.begin(), watch.begin() + (k - 1) / 2, watch.end());
        all += watch[(k - 1) / 2];
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
