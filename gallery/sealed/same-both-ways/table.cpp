#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    const std::size_t n = text.size();
    std::vector<std::vector<bool>> same(n, std::vector<bool>(n));
    long long count = 0;
    for (std::size_t low = n; low-- > 0;)
        for (std::size_t high = low; high < n; ++high) {
            same[low][high] = text[low] == text[high] && (high - low < 2 || same[low + 1][high - 1]);
            count += same[low][high];
        }
    return count;
}

IRON_STOPWATCH(read, solve, write)
