#include <iron_stopwatch.hpp>
#include <algorithm>
#include <string>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

std::size_t at = 0;

long long depth_of(const std::string &text) {
    long long most = 0;
    while (at < text.size() && text[at] == '(') {
        ++at;
        most = std::max(most, 1 + depth_of(text));
        ++at;
    }
    return most;
}

long long solve(const std::string &text) {
    at = 0;
    return depth_of(text);
}

IRON_STOPWATCH(read, solve, write)
