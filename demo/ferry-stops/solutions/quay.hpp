#pragma once

#include <iron_stopwatch.hpp>

#include <algorithm>
#include <vector>

struct Quay {
    std::vector<int> stops, ferries;
};

Quay read(std::istream &in) {
    std::size_t n = 0, m = 0;
    in >> n >> m;
    Quay quay{std::vector<int>(n), std::vector<int>(m)};
    for (int &stop : quay.stops)
        in >> stop;
    for (int &ferry : quay.ferries)
        in >> ferry;
    return quay;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }
