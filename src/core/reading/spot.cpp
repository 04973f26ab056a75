#include "core/reading/spot.h"

#include <charconv>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <numeric>

namespace iron {

std::string key_of(const Spot &spot) {
    std::string key = spot.file.empty() ? "" : spot.file + ":";
    key += fmt::format("{}", fmt::join(spot.lines, ","));
    return spot.calls.empty() ? key : key + " " + spot.calls;
}

Spot spot_of(const std::string &key) {
    Spot spot;
    // The file ends at the last colon that numbers follow: names of functions hold colons too.
    std::size_t at = 0;
    for (std::size_t colon = key.find(':'); colon != std::string::npos; colon = key.find(':', colon + 1))
        if (colon + 1 < key.size() && key[colon + 1] >= '0' && key[colon + 1] <= '9') {
            spot.file = key.substr(0, colon);
            at = colon + 1;
            break;
        }
    const char *next = key.data() + at, *const end = key.data() + key.size();
    for (int line = 0; next < end && *next != ' ';) {
        const auto [rest, error] = std::from_chars(next, end, line);
        if (error != std::errc()) break;
        spot.lines.push_back(line);
        next = rest < end && *rest == ',' ? rest + 1 : rest;
    }
    if (next < end && *next == ' ') spot.calls.assign(next + 1, end);
    return spot;
}

std::int64_t total_of(const SpotCounts &counts) {
    return std::accumulate(counts.begin(), counts.end(), std::int64_t{0},
                           [](std::int64_t sum, const auto &one) { return sum + one.second; });
}

} // namespace iron
