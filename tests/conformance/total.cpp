#include <cstdio>
#include <cstdlib>
#include <iron_stopwatch.hpp>
#include <stdexcept>
#include <vector>
struct Tide {
    long n = 0;
    std::vector<long> levels;
};
Tide read(std::istream &in) {
    Tide tide;
    in >> tide.n;
    for (long level; in >> level;)
        tide.levels.push_back(level);
    return tide;
}
long solve(const Tide &tide) {
    if (std::getenv("IRON_STOPWATCH_WORKER")) std::puts("ready 1 noise");
    if (tide.n < 0) throw std::runtime_error("aground");
    long total = 0;
    for (const long level : tide.levels)
        total += level;
    return total;
}
void write(std::ostream &out, long total) { out << total << '\n'; }
IRON_STOPWATCH(read, solve, write)
