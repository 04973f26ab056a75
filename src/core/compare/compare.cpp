#include "core/compare/compare.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "core/growth/forecast.h"
#include "core/policy.h"

namespace iron {

const char *const worst_shape_name = "worst";

namespace {

double middle_of(const ReadPlace &point, bool timed) {
    std::vector<double> values;
    double mean = 0;
    for (const Reading &reading : point.readings) {
        values.push_back(reading.value);
        mean += reading.value / static_cast<double>(point.readings.size());
    }
    return timed ? quantile(values, 0.25) : mean;
}

using Key = std::pair<std::string, Metric>; // solution

// For every solution and metric the series of the shape that takes most, size by size, as far as every shape
// was read: the worst one is the first that can't be paid any more.
std::vector<NamedSeries> worst_series(const std::vector<NamedSeries> &series) {
    std::map<Key, std::map<double, ReadPlace>> worst;
    std::map<Key, std::string> names;
    std::map<Key, double> farthest, grains;
    for (const NamedSeries &one : series) {
        if (one.series.places.empty()) continue;
        const Key key{one.solution, one.metric};
        const double last = one.series.places.back().sizes.front();
        double &to = farthest.try_emplace(key, last).first->second;
        to = std::min(to, last);
        names[key] = one.series.names.front();
        grains[key] = std::max(grains[key], one.series.grain);
        const bool timed = one.metric == Metric::time;
        for (const ReadPlace &point : one.series.places) {
            if (point.readings.empty()) continue;
            ReadPlace &kept = worst[key][point.sizes.front()];
            if (kept.readings.empty() || middle_of(point, timed) > middle_of(kept, timed)) kept = point;
        }
    }
    std::vector<NamedSeries> all;
    for (auto &[key, points] : worst) {
        NamedSeries one{key.first, worst_shape_name, key.second, {{names[key]}, {}, grains[key]}};
        for (auto &[size, point] : points)
            if (size <= farthest[key]) one.series.places.push_back(std::move(point));
        all.push_back(std::move(one));
    }
    return all;
}

const NamedSeries *find(const std::vector<NamedSeries> &series, const std::string &solution,
                        const std::string &shape, Metric metric) {
    for (const NamedSeries &one : series)
        if (one.solution == solution && one.shape == shape && one.metric == metric) return &one;
    return nullptr;
}

// Where the fitted curves change their order beyond the measured sizes.
void forecast_crossings(const std::vector<SeriesGrowth> &growths, const PairComparison &pair,
                        const Sizes &held, ComparisonOfAll &all) {
    const auto growth_of = [&](const std::string &solution) -> const Growth * {
        for (const SeriesGrowth &one : growths)
            if (one.solution == solution && one.shape == pair.shape && one.metric == pair.metric &&
                !one.growth.fits.empty())
                return &one.growth;
        return nullptr;
    };
    const Growth *one = growth_of(pair.solution), *other = growth_of(pair.against);
    if (!one || !other || pair.course.points.empty()) return;
    const double top = pair.course.points.back().size;
    const auto log_ratio = [&](double size) {
        Sizes sizes = held;
        sizes[all.size_name] = size;
        return std::log(value_at(one->told(), sizes) / value_at(other->told(), sizes));
    };
    const double spread =
        std::log(pair.course.points.back().interval.second / pair.course.points.back().interval.first) / 2;
    double last = log_ratio(top);
    for (double size = top; size < policy::compare::farthest_crossing * top; size *= 1.02) {
        const double next = log_ratio(size * 1.02);
        if ((last > 0) != (next > 0)) {
            const double slope = (next - last) / std::log(1.02);
            // What the ratio is unsure by at the top, and as much again for each doubling beyond.
            const double unsure = (spread + 0.01) * (1 + std::log2(size / top)) / std::abs(slope);
            all.crossings.push_back({pair.solution,
                                     pair.against,
                                     pair.shape,
                                     pair.metric,
                                     {size, {size * std::exp(-unsure), size * std::exp(unsure)}, last < 0},
                                     false});
            return;
        }
        last = next;
    }
}

void compare_pair(PairComparison pair, const std::vector<NamedSeries> &series,
                  const std::vector<SeriesGrowth> &growths, const Sizes &held, ComparisonOfAll &all) {
    const NamedSeries *first = find(series, pair.solution, pair.shape, pair.metric),
                      *second = find(series, pair.against, pair.shape, pair.metric);
    if (!first || !second) return;
    pair.course = ratio_course(first->series, second->series, noise_of(pair.metric));
    if (pair.course.points.empty()) return;
    const auto found = crossings(pair.course);
    for (const Crossing &crossing : found)
        all.crossings.push_back({pair.solution, pair.against, pair.shape, pair.metric, crossing, true});
    if (found.empty()) forecast_crossings(growths, pair, held, all);
    all.pairs.push_back(std::move(pair));
}

double value_near(const NamedSeries *series, double size, bool timed) {
    if (!series) return std::numeric_limits<double>::quiet_NaN();
    for (const ReadPlace &point : series->series.places)
        if (point.sizes.front() == size && !point.readings.empty()) return middle_of(point, timed);
    return std::numeric_limits<double>::quiet_NaN();
}

double largest_common(const std::vector<NamedSeries> &series, const std::vector<std::string> &solutions,
                      const std::string &shape) {
    std::map<double, std::size_t> seen;
    std::size_t with_readings = 0;
    for (const std::string &solution : solutions)
        if (const NamedSeries *one = find(series, solution, shape, Metric::time)) {
            ++with_readings;
            for (const ReadPlace &point : one->series.places)
                ++seen[point.sizes.front()];
        }
    double largest = 0;
    for (const auto &[size, count] : seen)
        if (count == with_readings) largest = size;
    return largest;
}

void rank(const std::vector<NamedSeries> &series, const std::vector<std::string> &solutions,
          const std::string &shape, ComparisonOfAll &all) {
    Ranked ranked{shape, largest_common(series, solutions, shape), {}};
    if (ranked.size == 0) return;
    for (const std::string &solution : solutions)
        if (const double time = value_near(find(series, solution, shape, Metric::time), ranked.size, true);
            !std::isnan(time))
            ranked.times.push_back({solution, time});
    std::stable_sort(ranked.times.begin(), ranked.times.end(),
                     [](const auto &a, const auto &b) { return a.second < b.second; });
    all.rankings.push_back(std::move(ranked));
}

void trade_off(const std::vector<NamedSeries> &worst, const CompareOptions &options, ComparisonOfAll &all) {
    all.trade_at = options.at > 0 ? options.at : largest_common(worst, options.solutions, worst_shape_name);
    for (const std::string &solution : options.solutions) {
        const double time =
            value_near(find(worst, solution, worst_shape_name, Metric::time), all.trade_at, true);
        const double space =
            value_near(find(worst, solution, worst_shape_name, Metric::space), all.trade_at, false);
        if (!std::isnan(time) && !std::isnan(space)) all.trade.push_back({solution, time, space, ""});
    }
    for (TradePoint &point : all.trade) {
        const TradePoint *better = nullptr;
        for (const TradePoint &other : all.trade) {
            const bool no_worse = other.time_ns <= point.time_ns && other.space_bytes <= point.space_bytes;
            const bool equal = other.time_ns == point.time_ns && other.space_bytes == point.space_bytes;
            if (no_worse && !equal && (!better || other.time_ns < better->time_ns)) better = &other;
        }
        if (better) point.beaten_by = better->solution;
    }
}

// Whether one takes clearly less than the other at a size and at the next that both were read at. Where the
// two were not compared nothing speaks against it.
bool clearly_less(const std::string &one, const std::string &other, const std::string &shape, double size,
                  const std::vector<PairComparison> &pairs) {
    for (const PairComparison &pair : pairs) {
        const bool straight = pair.solution == one && pair.against == other,
                   turned = pair.solution == other && pair.against == one;
        if (pair.shape != shape || pair.metric != Metric::time || (!straight && !turned)) continue;
        int looked_at = 0;
        for (const RatioPoint &point : pair.course.points) {
            if (point.size < size || looked_at == 2) continue;
            ++looked_at;
            if (straight ? point.interval.second >= 1 : point.interval.first <= 1) return false;
        }
        return looked_at > 0;
    }
    return true;
}

// Size by size the fastest; ranges end where the order of neighbours crosses.
void fastest_ranges(const std::vector<NamedSeries> &worst, const std::vector<std::string> &solutions,
                    const std::string &shape, ComparisonOfAll &all) {
    std::map<double, std::pair<std::string, double>> best;
    for (const std::string &solution : solutions)
        if (const NamedSeries *one = find(worst, solution, worst_shape_name, Metric::time))
            for (const ReadPlace &point : one->series.places) {
                const double time = middle_of(point, true);
                auto &here = best.try_emplace(point.sizes.front(), solution, time).first->second;
                if (time < here.second) here = {solution, time};
            }
    std::vector<std::pair<double, std::string>> order;
    for (const auto &[size, one] : best)
        order.push_back({size, one.first});
    if (!order.empty()) all.read_from = order.front().first, all.read_to = order.back().first;
    // Where the fastest so far was not read, nobody takes its place.
    for (std::size_t i = 1; i < order.size(); ++i)
        if (std::isnan(value_near(find(worst, order[i - 1].second, worst_shape_name, Metric::time),
                                  order[i].first, true)))
            order[i].second = order[i - 1].second;
    for (std::size_t i = 0; i < order.size(); ++i) {
        // A single size in between is noise.
        if (i > 0 && i + 1 < order.size() && order[i].second != order[i - 1].second &&
            order[i + 1].second == order[i - 1].second)
            order[i].second = order[i - 1].second;
        if (!all.fastest.empty() &&
            (all.fastest.back().solution == order[i].second ||
             !clearly_less(order[i].second, all.fastest.back().solution, shape, order[i].first, all.pairs)))
            continue;
        double at = order[i].first;
        if (!all.fastest.empty()) {
            for (const PairCrossing &crossing : all.crossings)
                if (crossing.measured && crossing.shape == shape && crossing.metric == Metric::time &&
                    ((crossing.solution == order[i].second &&
                      crossing.against == all.fastest.back().solution) ||
                     (crossing.against == order[i].second &&
                      crossing.solution == all.fastest.back().solution)) &&
                    std::abs(std::log(crossing.crossing.at / at)) < 1)
                    at = crossing.crossing.at;
            all.fastest.back().to = at;
        }
        all.fastest.push_back({at, std::numeric_limits<double>::infinity(), order[i].second});
    }
}

// By the growths that are told, at a size that was not read.
void look_farther(const std::vector<SeriesGrowth> &growths, const CompareOptions &options, const Sizes &held,
                  ComparisonOfAll &all) {
    if (all.fastest.empty() || options.largest <= all.read_to) return;
    Sizes sizes = held;
    sizes[options.size] = options.largest;
    std::map<std::string, Forecast> worst;
    for (const SeriesGrowth &one : growths) {
        if (one.metric != Metric::time || !one.growth.is_fitted() ||
            !std::all_of(one.growth.names().begin(), one.growth.names().end(),
                         [&](const std::string &name) { return sizes.contains(name); }))
            continue;
        const auto forecast = Forecaster(one.growth, Noise::timed).at(sizes);
        if (!forecast) continue;
        Forecast &here = worst.try_emplace(one.solution, *forecast).first->second;
        if (forecast->value > here.value) here = *forecast;
    }
    const std::string &fastest = all.fastest.back().solution;
    const auto known = worst.find(fastest);
    for (const std::string &solution : options.solutions) {
        const auto found = worst.find(solution);
        if (found == worst.end() || known == worst.end() ||
            found->second.interval.second >= known->second.interval.first ||
            (all.farther && found->second.value >= all.farther->time_ns))
            continue;
        all.farther = {options.largest, solution, found->second.value, found->second.interval};
    }
}

} // namespace

ComparisonOfAll compare_all(const std::vector<NamedSeries> &series, const std::vector<SeriesGrowth> &growths,
                            const CompareOptions &options) {
    ComparisonOfAll all;
    all.size_name = options.size;
    std::vector<NamedSeries> everything; // along the size that grows alone
    Sizes held;
    for (const NamedSeries &one : series) {
        held.merge(held_along(one.series));
        everything.push_back({one.solution, one.shape, one.metric, along(one.series, options.size)});
    }
    std::vector<std::string> shapes;
    for (const NamedSeries &one : everything)
        if (std::find(shapes.begin(), shapes.end(), one.shape) == shapes.end()) shapes.push_back(one.shape);
    const std::vector<NamedSeries> worst = worst_series(everything);
    if (shapes.size() > 1) {
        everything.insert(everything.end(), worst.begin(), worst.end());
        shapes.push_back(worst_shape_name);
    }
    for (const std::string &shape : shapes) {
        for (std::size_t i = 0; i < options.solutions.size(); ++i)
            for (std::size_t j = 0; j < options.solutions.size(); ++j) {
                const std::string &one = options.solutions[i], &other = options.solutions[j];
                if (options.against.empty() ? j <= i : other != options.against || i == j) continue;
                for (const Metric metric : {Metric::time, Metric::steps, Metric::space})
                    compare_pair({one, other, shape, metric, {}}, everything, growths, held, all);
            }
        rank(everything, options.solutions, shape, all);
    }
    trade_off(worst, options, all);
    if (!shapes.empty()) fastest_ranges(worst, options.solutions, shapes.back(), all);
    look_farther(growths, options, held, all);
    return all;
}

} // namespace iron
