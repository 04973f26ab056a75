#include <iron_stopwatch.hpp>
#include <string>
#include <vector>

std::vector<std::string> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<std::string> names(n);
    for (std::string &name : names)
        in >> name;
    return names;
}

void write(std::ostream &out, const std::string &answer) { out << answer << '\n'; }

std::string solve(const std::vector<std::string> &names) {
    std::string all;
    for (const std::string &name : names)
        all += name;
    return std::to_string(all.size()) + " " + all[all.size() / 2];
}

IRON_STOPWATCH(read, solve, write)
