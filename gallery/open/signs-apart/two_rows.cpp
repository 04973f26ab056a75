#include <iron_stopwatch.hpp>
#include <algorithm>
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
    const auto &[first, second] = given;
    std::vector<int> above(second.size() + 1), row(second.size() + 1);
    for (std::size_t j = 0; j <= second.size(); ++j)
        above[j] = static_cast<int>(j);
    for (std::size_t i = 1; i <= first.size(); ++i) {
        row[0] = static_cast<int>(i);
        for (std::size_t j = 1; j <= second.size(); ++j)
            row[j] = std::min({above[j] + 1, row[j - 1] + 1, above[j - 1] + (first[i - 1] != second[j - 1])});
        std::swap(above, row);
    }
    return above.back();
}

IRON_STOPWATCH(read, solve, write)
