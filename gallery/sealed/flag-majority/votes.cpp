#include <iron_stopwatch.hpp>
#include <vector>

std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels)
        in >> level;
    return levels;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

long long solve(const std::vector<int> &flags) {
    int flag = -1;
    long long votes = 0;
    for (const int one : flags)
        if (votes == 0) {
            flag = one;
            votes = 1;
        } else
            votes += one == flag ? 1 : -1;
    long long count = 0;
    for (const int one : flags)
        count += one == flag;
    return 2 * count > static_cast<long long>(flags.size()) ? flag : -1;
}

IRON_STOPWATCH(read, solve, write)
