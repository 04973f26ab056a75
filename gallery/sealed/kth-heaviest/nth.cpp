#include <iron_stopwatch.hpp>
#include <algorithm>
#include <functional>
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
    std::vector<int> own = task.levels;
    std::nth_element(own.begin(), own.begin() + (task.k - 1), own.end(), std::greater<int>());
    return own[task.k - 1];
}

IRON_STOPWATCH(read, solve, write)
