#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    long long open = 0, most = 0;
    for (const char letter : text) {
        open += letter == '(' ? 1 : -1;
        most = std::max(most, open);
    }
    return most;
}

IRON_STOPWATCH(read, solve, write)
