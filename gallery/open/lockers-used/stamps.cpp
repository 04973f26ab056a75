#include <iron_stopwatch.hpp>
#include <map>
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
    std::map<int, std::size_t> used;
    long long missing = 0;
    for (std::size_t now = 0; now < task.levels.size(); ++now) {
        const int key = task.levels[now];
        if (!used.count(key)) {
            ++missing;
            if (static_cast<int>(used.size()) == task.k) {
                auto oldest = used.begin();
                for (auto one = used.begin(); one != used.end(); ++one)
                    if (one->second < oldest->second) oldest = one;
                used.erase(oldest);
            }
        }
        used[key] = now;
    }
    return missing;
}

IRON_STOPWATCH(read, solve, write)
