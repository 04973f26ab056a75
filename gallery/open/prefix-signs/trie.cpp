#include <array>
#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

std::vector<std::string> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<std::string> signs(n);
    for (std::string &sign : signs)
        in >> sign;
    return signs;
}

void write(std::ostream &out, long long count) { out << count << '\n'; }

long long solve(const std::vector<std::string> &signs) {
    std::vector<std::array<int, 26>> next(1);
    std::vector<int> passed(1, 0);
    for (const std::string &sign : signs) {
        int at = 0;
        for (const char letter : sign) {
            const int which = letter - 'a';
            if (next[at][which] == 0) {
                next[at][which] = static_cast<int>(next.size());
                next.push_back({});
                passed.push_back(0);
            }
            at = next[at][which];
            ++passed[at];
        }
    }
    long long count = 0;
    for (const std::string &sign : signs) {
        int at = 0;
        for (const char letter : sign)
            at = next[at][letter - 'a'];
        count += passed[at] > 1;
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
