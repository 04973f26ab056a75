#include "views/over_bound.h"

#include <algorithm>
#include <cmath>

#include "views/along.h"

namespace iron {

std::vector<OverBound> over_bound(const Growth &growth, const std::string &size, const Bound &bound,
                                  bool timed, const std::function<Sizes(double)> &sizes_at) {
    std::vector<OverBound> readings; // in logarithms at first
    for (const PointAlong &one : points_along(growth, size)) {
        const double ratio = one.point->log_value - evaluate_log(bound.growth, sizes_at(one.size));
        if (!std::isfinite(ratio) || !std::isfinite(one.point->error)) continue;
        const double error = timed ? 2 * one.point->error : 0;
        readings.push_back({one.size, ratio, ratio - error, ratio + error});
    }
    if (readings.size() < 2) return {};
    const double last = readings.back().ratio;
    for (OverBound &one : readings)
        one = {one.size, std::exp(one.ratio - last), std::exp(one.low - last), std::exp(one.high - last)};
    return readings;
}

std::string inline_chart(const std::vector<OverBound> &readings) {
    constexpr int middle = 5;
    constexpr std::size_t sizes = 5;
    const std::size_t from = readings.size() / 3, left = readings.size() - from;
    if (left < sizes) return "";
    std::string chart(2 * middle + 1, '.');
    for (std::size_t i = 0; i < sizes; ++i) {
        const std::size_t at = from + (left - 1) * i / (sizes - 1);
        const double doublings = std::log2(std::clamp(readings[at].ratio, 1e-9, 1e9));
        const int place = middle + static_cast<int>(std::lround(4 * doublings));
        chart[static_cast<std::size_t>(std::clamp(place, 0, 2 * middle))] = static_cast<char>('1' + i);
    }
    return chart;
}

} // namespace iron
