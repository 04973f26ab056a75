#include <iron_stopwatch.hpp>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::vector<int> &levels) {
    std::vector<std::size_t> waiting;
    long long sum = 0;
    for (std::size_t hour = 0; hour < levels.size(); ++hour) {
        while (!waiting.empty() && levels[waiting.back()] < levels[hour]) {
            sum += static_cast<long long>(hour - waiting.back());
            waiting.pop_back();
        }
        waiting.push_back(hour);
    }
    return sum;
}

IRON_STOPWATCH(read, solve, write)
