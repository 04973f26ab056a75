#include "views/along.h"

namespace iron {

std::vector<PointAlong> points_along(const Growth &growth, const std::string &size) {
    std::vector<PointAlong> points;
    if (!growth.catalogue || growth.names().front() != size) return points;
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        if (growth.points[i].swept)
            points.push_back({growth.points[i].size(), &growth.points[i],
                              growth.is_fitted() ? growth.told().fitted[i] : 0});
    return points;
}

Sizes held_along(const Growth &growth) {
    Sizes held;
    for (const Located &point : growth.points)
        for (std::size_t i = 1; point.swept && i < growth.names().size(); ++i)
            held[growth.names()[i]] = point.sizes[i];
    return held;
}

} // namespace iron
