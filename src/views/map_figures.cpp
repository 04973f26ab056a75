#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/figures.h"
#include "views/text.h"

namespace iron {

namespace {

// The largest reading of any shape.
const Growth *worst_over_two(const std::vector<SeriesGrowth> &growths, const std::string &solution,
                             Metric metric) {
    const Growth *worst = nullptr;
    double most = 0;
    for (const SeriesGrowth &one : growths) {
        if (one.solution != solution || one.metric != metric || one.growth.names().size() != 2) continue;
        for (const Located &point : one.growth.points)
            if (!worst || std::exp(point.log_value) > most)
                most = std::exp(point.log_value), worst = &one.growth;
    }
    return worst;
}

Panel panel_of(const std::string &solution, const Growth &growth, const std::vector<Relation> &relations) {
    constexpr int grid = 40;
    Panel panel{short_name(solution, 30), {}};
    double low[2] = {1e300, 1e300}, high[2] = {1, 1};
    for (const Located &point : growth.points) {
        const std::vector<double> &cell = point.sizes;
        panel.readings.push_back({std::max(cell[0], 1.0), std::max(cell[1], 1.0), std::exp(point.log_value)});
        for (const std::size_t j : {0, 1})
            low[j] = std::min(low[j], std::max(cell[j], 1.0)), high[j] = std::max(high[j], cell[j]);
    }
    if (!growth.is_fitted()) return panel;
    const auto at = [&](std::size_t j, int i) {
        return low[j] * std::pow(high[j] / low[j], static_cast<double>(i) / grid);
    };
    for (int y = 0; y <= grid; ++y)
        for (int x = 0; x <= grid; ++x) {
            const Sizes sizes = {{growth.names()[0], at(0, x)}, {growth.names()[1], at(1, y)}};
            const bool allowed = std::all_of(relations.begin(), relations.end(), [&](const Relation &one) {
                return !names_all(growth.names(), one.smaller) || !names_all(growth.names(), one.larger) ||
                       evaluate(one.smaller, sizes) <= evaluate(one.larger, sizes);
            });
            panel.field.push_back(
                {at(0, x), at(1, y), allowed ? value_at(growth.told(), sizes) : std::nan("")});
        }
    return panel;
}

} // namespace

std::vector<Figure> map_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                const std::vector<std::string> &solutions,
                                const std::vector<Relation> &relations) {
    std::vector<Figure> figures;
    for (const Metric metric : {Metric::steps, Metric::time}) {
        std::vector<Panel> panels;
        std::vector<std::string> names;
        for (const std::string &solution : solutions)
            if (const Growth *growth = worst_over_two(growths, solution, metric)) {
                panels.push_back(panel_of(solution, *growth, relations));
                names = growth->names();
            }
        if (panels.empty()) continue;
        const bool time = metric == Metric::time;
        const std::string word = word_for(metric);
        figures.push_back(
            draw_panels("map-" + word,
                        {fmt::format("{}: {} over {} and {}, each solution's worst shape", title, word,
                                     names[0], names[1]),
                         names[0], names[1], time ? "time a call" : "steps a call (executed lines)",
                         time ? Scale::time : Scale::numbers},
                        panels));
    }
    return figures;
}

} // namespace iron
