#include <iron_stopwatch.hpp>
#include <functional>
#include <queue>
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
    std::priority_queue<int, std::vector<int>, std::greater<int>> calls;
    for (const int one : task.levels)
        calls.push(one);
    long long all = 0;
    for (int i = 0; i < task.k; ++i) {
        all += calls.top();
        calls.pop();
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
