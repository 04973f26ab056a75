#include <iron_stopwatch.hpp>
#include <algorithm>
#include <stack>
#include <string>

std::string read(std::istream &in) {
    std::string text;
    in >> text;
    return text;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const std::string &text) {
    std::stack<std::size_t> open;
    std::size_t most = 0;
    for (std::size_t at = 0; at < text.size(); ++at) {
        if (text[at] == '(')
            open.push(at);
        else
            open.pop();
        most = std::max(most, open.size());
    }
    return static_cast<long long>(most);
}

IRON_STOPWATCH(read, solve, write)
