#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

std::string read(std::istream &in) {
    std::string text;
    in >> text >> text;
    return text;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    std::string told;
    for (std::size_t i = 0; i < text.size();) {
        std::size_t j = i;
        while (j < text.size() && text[j] == text[i]) ++j;
        told += text[i];
        told += std::to_string(j - i);
        i = j;
    }
    return static_cast<long long>(told.size());
}

IRON_STOPWATCH(read, solve, write)
