#include "views/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <optional>

#include "core/growth/forecast.h"
#include "core/policy.h"
#include "core/words.h"
#include "views/along.h"
#include "views/over_bound.h"
#include "views/text.h"

namespace iron {

namespace {

struct Drawn {
    std::size_t solution; // place in the problem: decides colour and mark
    std::string name;
    const Growth *growth;
    std::vector<PointAlong> points; // some
};

double value_of(const Located &point) { return std::exp(point.log_value); }

std::string size_label(const std::string &size_name) {
    return size_name + (size_name.size() == 1 ? " (size of the input)" : "");
}

// How far the curves are carried on: to the target where it is in sight, else 4 times. Exponential growth
// only as far as it can be paid.
std::vector<std::pair<double, double>> carried_on(const Drawn &drawn, const std::string &size_name,
                                                  Noise noise, double to) {
    constexpr int steps = 12;
    constexpr double most = 1000; // times the last reading
    std::vector<std::pair<double, double>> line;
    const Forecaster forecaster(*drawn.growth, noise);
    const double from = drawn.points.back().size, last = value_of(*drawn.points.back().point);
    Sizes sizes = held_along(*drawn.growth);
    for (int i = 0; i <= steps; ++i) {
        const double size = from * std::pow(to / from, static_cast<double>(i) / steps);
        sizes[size_name] = size;
        const auto forecast = forecaster.at(sizes);
        if (!forecast || !(forecast->value > 0) || forecast->value > most * last) break;
        line.push_back({size, forecast->value});
    }
    return line;
}

// Straight lines are powers where both axes are logarithmic, exponentials where the sizes are even. Which it
// is depends on what most of the picture's width shows.
bool drawn_over_even_sizes(const std::vector<Drawn> &drawn) {
    double largest = 0, exponential = 0;
    for (const Drawn &one : drawn) {
        largest = std::max(largest, one.points.back().size);
        if (one.growth->is_fitted() && one.growth->told().is_exponential() &&
            one.points.back().size <= policy::largest_exponential)
            exponential = std::max(exponential, one.points.back().size);
    }
    return exponential > 0 && largest <= 4 * exponential;
}

std::string tier_name(const TargetLimits &limits) {
    return limits.tier.empty() ? "target" : "target '" + limits.tier + "'";
}

Figure growth_figure(const std::string &name, const std::string &title, Metric metric,
                     const std::string &size_name, const std::vector<Drawn> &drawn,
                     const std::vector<TargetLimits> &targets) {
    std::vector<DrawnLine> lines;
    const bool time = metric == Metric::time, space = metric == Metric::space;
    Axes axes{title, size_label(size_name),
              time    ? "time a call"
              : space ? "space a call, input and answer set apart"
                      : "steps a call (executed lines)",
              Scale::numbers,
              time    ? Scale::time
              : space ? Scale::bytes
                      : Scale::numbers};
    axes.linear_x = drawn_over_even_sizes(drawn);
    double largest = 0, in_sight = 0;
    for (const Drawn &one : drawn)
        largest = std::max(largest, one.points.back().size);
    for (const TargetLimits &target : targets) {
        const double limit = time ? target.time_ns.value_or(0) : space ? target.space_bytes.value_or(0) : 0;
        const bool marked = std::any_of(axes.levels.begin(), axes.levels.end(),
                                        [&](const auto &level) { return level.first == limit; });
        if (limit > 0 && !marked) // tiers may share it
            axes.levels.push_back({limit, (time ? time_text(limit) : bytes_text(limit)) + " allowed"});
        // The other sizes are held here, and are others there.
        constexpr double far = 1024;
        if (target.sizes.size() == 1 && target.sizes.begin()->second <= far * largest) {
            in_sight = std::max(in_sight, target.sizes.begin()->second);
            axes.uprights.push_back(
                {target.sizes.begin()->second, fmt::format("{}: {} = {}", tier_name(target), size_name,
                                                           grouped(target.sizes.begin()->second))});
        }
    }
    for (const Drawn &one : drawn) {
        DrawnLine line{one.solution, one.name, short_name(one.name, 22)};
        for (const PointAlong &at : one.points)
            line.dots.push_back({at.size, value_of(*at.point),
                                 std::exp(at.point->log_value - 2 * at.point->error),
                                 std::exp(at.point->log_value + 2 * at.point->error)});
        if (one.growth->is_fitted()) {
            if (!one.growth->told().bent) line.label += "  " + one.growth->told().name; // as in the table
            for (const PointAlong &at : one.points)
                line.curve.push_back({at.size, at.fitted});
            const double to = std::max(in_sight, 4 * one.points.back().size);
            line.forecast = carried_on(one, size_name, noise_of(metric), to);
        }
        lines.push_back(std::move(line));
    }
    return draw_lines(name, axes, lines);
}

// Readings over the bound, 1 at the largest size: level where the claim holds, rising where it does not.
std::optional<DrawnLine> line_over_bound(const SeriesGrowth &series, const JudgedClaim &claim,
                                         std::size_t place, const std::string &size_name,
                                         const std::function<Sizes(double)> &sizes_at) {
    const std::string metric = word_for(series.metric);
    DrawnLine line{place, metric, "", {}, {}};
    for (const OverBound &one :
         over_bound(series.growth, size_name, claim.claim.bound, series.metric == Metric::time, sizes_at)) {
        line.dots.push_back({one.size, one.ratio, one.low, one.high});
        line.curve.push_back({one.size, one.ratio});
    }
    if (line.dots.empty()) return std::nullopt;
    line.label = cut_to(fmt::format("{} over {}", metric, claim.claim.bound.written), 32);
    return line;
}

// Sizes at which the working set outgrows a cache, between those that it was read at.
std::vector<std::pair<double, std::string>>
outgrown_caches(const WorkingSets &working_sets, const std::string &solution, const std::string &shape) {
    std::vector<std::pair<double, std::string>> marks;
    const auto found = working_sets.bytes.find({solution, shape});
    if (found == working_sets.bytes.end()) return marks;
    for (const Cache &cache : working_sets.caches)
        for (auto to = found->second.begin(), from = to; to != found->second.end(); from = to++)
            if (from->second < cache.bytes && to->second >= cache.bytes) {
                const double share =
                    std::log(cache.bytes / from->second) / std::log(to->second / from->second);
                marks.push_back({from->first * std::pow(to->first / from->first, share),
                                 bytes_text(cache.bytes) + " cache"});
                break;
            }
    return marks;
}

std::optional<Drawn> drawn_of(std::size_t solution, const SeriesGrowth &one, const std::string &size_name) {
    Drawn drawn{solution, one.solution, &one.growth, points_along(one.growth, size_name)};
    if (drawn.points.empty()) return std::nullopt;
    return drawn;
}

// Of a solution's shapes, the one that takes most at the largest size.
std::optional<Drawn> worst_of(const std::vector<SeriesGrowth> &growths, std::size_t solution,
                              const std::string &name, Metric metric, const std::string &size_name) {
    std::optional<Drawn> worst;
    for (const SeriesGrowth &one : growths) {
        if (one.solution != name || one.metric != metric) continue;
        auto drawn = drawn_of(solution, one, size_name);
        if (drawn &&
            (!worst || drawn->points.back().point->log_value > worst->points.back().point->log_value))
            worst = std::move(drawn);
    }
    return worst;
}

} // namespace

std::vector<Figure> growth_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                   const std::vector<std::string> &solutions,
                                   const std::vector<std::string> &shapes, const std::string &size_name,
                                   const std::vector<TargetLimits> &targets) {
    std::vector<Figure> figures;
    for (const Metric metric : {Metric::time, Metric::steps, Metric::space}) {
        const std::string word = word_for(metric);
        std::vector<Drawn> worst;
        for (std::size_t i = 0; i < solutions.size(); ++i)
            if (auto drawn = worst_of(growths, i, solutions[i], metric, size_name))
                worst.push_back(std::move(*drawn));
        if (worst.empty()) continue;
        figures.push_back(growth_figure(word, fmt::format("{}: {}, each solution's worst shape", title, word),
                                        metric, size_name, worst, targets));
        if (shapes.size() < 2) continue;
        for (const std::string &shape : shapes) {
            std::vector<Drawn> drawn;
            for (std::size_t i = 0; i < solutions.size(); ++i)
                for (const SeriesGrowth &one : growths)
                    if (one.solution == solutions[i] && one.shape == shape && one.metric == metric)
                        if (auto some = drawn_of(i, one, size_name)) drawn.push_back(std::move(*some));
            if (!drawn.empty())
                figures.push_back(growth_figure(word + "-" + shape,
                                                fmt::format("{}: {}, shape {}", title, word, shape), metric,
                                                size_name, drawn, targets));
        }
    }
    return figures;
}

