#include <iron_stopwatch.hpp>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> lengths(n);
    for (int &length : lengths)
        in >> length;
    return lengths;
}

void write(std::ostream &out, long long total) { out << total << '\n'; }

long long solve(std::vector<int> queue) {
    long long place = 0, total = 0;
    while (!queue.empty()) {
        const int length = queue.front();
        queue.erase(queue.begin());
        ++place;
        if (length % 2 == 0) total += place;
    }
    return total;
}

IRON_STOPWATCH(read, solve, write)
