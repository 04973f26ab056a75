#include "core/reading/scatter.h"

#include <algorithm>
#include <cmath>

#include "core/reading/lines_through.h"

namespace iron {

namespace {

// A place that lies off the straight line between its neighbours.
struct Off {
    double at = 0; // ln of its sizes, all together
    double off = 0;
};

double spread_of(std::vector<Off>::const_iterator from, std::vector<Off>::const_iterator to) {
    std::vector<double> off;
    for (auto one = from; one != to; ++one)
        off.push_back(one->off);
    return quantile(std::move(off), 0.5) / 0.6745;
}

double log_of(double size) { return std::log(std::max(size, 1.0)); }

double lies_at(const Located &point) {
    double sum = 0;
    for (const double size : point.sizes)
        sum += log_of(size);
    return sum;
}

std::vector<std::vector<double>> sizes_of(const std::vector<Located> &points) {
    std::vector<std::vector<double>> sizes;
    for (const Located &point : points)
        sizes.push_back(point.sizes);
    return sizes;
}

} // namespace

std::vector<double> spread_between_neighbours(const std::vector<Located> &points) {
    constexpr std::size_t least_triples = 6;
    constexpr double seen = 0.04, turns_of_noise = 0.4;
    std::vector<double> spreads(points.size(), 0);
    std::vector<Off> off;
    double turns = 0, pairs = 0;
    for (const auto &[d, line] : lines_through(sizes_of(points))) {
        double last = 0;
        for (std::size_t i = 1; i + 1 < line.size(); ++i) {
            const Located &before = points[line[i - 1]], &here = points[line[i]],
                          &after = points[line[i + 1]];
            const double from = log_of(before.sizes[d]), to = log_of(after.sizes[d]);
            if (!(to > from)) return spreads;
            const double share = (log_of(here.sizes[d]) - from) / (to - from);
            const double beside = here.log_value - (1 - share) * before.log_value - share * after.log_value;
            off.push_back(
                {lies_at(here), std::abs(beside) / std::sqrt(1 + share * share + (1 - share) * (1 - share))});
            turns += beside * last < 0;
            pairs += i > 1;
            last = beside;
        }
    }
    if (off.size() < least_triples || turns < turns_of_noise * pairs) return spreads;
    const double all = spread_of(off.begin(), off.end());
    if (all <= seen) return spreads;
    std::fill(spreads.begin(), spreads.end(), all);
    if (off.size() < 2 * least_triples) return spreads;
    std::stable_sort(off.begin(), off.end(), [](const Off &a, const Off &b) { return a.at < b.at; });
    const auto half = off.begin() + static_cast<long>(off.size() / 2);
    const double of_larger = std::min(all, spread_of(half, off.end()));
    for (std::size_t i = 0; i < points.size(); ++i)
        if (lies_at(points[i]) >= half->at) spreads[i] = of_larger;
    return spreads;
}

} // namespace iron
