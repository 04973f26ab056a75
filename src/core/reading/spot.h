// What a count belongs to.
#pragma once

#include <compare>
#include <cstdint>
#include <map>
#include <string>
#include <vector>

namespace iron {

// A line of a solution's own sources, or a library function and the lines that it is called from.
struct Spot {
    std::string file;       // "" for the first of the sources
    std::vector<int> lines; // one; of a library function any number, none where nobody knows
    std::string calls;      // the library function's name; "" for the line itself
    auto operator<=>(const Spot &) const = default;
};

// As records name it: "12", "helper.h:12", "12 sort", "12,30 insert".
std::string key_of(const Spot &spot);
Spot spot_of(const std::string &key);

// How often each ran in a call: of a line the most of its blocks, of a library function all its steps.
using SpotCounts = std::map<std::string, std::int64_t>; // by key

std::int64_t total_of(const SpotCounts &counts);

} // namespace iron
