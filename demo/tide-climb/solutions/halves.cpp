#include "gauge.hpp"

// The best run of hours [from, to) lies in the left half, in the right half, or across the middle; one across
// is the best end of the left half and the best beginning of the right one.
long long best_within(const std::vector<int> &change, std::size_t from, std::size_t to) {
    if (from == to) return 0;
    if (to - from == 1) return change[from] > 0 ? change[from] : 0;
    const std::size_t middle = from + (to - from) / 2;
    long long left = 0, right = 0, sum = 0;
    for (std::size_t hour = middle; hour-- > from;) {
        sum += change[hour];
        if (sum > left) left = sum;
    }
    sum = 0;
    for (std::size_t hour = middle; hour < to; ++hour) {
        sum += change[hour];
        if (sum > right) right = sum;
    }
    const long long inside_left = best_within(change, from, middle),
                    inside_right = best_within(change, middle, to);
    const long long inside = inside_left > inside_right ? inside_left : inside_right;
    return left + right > inside ? left + right : inside;
}

long long solve(const Gauge &gauge) { return best_within(gauge.change, 0, gauge.change.size()); }

IRON_STOPWATCH(read, solve, write)
