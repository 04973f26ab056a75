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
    std::vector<int> first(task.k);
    std::partial_sort_copy(task.levels.begin(), task.levels.end(), first.begin(), first.end());
    long long all = 0;
    for (const int one : first)
        all += one;
    return all;
}

IRON_STOPWATCH(read, solve, write)
