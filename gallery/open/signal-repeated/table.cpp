#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>
#include <vector>

std::string read(std::istream &in) {
    std::string text;
    in >> text >> text;
    return text;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    const std::size_t n = text.size();
    std::vector<int> above(n + 1), here(n + 1);
    int longest = 0;
    for (std::size_t i = 1; i <= n; ++i) {
        for (std::size_t j = i + 1; j <= n; ++j) {
            here[j] = text[i - 1] == text[j - 1] ? above[j - 1] + 1 : 0;
            longest = std::max(longest, here[j]);
        }
        std::swap(above, here);
    }
    return longest;
}

IRON_STOPWATCH(read, solve, write)
