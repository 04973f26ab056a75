#include <iron_stopwatch.hpp>
#include <deque>
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
    std::deque<std::size_t> tops;
    long long all = 0;
    for (std::size_t i = 0; i < task.levels.size(); ++i) {
        while (!tops.empty() && task.levels[tops.back()] <= task.levels[i]) tops.pop_back();
        tops.push_back(i);
        if (tops.front() + task.k <= i) tops.pop_front();
        if (i + 1 >= static_cast<std::size_t>(task.k)) all += task.levels[tops.front()];
    }
    return all;
}

IRON_STOPWATCH(read, solve, write)
