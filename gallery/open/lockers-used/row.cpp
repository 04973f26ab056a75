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
    std::vector<int> used;
    long long missing = 0;
    for (const int key : task.levels) {
        const auto found = std::find(used.begin(), used.end(), key);
        if (found != used.end())
            used.erase(found);
        else {
            ++missing;
            if (static_cast<int>(used.size()) == task.k) used.erase(used.begin());
        }
        used.push_back(key);
    }
    return missing;
}

IRON_STOPWATCH(read, solve, write)
