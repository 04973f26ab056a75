#include <algorithm>
#include <iron_stopwatch.hpp>
#include <map>
#include <string>
#include <string_view>
#include <vector>

std::vector<std::string> read(std::istream &in) {
    std::size_t n = 0, l = 0;
    in >> n >> l;
    std::vector<std::string> signs(n);
    for (std::string &sign : signs)
        in >> sign;
    return signs;
}

void write(std::ostream &out, int most) { out << most << '\n'; }

int solve(const std::vector<std::string> &signs) {
    std::map<std::string_view, int> seen;
    int most = 0;
    for (const std::string &sign : signs)
        most = std::max(most, ++seen[sign]);
    return most;
}

IRON_STOPWATCH(read, solve, write)
