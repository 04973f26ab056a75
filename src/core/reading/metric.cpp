#include "core/reading/metric.h"

namespace iron {

const char *word_for(Metric metric) {
    switch (metric) {
    case Metric::steps:
        return "steps";
    case Metric::time:
        return "time";
    case Metric::space:
        return "space";
    case Metric::resident:
        return "resident";
    case Metric::memory:
        return "memory";
    }
    return "";
}

std::optional<Metric> metric_named(const std::string &word) {
    for (const Metric metric : {Metric::steps, Metric::time, Metric::space, Metric::resident, Metric::memory})
        if (word == word_for(metric)) return metric;
    return std::nullopt;
}

Noise noise_of(Metric metric) {
    return metric == Metric::steps ? Noise::counted : metric == Metric::time ? Noise::timed : Noise::weighed;
}

} // namespace iron
