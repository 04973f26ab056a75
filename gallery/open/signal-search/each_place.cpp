#include <iron_stopwatch.hpp>
#include <string>

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
    long long count = 0;
    for (std::size_t at = 0; at + given.second.size() <= given.first.size(); ++at) {
        std::size_t same = 0;
        while (same < given.second.size() && given.first[at + same] == given.second[same])
            ++same;
        count += same == given.second.size();
    }
    return count;
}

IRON_STOPWATCH(read, solve, write)
