#include "core/claim/highest.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/policy.h"

namespace iron {

namespace {

using namespace policy::claim;

struct Highest {
    double ratio = -std::numeric_limits<double>::infinity();
    std::size_t places = 0;
};

Highest highest_between(const std::vector<RatioRead> &places, std::size_t size, double above, double to) {
    Highest found;
    for (const RatioRead &place : places)
        if (place.sizes[size] > above && place.sizes[size] <= to) {
            found.ratio = std::max(found.ratio, place.log_ratio);
            ++found.places;
        }
    return found;
}

} // namespace

std::vector<HighestAlong> where_the_highest_falls(const std::vector<RatioRead> &places, double least_fall) {
    if (places.empty()) return {};
    std::vector<HighestAlong> all;
    for (std::size_t size = 0; size < places.front().sizes.size(); ++size) {
        const auto by_size = [&](const RatioRead &a, const RatioRead &b) {
            return a.sizes[size] < b.sizes[size];
        };
        const auto [least, most] = std::minmax_element(places.begin(), places.end(), by_size);
        const double from = least->sizes[size], to = most->sizes[size];
        if (from <= 0 || to / from < narrow_stretch) return {};
        const auto at = [&](double share) { return from * std::pow(to / from, share); };
        const double middle = at(0.5), quarter = at(0.75);
        const Highest below = highest_between(places, size, 0, middle),
                      above = highest_between(places, size, middle, to),
                      third = highest_between(places, size, middle, quarter),
                      last = highest_between(places, size, quarter, to);
        if (below.places < least_of_a_half || above.places < least_of_a_half || third.places == 0) return {};
        if (above.ratio > below.ratio - least_fall || last.ratio > third.ratio + least_rise_at_an_end)
            return {};
        all.push_back({middle, below.ratio, above.ratio});
    }
    return all;
}

} // namespace iron