std::vector<Figure> claim_figures(const std::vector<JudgedClaim> &claims,
                                  const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                  const std::function<Sizes(double)> &sizes_at,
                                  const WorkingSets &working_sets) {
    std::vector<Figure> figures;
    std::vector<std::string> solutions;
    for (const JudgedClaim &claim : claims)
        if (std::find(solutions.begin(), solutions.end(), claim.solution) == solutions.end())
            solutions.push_back(claim.solution);
    for (const std::string &solution : solutions) {
        std::vector<DrawnLine> lines;
        std::string verdicts, shape;
        const auto add = [&](const JudgedClaim &claim, Metric metric) {
            for (const SeriesGrowth &one : growths)
                if (one.solution == solution && one.metric == metric && one.shape == shape)
                    if (auto line = line_over_bound(one, claim, lines.size(), size_name, sizes_at))
                        lines.push_back(*line);
        };
        for (const JudgedClaim &claim : claims) {
            if (claim.solution != solution) continue;
            shape = claim.claim.shape != "every" ? claim.claim.shape : claim.judgement.worst_shape;
            verdicts +=
                fmt::format("{}{} {} {}{}", verdicts.empty() ? "" : ", ", word_for(claim.claim.metric),
                            claim.claim.bound.written, word_for(claim.judgement.verdict),
                            shape.empty() ? "" : " (" + shape + ")");
            if (claim.claim.metric == Metric::time) add(claim, Metric::steps);
            add(claim, claim.claim.metric);
        }
        if (lines.empty()) continue;
        Axes axes{cut_to(fmt::format("{}: {}", solution, verdicts), 90), size_label(size_name),
                  "reading over the claimed bound, 1 at the last"};
        axes.levels = {{1, ""}};
        axes.least_span = 10;
        if (std::any_of(lines.begin(), lines.end(),
                        [](const DrawnLine &line) { return line.name == "time"; }))
            axes.uprights = outgrown_caches(working_sets, solution, shape);
        figures.push_back(draw_lines("claim-" + solution, axes, lines));
    }
    return figures;
}

