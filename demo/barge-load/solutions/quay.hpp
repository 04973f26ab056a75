// Reading and writing that all solutions share.
#pragma once

#include <iron_stopwatch.hpp>

#include <cstdint>
#include <vector>

struct Quay {
    std::int64_t barge = 0;
    std::vector<std::int64_t> crates;
};

inline Quay read(std::istream &in) {
    Quay quay;
    std::size_t n = 0;
    in >> n >> quay.barge;
    quay.crates.resize(n);
    for (std::int64_t &crate : quay.crates)
        in >> crate;
    return quay;
}

inline void write(std::ostream &out, bool fills) { out << (fills ? "yes" : "no") << '\n'; }
