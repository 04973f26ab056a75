#include <iron_stopwatch.hpp>
#include <algorithm>
#include <array>
#include <string>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    std::array<int, 256> seen{};
    std::size_t from = 0, best = 0;
    for (std::size_t to = 0; to < text.size(); ++to) {
        ++seen[static_cast<unsigned char>(text[to])];
        while (seen[static_cast<unsigned char>(text[to])] > 1)
            --seen[static_cast<unsigned char>(text[from++])];
        best = std::max(best, to + 1 - from);
    }
    return static_cast<long long>(best);
}

IRON_STOPWATCH(read, solve, write)
