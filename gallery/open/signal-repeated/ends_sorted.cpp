#include <iron_stopwatch.hpp>
#include <algorithm>
#include <numeric>
#include <string>
#include <vector>

std::string read(std::istream &in) {
    std::string text;
    in >> text >> text;
    return text;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    std::vector<int> ends(text.size());
    std::iota(ends.begin(), ends.end(), 0);
    std::sort(ends.begin(), ends.end(), [&](int a, int b) {
        while (a < static_cast<int>(text.size()) && b < static_cast<int>(text.size())) {
            if (text[a] != text[b]) return text[a] < text[b];
            ++a;
            ++b;
        }
        return a > b;
    });
    std::size_t longest = 0;
    for (std::size_t i = 1; i < ends.size(); ++i) {
        std::size_t alike = 0;
        while (std::max(ends[i - 1], ends[i]) + alike < text.size() &&
               text[ends[i - 1] + alike] == text[ends[i] + alike])
            ++alike;
        longest = std::max(longest, alike);
    }
    return static_cast<long long>(longest);
}

IRON_STOPWATCH(read, solve, write)
