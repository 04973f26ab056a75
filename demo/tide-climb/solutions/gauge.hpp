// Reading and writing that all solutions share.
#pragma once

#include <iron_stopwatch.hpp>

#include <vector>

struct Gauge {
    std::vector<int> change; // centimetres, hour by hour
};

inline Gauge read(std::istream &in) {
    std::size_t hours = 0;
    in >> hours;
    Gauge gauge;
    gauge.change.resize(hours);
    for (int &change : gauge.change)
        in >> change;
    return gauge;
}

inline void write(std::ostream &out, long long climb) { out << climb << '\n'; }
