#include <iron_stopwatch.hpp>
#include <queue>
#include <utility>

std::pair<int, int> read(std::istream &in) {
    std::pair<int, int> given;
    in >> given.first >> given.second;
    return given;
}

void write(std::ostream &out, int last) { out << last << '\n'; }

int solve(const std::pair<int, int> &given) {
    std::queue<int> circle;
    for (int i = 0; i < given.first; ++i)
        circle.push(i);
    while (circle.size() > 1) {
        for (int i = 1; i < given.second; ++i) {
            circle.push(circle.front());
            circle.pop();
        }
        circle.pop();
    }
    return circle.front();
}

IRON_STOPWATCH(read, solve, write)
