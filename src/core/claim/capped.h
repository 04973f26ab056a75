// Shapes whose calls are those of a harder shape, some of them ended early.
#pragma once

#include <string>
#include <vector>

#include "core/claim/evidence.h"

namespace iron {

// What was read at a place: the sizes, in the same order everywhere, the largest reading and the bound there,
// ln.
struct PlaceRead {
    std::vector<double> sizes;
    double log_value = 0;
    double log_bound = 0;
};

// Whether `cap` shows all that `shape` can take: at no place of both is the shape dearer, at three or more,
// two doublings apart in some size (five units, where sizes stay below 64), it is as dear, and where the cap
// was not read, smaller readings aside, it is no farther up its bound than the cap is anywhere. Growth beyond
// the cap's would have surpassed it between those places and the largest. As dear: to a twentieth, on the
// dearest input of either, since others may have ended early.
bool is_capped(const std::vector<PlaceRead> &shape, const std::vector<PlaceRead> &cap);

// What was counted or weighed of a shape, on the dearest input of each place; none where time alone is known,
// or where the bound names sizes that did not change there.
std::vector<PlaceRead> places_read(Metric claimed, const Bound &bound, const ShapeGrowth &shape);

} // namespace iron
