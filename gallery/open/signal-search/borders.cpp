#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

struct Given {
    std::string first, second;
};

Given read(std::istream &in) {
    Given given;
    in >> given.first >> given.second;
    return given;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

long long solve(const Given &given) {
    const std::string &sought = given.second;
    std::vector<std::size_t> border(sought.size() + 1);
    std::size_t length = 0;
    for (std::size_t i = 1; i < sought.size(); ++i) {
        while (length > 0 && sought[i] != sought[length])
            length = border[length];
        length += sought[i] == sought[length];
        border[i + 1] = length;
    }
    long long count = 0;
    length = 0;
    for (const char letter : given.first) {
        while (length > 0 && (length == sought.size() || letter != sought[length]))
            length = border[length];
        length += letter == sought[length];
        count += length == sought.size();
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
