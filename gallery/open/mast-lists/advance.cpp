#include <iron_stopwatch.hpp>
#include <iterator>
#include <list>
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
    const std::list<int> marks(levels.begin(), levels.end());
    long long sum = 0;
    for (std::size_t i = 0; i < marks.size(); ++i)
        sum += static_cast<long long>(i) * *std::next(marks.begin(), static_cast<long>(i));
    return sum;
}

IRON_STOPWATCH(read, solve, write)
