// Reading and writing that all solutions share.
#pragma once

#include <iron_stopwatch.hpp>

#include <vector>

inline std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> chained_to(n);
    for (int &buoy : chained_to)
        in >> buoy;
    return chained_to;
}

inline void write(std::ostream &out, bool circle) { out << (circle ? "circle" : "quay") << '\n'; }
