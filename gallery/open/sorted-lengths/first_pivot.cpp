#include <iron_stopwatch.hpp>
#include <utility>
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

void sort(std::vector<int> &v, long long from, long long to) {
    while (to - from > 1) {
        const int pivot = v[from];
        long long low = from, high = to;
        for (long long at = from + 1; at < high;)
            if (v[at] < pivot)
                std::swap(v[low++], v[at++]);
            else if (v[at] > pivot)
                std::swap(v[at], v[--high]);
            else
                ++at;
        sort(v, from, low);
        from = high;
    }
}

long long solve(const std::vector<int> &levels) {
    std::vector<int> v = levels;
    sort(v, 0, static_cast<long long>(v.size()));
    long long sum = 0;
    for (std::size_t i = 0; i < v.size(); ++i)
        sum = (sum + static_cast<long long>(i + 1) * v[i]) % 1000000007;
    return sum;
}

IRON_STOPWATCH(read, solve, write)
