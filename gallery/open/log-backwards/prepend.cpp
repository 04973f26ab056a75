#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

std::vector<std::string> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<std::string> words(n);
    for (std::string &word : words)
        in >> word;
    return words;
}

void write(std::ostream &out, long long at) { out << at << '\n'; }

long long solve(const std::vector<std::string> &words) {
    std::string text;
    for (const std::string &word : words)
        text = word + " " + text;
    const std::size_t at = text.rfind('7');
    return at == std::string::npos ? -1 : static_cast<long long>(at);
}

IRON_STOPWATCH(read, solve, write)
