#include <iron_stopwatch.hpp>
#include <algorithm>
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

void sort(std::vector<int> &v, std::vector<int> &room, std::size_t from, std::size_t to) {
    if (to - from < 2) return;
    const std::size_t middle = (from + to) / 2;
    sort(v, room, from, middle);
    sort(v, room, middle, to);
    std::merge(v.begin() + from, v.begin() + middle, v.begin() + middle, v.begin() + to, room.begin() + from);
    std::copy(room.begin() + from, room.begin() + to, v.begin() + from);
}

long long solve(const std::vector<int> &levels) {
    std::vector<int> v = levels, room(v.size());
    sort(v, room, 0, v.size());
    long long sum = 0;
    for (std::size_t i = 0; i < v.size(); ++i)
        sum = (sum + static_cast<long long>(i + 1) * v[i]) % 1000000007;
    return sum;
}

IRON_STOPWATCH(read, solve, write)
