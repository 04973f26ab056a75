#include <iron_stopwatch.hpp>
#include <list>
#include <unordered_map>
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
    std::list<int> used;
    std::unordered_map<int, std::list<int>::iterator> at;
    long long missing = 0;
    for (const int key : task.levels) {
        const auto found = at.find(key);
        if (found != at.end())
            used.erase(found->second);
        else {
            ++missing;
            if (static_cast<int>(used.size()) == task.k) {
                at.erase(used.back());
                used.pop_back();
            }
        }
        used.push_front(key);
        at[key] = used.begin();
    }
    return missing;
}

IRON_STOPWATCH(read, solve, write)