std::vector<Figure> comparison_figures(const std::string &title, const ComparisonOfAll &comparison,
                                       const std::vector<std::string> &solutions) {
    std::vector<Figure> figures;
    const auto place = [&](const std::string &name) {
        return static_cast<std::size_t>(std::find(solutions.begin(), solutions.end(), name) -
                                        solutions.begin());
    };
    if (!comparison.rankings.empty() && !comparison.rankings.back().times.empty()) {
        const std::string fastest = comparison.rankings.back().times.front().first;
        const std::string &shape = comparison.rankings.back().shape; // the worst, or the only one
        std::vector<DrawnLine> lines;
        for (const PairComparison &pair : comparison.pairs) {
            if (pair.shape != shape || pair.metric != Metric::time || pair.course.points.empty() ||
                (pair.solution != fastest && pair.against != fastest))
                continue;
            const bool turned = pair.solution == fastest;
            const std::string &other = turned ? pair.against : pair.solution;
            DrawnLine line{place(other), other, short_name(other, 30), {}, {}};
            for (const RatioPoint &point : pair.course.points) {
                const auto [low, high] = point.interval;
                line.dots.push_back(turned ? Dot{point.size, 1 / point.ratio, 1 / high, 1 / low}
                                           : Dot{point.size, point.ratio, low, high});
                line.curve.push_back({point.size, line.dots.back().y});
            }
            lines.push_back(std::move(line));
        }
        Axes axes{fmt::format("{}: times over those of {}", title, short_name(fastest, 30)),
                  size_label(comparison.size_name),
                  fmt::format("times as long as {}", short_name(fastest, 30))};
        axes.levels = {{1, ""}};
        axes.least_span = 4;
        for (const PairCrossing &one : comparison.crossings)
            if (one.measured && one.shape == shape && one.metric == Metric::time &&
                (one.solution == fastest || one.against == fastest))
                axes.uprights.push_back({one.crossing.at, grouped(std::round(one.crossing.at))});
        if (!lines.empty()) figures.push_back(draw_lines("compare", axes, lines));
    }
    std::vector<DrawnLine> lines;
    std::vector<TradePoint> unbeaten;
    for (const TradePoint &point : comparison.trade) {
        if (point.unbeaten()) unbeaten.push_back(point);
        lines.push_back({place(point.solution),
                         point.solution,
                         short_name(point.solution, 20) + (point.unbeaten() ? "  unbeaten" : ""),
                         {{point.time_ns, point.space_bytes, point.space_bytes, point.space_bytes}},
                         {}});
    }
    if (lines.size() < 2) return figures;
    std::sort(unbeaten.begin(), unbeaten.end(),
              [](const TradePoint &a, const TradePoint &b) { return a.time_ns < b.time_ns; });
    for (DrawnLine &line : lines) // the line that joins them belongs to the first
        if (unbeaten.size() > 1 && line.name == unbeaten.front().solution)
            for (const TradePoint &point : unbeaten)
                line.curve.push_back({point.time_ns, point.space_bytes});
    figures.push_back(
        draw_lines("trade",
                   {fmt::format("{}: time against space at {} = {}", title, comparison.size_name,
                                grouped(comparison.trade_at)),
                    "time a call, worst shape", "space a call, worst shape", Scale::time, Scale::bytes},
                   lines));
    return figures;
}

