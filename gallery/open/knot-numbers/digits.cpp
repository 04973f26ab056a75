#include <iron_stopwatch.hpp>
#include <vector>

long long read(std::istream &in) {
    long long n = 0;
    in >> n;
    return n;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(long long n) {
    std::vector<int> before = {0}, now = {1}; // digits, the lowest first
    for (long long i = 1; i < n; ++i) {
        std::vector<int> sum;
        int carry = 0;
        for (std::size_t d = 0; d < now.size(); ++d) {
            carry += now[d] + (d < before.size() ? before[d] : 0);
            sum.push_back(carry % 10);
            carry /= 10;
        }
        if (carry) sum.push_back(carry);
        before.swap(now);
        now.swap(sum);
    }
    long long total = 0;
    for (const int digit : now)
        total += digit;
    return total;
}

IRON_STOPWATCH(read, solve, write)
