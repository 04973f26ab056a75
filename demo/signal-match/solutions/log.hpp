// Reading and writing that all solutions share.
#pragma once

#include <iron_stopwatch.hpp>

#include <string>
#include <vector>

struct Watch {
    std::string log, signal;
};

inline Watch read(std::istream &in) {
    std::size_t n = 0, k = 0;
    Watch watch;
    in >> n >> k >> watch.log >> watch.signal;
    return watch;
}

inline void write(std::ostream &out, long long place) { out << place << '\n'; }
