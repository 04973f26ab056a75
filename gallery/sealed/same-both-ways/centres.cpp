#include <iron_stopwatch.hpp>
#include <string>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    const long long n = static_cast<long long>(text.size());
    long long count = 0;
    for (long long centre = 0; centre < 2 * n - 1; ++centre)
        for (long long low = centre / 2, high = low + centre % 2; low >= 0 && high < n && text[low] == text[high];
             --low, ++high)
            ++count;
    return count;
}

IRON_STOPWATCH(read, solve, write)
