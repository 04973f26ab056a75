#include "core/growth/fit_all.h"

namespace iron {

std::vector<SeriesGrowth> fit_all(const std::vector<NamedSeries> &series,
                                  const std::map<std::string, std::vector<Expression>> &claimed) {
    std::vector<SeriesGrowth> all;
    for (const NamedSeries &one : series) {
        FitOptions options{one.metric == "time" ? Noise::timed : Noise::counted, {}};
        if (const auto found = claimed.find(one.solution); found != claimed.end())
            options.also = found->second;
        all.push_back({one.solution, one.shape, one.metric, fit_growth(one.series, options)});
    }
    return all;
}

} // namespace iron
