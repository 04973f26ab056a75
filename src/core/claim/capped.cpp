#include "core/claim/capped.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/policy.h"

namespace iron {

using namespace policy::claim;

namespace {

// Far enough apart in some size for growth to show.
bool span_enough(const std::vector<const PlaceRead *> &places) {
    for (std::size_t i = 0; i < places.front()->sizes.size(); ++i) {
        const auto [least, most] =
            std::minmax_element(places.begin(), places.end(), [i](const PlaceRead *a, const PlaceRead *b) {
                return a->sizes[i] < b->sizes[i];
            });
        const double from = std::max((*least)->sizes[i], 1.0), to = (*most)->sizes[i];
        if (to >= 4 * from || (to <= 64 && to - from >= 5)) return true;
    }
    return false;
}

} // namespace

bool is_capped(const std::vector<PlaceRead> &shape, const std::vector<PlaceRead> &cap) {
    std::map<std::vector<double>, double> capped_at;
    double farthest_up = -1e300; // of the cap, its bound
    for (const PlaceRead &place : cap) {
        capped_at[place.sizes] = place.log_value;
        farthest_up = std::max(farthest_up, place.log_value - place.log_bound);
    }
    std::vector<const PlaceRead *> equal;
    std::size_t common = 0;
    double least = 1e300; // reading at a place of both
    for (const PlaceRead &place : shape) {
        const auto found = capped_at.find(place.sizes);
        if (found == capped_at.end()) continue;
        ++common;
        least = std::min(least, place.log_value);
        const double over = place.log_value - found->second;
        if (over > capped_as_dear) return false;
        if (over >= -capped_as_dear) equal.push_back(&place);
    }
    std::size_t alone = 0;
    for (const PlaceRead &place : shape) {
        if (capped_at.contains(place.sizes) || place.log_value < least)
            continue; // start-up rules what is less
        ++alone;
        if (place.log_value - place.log_bound > farthest_up + capped_as_dear) return false;
    }
    return common >= capped_in_common && common >= alone && equal.size() >= capped_as_dear_places &&
           span_enough(equal);
}

std::vector<PlaceRead> places_read(Metric claimed, const Bound &bound, const ShapeGrowth &shape) {
    const Growth *growth = claimed == Metric::space ? shape.space : shape.steps;
    std::vector<PlaceRead> places;
    if (!growth || !names_all(growth->names(), bound.growth)) return places;
    for (std::size_t i = 0; i < growth->points.size(); ++i) {
        const Located &point = growth->points[i];
        places.push_back({point.sizes, std::max(point.log_most, point.log_value),
                          evaluate_log(bound.growth, growth->sizes_at(i))});
    }
    return places;
}

} // namespace iron
