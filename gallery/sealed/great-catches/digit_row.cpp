#include <iron_stopwatch.hpp>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<long long> &task) {
    std::vector<int> digits = {1};
    for (long long by = 2; by <= task[0]; ++by) {
        long long carry = 0;
        for (int &digit : digits) {
            carry += digit * by;
            digit = static_cast<int>(carry % 10);
            carry /= 10;
        }
        for (; carry > 0; carry /= 10)
            digits.push_back(static_cast<int>(carry % 10));
    }
    long long all = 0;
    for (const int digit : digits)
        all += digit;
    return all;
}

IRON_STOPWATCH(read, solve, write)