std::vector<Figure> target_figures(const std::string &title, const std::vector<MeetsTarget> &meets,
                                   const TargetLimits &limits, const std::vector<std::string> &solutions) {
    if (!limits.time_ns || !limits.space_bytes) return {};
    std::vector<DrawnLine> lines;
    for (const MeetsTarget &one : meets) {
        const Demand *time = nullptr, *memory = nullptr;
        for (const Demand &demand : one.demands) {
            if (demand.what == "time" && demand.value > 0) time = &demand;
            if (demand.what == "memory" && demand.words.empty()) memory = &demand;
        }
        if (!time || !memory) continue;
        const auto bytes = [](double value) { return std::max(value, 1.0); }; // the axis has no 0
        const std::size_t place = static_cast<std::size_t>(
            std::find(solutions.begin(), solutions.end(), one.solution) - solutions.begin());
        lines.push_back({place,
                         one.solution,
                         fmt::format("{}  {}", short_name(one.solution, 22), word_for(one.all())),
                         {{time->value, bytes(memory->value), bytes(memory->interval.first),
                           bytes(memory->interval.second)}},
                         {}});
    }
    if (lines.empty()) return {};
    Axes axes{fmt::format("{}: who meets the {} at {}", title, tier_name(limits), sizes_text(limits.sizes)),
              "time a call, worst shape", "memory a call, worst shape", Scale::time, Scale::bytes};
    axes.levels = {{*limits.space_bytes, bytes_text(*limits.space_bytes) + " allowed"}};
    axes.uprights = {{*limits.time_ns, time_text(*limits.time_ns) + " allowed"}};
    return {draw_lines(limits.tier.empty() ? "target" : "target-" + limits.tier, axes, lines)};
}

} // namespace iron
