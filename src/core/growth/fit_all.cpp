#include "core/growth/fit_all.h"

namespace iron {

std::vector<SeriesGrowth> fit_all(const std::vector<NamedSeries> &series, const ClaimedGrowths &claimed) {
    std::vector<SeriesGrowth> all;
    for (const NamedSeries &one : series) {
        const bool space = one.metric == "space";
        FitOptions options{one.metric == "time" ? Noise::timed : space ? Noise::weighed : Noise::counted, {}};
        if (const auto found = claimed.find({one.solution, space ? "space" : "time"}); found != claimed.end())
            options.also = found->second;
        all.push_back({one.solution, one.shape, one.metric, fit_growth(one.series, options)});
    }
    return all;
}

} // namespace iron
