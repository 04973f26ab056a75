// Whether readings leave a bound for everybody to see, whatever any model says.
#pragma once

#include <optional>
#include <vector>

#include "core/bound/parse.h"

namespace iron {

// A place that was read: ln of reading / bound there, and the standard error of that.
struct RatioRead {
    std::vector<double> sizes;
    double log_ratio = 0;
    double error = 0;
    double log_bound = 0;  // ln of the bound there
    bool in_steps = false; // bytes: a container's capacity may lie under them
    // Over several sizes, by size: ln of the bound over what leads it there as that size alone grows: of n +
    // k the other part is what still counts.
    std::vector<double> beside_lead{};
    // ln: by so much less than elsewhere may be left to do, next to where a relation between sizes ends.
    double at_an_edge = 0;
};

// Two places, as indices: no size falls from the one to the other.
struct Witness {
    std::size_t from = 0, to = 0;
    double late_rise = 0; // ln: of reading / bound in the upper half of the way, or what it falls there
    // no place that is not smaller in every size has a higher ratio (for a fall: lower)
    bool is_highest = false;
    double times = 1;          // that the size grows which grows most
    bool sets_in_late = false; // it has risen over a narrow stretch alone, and not manifold
    double logarithms = 0; // the rise, in those (ln) of a logarithm of what grows from the one to the other
};

// The clearest way up from a place to one with no size smaller, where nothing larger was read: reading /
// bound rises along it (for Omega falls, for Theta either) by more than twice the errors of its ends, by
// `least_rise` (ln) at the least, and for some size it does not come to rest before the largest. It rises
// twice, up to some place between and from there on: what rises once, and stays, is a step, of a buffer or of
// a cache. It may also end where the ratio is the highest of all, at the end of a line along which the bound
// stays as it is and the ratio still rises: growth with a size that the bound does not name is farthest above
// it where the others are small. Bytes that stay the same from size to size and then leap are a container's
// capacity: what they may show where its step begins is no rise; nor is what n shows over n + k until n is
// the larger, nor n - k beside a k that is hardly less. None where there is none.
std::optional<Witness> find_witness(Bound::Kind kind, const std::vector<RatioRead> &places,
                                    double least_rise);

// Whether reading / bound still rises (for Omega falls, for Theta either) at the end of some line along which
// one size grows while the others stay: in its last fifth by more than twice the errors there and by `least`,
// and by more than what comes to rest would. to_the_highest: and to more than any place shows that is not
// smaller in every size.
enum class EndRise { none, some, to_the_highest };
EndRise rise_at_the_ends(Bound::Kind kind, const std::vector<RatioRead> &places, double least);

} // namespace iron
