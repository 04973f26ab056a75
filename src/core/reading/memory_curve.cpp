#include "core/reading/memory_curve.h"

#include <algorithm>
#include <cmath>

namespace iron {

MemoryCurve::MemoryCurve(std::vector<AccessCost> points) : points_(std::move(points)) {
    std::erase_if(points_, [](const AccessCost &point) { return !(point.bytes > 0) || !(point.ns > 0); });
    if (points_.size() < 2) points_ = {{4096, 1.6}, {256.0 * (1 << 20), 266}};
}

double MemoryCurve::cost_ns(double bytes) const {
    const auto above = std::find_if(points_.begin(), points_.end(),
                                    [&](const AccessCost &point) { return point.bytes >= bytes; });
    if (above == points_.begin()) return points_.front().ns;
    if (above == points_.end()) return points_.back().ns;
    const AccessCost &low = *(above - 1), &high = *above;
    const double share = std::log(bytes / low.bytes) / std::log(high.bytes / low.bytes);
    return low.ns * std::pow(high.ns / low.ns, share);
}

double MemoryCurve::steepest_rise(double ratio) const {
    double most = 1;
    for (const AccessCost &point :
         points_) { // between corners the curve is straight: one end lies on a corner
        most = std::max(most, cost_ns(point.bytes * ratio) / point.ns);
        most = std::max(most, point.ns / cost_ns(point.bytes / ratio));
    }
    return most;
}

} // namespace iron
