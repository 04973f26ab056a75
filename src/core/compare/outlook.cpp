#include "core/compare/outlook.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/bound/parse.h"

namespace iron {

namespace {

// What was read at just these sizes, with the interval of its error. Sizes that do not change have one value.
std::optional<Forecast> measured_at(const NamedSeries &series, const Sizes &sizes) {
    Series one{series.series.names, {}, series.series.grain};
    for (const ReadPlace &cell : series.series.places) {
        bool here = !cell.readings.empty();
        for (std::size_t i = 0; i < cell.sizes.size(); ++i)
            here = here && sizes.at(series.series.names[i]) == cell.sizes[i];
        if (here) one.places = {cell};
    }
    if (one.places.empty()) return std::nullopt;
    const std::vector<Reading> &readings = one.places[0].readings;
    const Located located = locate(one, noise_of(series.metric))[0];
    if (series.metric != Metric::time) { // exact: what differs is the inputs
        const auto [least, most] = std::minmax_element(
            readings.begin(), readings.end(), [](const auto &a, const auto &b) { return a.value < b.value; });
        return Forecast{std::clamp(std::exp(located.log_value), least->value, most->value),
                        {least->value, most->value},
                        1};
    }
    constexpr double ninety = 1.645;
    const double half = ninety * located.error;
    return Forecast{std::exp(located.log_value),
                    {std::exp(located.log_value - half), std::exp(located.log_value + half)},
                    1};
}

} // namespace

const char *word_for(Meets meets) {
    return meets == Meets::yes ? "yes" : meets == Meets::no ? "no" : "unsure";
}

Meets MeetsTarget::all() const {
    Meets worst = Meets::yes;
    for (const Demand &demand : demands) {
        if (demand.meets == Meets::no) return Meets::no;
        if (demand.meets == Meets::unsure) worst = Meets::unsure;
    }
    return worst;
}

Outlook::Outlook(const std::vector<NamedSeries> &series, const std::vector<SeriesGrowth> &growths)
    : series_(series), growths_(growths) {
    for (const SeriesGrowth &one : growths)
        forecasters_.emplace_back(one.growth, noise_of(one.metric));
}

std::vector<SeriesForecast> Outlook::at(const Sizes &sizes) const {
    std::vector<SeriesForecast> all;
    for (std::size_t i = 0; i < growths_.size(); ++i)
        if (growths_[i].growth.is_fitted())
            if (const auto forecast = forecasters_[i].at(sizes))
                all.push_back({growths_[i].solution, growths_[i].shape, growths_[i].metric, *forecast});
    return all;
}

std::vector<LargestSize> Outlook::largest_within(Metric metric, double limit, const std::string &along,
                                                 const Sizes &others) const {
    std::vector<LargestSize> all;
    for (std::size_t i = 0; i < growths_.size(); ++i) {
        const SeriesGrowth &one = growths_[i];
        if (one.metric != metric || !one.growth.is_fitted()) continue;
        const auto largest = forecasters_[i].largest_within(limit, along, others);
        const auto known = std::find_if(
            all.begin(), all.end(), [&](const LargestSize &other) { return other.solution == one.solution; });
        if (known == all.end())
            all.push_back({one.solution, one.shape, largest, false});
        else if (known->largest && (!largest || largest->size < known->largest->size))
            *known = {one.solution, one.shape, largest, false};
    }
    return all;
}

std::vector<MeetsTarget> Outlook::meets(const TargetLimits &target,
                                        const std::vector<SolutionClaims> &solutions,
                                        const JudgeOptions &options) const {
    std::vector<MeetsTarget> all;
    for (const SolutionClaims &solution : solutions) {
        MeetsTarget one{solution.solution, {}};
        const auto limit = [&](const char *what, Metric metric, double most) {
            Demand demand{what, Meets::unsure, true, 0, {0, 0}};
            bool read = false;
            for (std::size_t i = 0; i < growths_.size(); ++i) {
                if (growths_[i].solution != solution.solution || growths_[i].metric != metric) continue;
                auto value = measured_at(series_[i], target.sizes);
                const bool measured = value.has_value();
                if (!measured) value = forecasters_[i].at(target.sizes);
                if (!value) continue;
                if (!read || value->value > demand.value) {
                    demand.value = value->value;
                    demand.interval = value->interval;
                    demand.measured = measured;
                }
                read = true;
            }
            if (read)
                demand.meets = demand.interval.second <= most ? Meets::yes
                               : demand.interval.first > most ? Meets::no
                                                              : Meets::unsure;
            else
                demand.words = "nothing was read";
            one.demands.push_back(std::move(demand));
        };
        if (!solution.excluded.empty()) {
            one.demands.push_back({"answers", Meets::no, true, 0, {0, 0}, solution.excluded});
            all.push_back(std::move(one));
            continue;
        }
        if (target.time_ns) limit("time", Metric::time, *target.time_ns);
        if (target.space_bytes) {
            const bool told = std::any_of(growths_.begin(), growths_.end(), [&](const SeriesGrowth &growth) {
                return growth.solution == solution.solution && growth.metric == Metric::memory;
            });
            limit("memory", told ? Metric::memory : Metric::space, *target.space_bytes);
            Demand &demand = one.demands.back();
            if (!told && demand.words.empty()) demand.words = "space alone: what the input takes is not told";
        }
        const auto bound = [&](const char *what, Metric metric, const Bound &demanded) {
            SolutionClaims asked = solution;
            asked.claims = {{metric, "every", demanded}};
            Judgement judged = judge_claims({asked}, growths_, options)[0].judgement;
            const Meets meets = judged.verdict == Verdict::holds      ? Meets::yes
                                : judged.verdict == Verdict::exceeded ? Meets::no
                                                                      : Meets::unsure;
            one.demands.push_back({what, meets, false, 0, {0, 0}, "", std::move(judged)});
        };
        if (target.time_bound) bound("time bound", Metric::time, *target.time_bound);
        if (target.space_bound) bound("space bound", Metric::space, *target.space_bound);
        all.push_back(std::move(one));
    }
    return all;
}

std::optional<double> Outlook::time_a_step() const {
    std::vector<double> all;
    for (const SeriesGrowth &steps : growths_)
        for (const SeriesGrowth &time : growths_) {
            if (steps.metric != Metric::steps || time.metric != Metric::time ||
                steps.solution != time.solution || steps.shape != time.shape || steps.growth.points.empty())
                continue;
            const Located &last = steps.growth.points.back();
            for (const Located &point : time.growth.points)
                if (point.sizes == last.sizes) all.push_back(std::exp(point.log_value - last.log_value));
        }
    if (all.empty()) return std::nullopt;
    return quantile(all, 0.5);
}

SelfCheck Outlook::self_check() const {
    SelfCheck check;
    for (const NamedSeries &one : series_)
        check_forecast(one.series, noise_of(one.metric), check);
    return check;
}

std::vector<ClassCost> classes_within(double limit_ns, double step_ns, double size,
                                      const std::string &size_name) {
    std::vector<ClassCost> all;
    for (const char *text : {"log x", "sqrt x", "x", "x log x", "x^1.5", "x^2", "x^2 log x", "x^3", "2^x"}) {
        std::string name;
        for (const char *c = text; *c; ++c)
            name += *c == 'x' ? size_name : std::string(1, *c);
        const double log_cost =
            evaluate_log(parse_expression(name, {size_name}), {{size_name, size}}) + std::log(step_ns);
        all.push_back({name, std::exp(std::min(log_cost, 700.0)), log_cost <= std::log(limit_ns)});
    }
    return all;
}

} // namespace iron
