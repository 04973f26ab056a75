#include "core/claim/spare_room.h"

#include <algorithm>
#include <cmath>

#include "core/policy.h"

namespace iron {

using namespace policy::claim;

Spare spare_room(const Growth &growth, const Bound &bound) {
    if (growth.names().size() > 1) return Spare::no;
    const Located &last = growth.points.back();
    // The largest size may be off the ladder; then what lies nearest to whole doublings has to do. One size
    // close below tells nothing.
    const auto ratio_at = [&](const Located &point) {
        return std::exp(point.log_value -
                        evaluate_log(bound.growth, {{growth.names().front(), point.size()}}));
    };
    double least = 1e300;
    const Located *farthest = nullptr;
    std::size_t compared = 0;
    double nearest = 1e300; // doublings
    const auto doublings_to = [&](const Located &point) {
        return std::log2(last.size() / std::max(point.size(), 1.0));
    };
    for (double apart = 0.1; apart < 0.3 && !(farthest && doublings_to(*farthest) > spare_far_enough);
         apart += 0.16) {
        compared = 0;
        for (const Located &point : growth.points) {
            const double doublings = doublings_to(point);
            if (doublings < 0.5 || std::abs(doublings - std::round(doublings)) >= apart) continue;
            least = std::min(least, ratio_at(point));
            nearest = std::min(nearest, std::round(doublings));
            ++compared;
            if (!farthest || doublings > doublings_to(*farthest)) farthest = &point;
        }
    }
    const double at_last = ratio_at(last);
    if (!farthest || doublings_to(*farthest) <= spare_far_enough || at_last >= spare * least)
        return Spare::no;
    const double rise = std::log(at_last / ratio_at(*farthest)),
                 of_log = std::log(std::log2(last.size()) / std::log2(std::max(farthest->size(), 2.0)));
    // At a far place alone what is needed at every size may be most of it.
    const bool all_the_way = compared >= spare_places_for_sure && nearest <= spare_near_enough_for_sure;
    return all_the_way && doublings_to(*farthest) > spare_far_enough_for_sure && rise < of_log / 2
               ? Spare::surely
               : Spare::perhaps;
}

} // namespace iron
