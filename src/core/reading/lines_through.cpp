#include "core/reading/lines_through.h"

#include <algorithm>
#include <map>
#include <numeric>

namespace iron {

bool none_falls(const std::vector<double> &from, const std::vector<double> &to) {
    for (std::size_t i = 0; i < from.size(); ++i)
        if (to[i] < from[i]) return false;
    return true;
}

std::vector<LineThrough> lines_through(const std::vector<std::vector<double>> &places) {
    std::vector<LineThrough> lines;
    std::vector<std::size_t> order(places.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return places[a] < places[b]; });
    const std::size_t sizes = places.empty() ? 0 : places.front().size();
    for (std::size_t grows = 0; grows < sizes; ++grows) {
        std::map<std::vector<double>, std::vector<std::size_t>> by_others;
        for (const std::size_t at : order) {
            std::vector<double> others = places[at];
            others.erase(others.begin() + static_cast<long>(grows));
            by_others[others].push_back(at);
        }
        for (auto &[others, line] : by_others)
            lines.push_back({grows, std::move(line)});
    }
    return lines;
}

} // namespace iron
