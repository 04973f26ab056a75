#include "views/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <optional>

#include "core/claim/words.h"
#include "core/growth/forecast.h"
#include "views/over_bound.h"
#include "views/text.h"

namespace iron {

namespace {

struct Drawn {
    std::size_t solution; // place in the problem: decides colour and mark
    std::string name;
    const Growth *growth;
};

double value_of(const Located &point) { return std::exp(point.log_value); }

std::string size_label(const std::string &size_name) {
    return size_name + (size_name.size() == 1 ? " (size of the input)" : "");
}

// How far the curves are carried on: to the target where it is in sight, else 4 times. Exponential growth
// only as far as it can be paid.
std::vector<std::pair<double, double>> carried_on(const Growth &growth, const std::string &size_name,
                                                  Noise noise, double to) {
    constexpr int steps = 12;
    constexpr double most = 1000; // times the last reading
    std::vector<std::pair<double, double>> line;
    const Forecaster forecaster(growth, size_name, noise);
    const double from = growth.points.back().size, last = value_of(growth.points.back());
    for (int i = 0; i <= steps; ++i) {
        const double size = from * std::pow(to / from, static_cast<double>(i) / steps);
        const auto forecast = forecaster.at({{size_name, size}});
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
        largest = std::max(largest, one.growth->points.back().size);
        if (one.growth->standing == Growth::Standing::fitted && one.growth->best().curve.exponential)
            exponential = std::max(exponential, one.growth->points.back().size);
    }
    return exponential > 0 && largest <= 4 * exponential;
}

Figure growth_figure(const std::string &name, const std::string &title, const std::string &metric,
                     const std::string &size_name, const std::vector<Drawn> &drawn,
                     const TargetLimits *target) {
    std::vector<DrawnLine> lines;
    const bool time = metric == "time", space = metric == "space";
    Axes axes{title, size_label(size_name),
              time    ? "time a call"
              : space ? "space a call, input and answer set apart"
                      : "steps a call (executed blocks)",
              Scale::numbers,
              time    ? Scale::time
              : space ? Scale::bytes
                      : Scale::numbers};
    axes.linear_x = drawn_over_even_sizes(drawn);
    double largest = 0, in_sight = 0;
    for (const Drawn &one : drawn)
        largest = std::max(largest, one.growth->points.back().size);
    if (target) {
        const std::optional<double> limit = time    ? target->time_ns
                                            : space ? target->space_bytes
                                                    : std::nullopt;
        if (limit)
            axes.levels.push_back({*limit, (time ? time_text(*limit) : bytes_text(*limit)) + " allowed"});
        // The other sizes are held here, and are others there.
        constexpr double far = 1024;
        if (target->sizes.size() == 1 && target->sizes.begin()->second <= far * largest) {
            in_sight = target->sizes.begin()->second;
            axes.uprights.push_back({in_sight, fmt::format("target: {} = {}", size_name, grouped(in_sight))});
        }
    }
    for (const Drawn &one : drawn) {
        DrawnLine line{one.solution, one.name, short_name(one.name, 22)};
        for (const Located &point : one.growth->points)
            line.dots.push_back({point.size, value_of(point), std::exp(point.log_value - 2 * point.error),
                                 std::exp(point.log_value + 2 * point.error)});
        if (one.growth->standing == Growth::Standing::fitted) {
            line.label += "  " + one.growth->best().curve.name;
            for (std::size_t k = 0; k < one.growth->points.size(); ++k)
                line.curve.push_back({one.growth->points[k].size, one.growth->best().fitted[k]});
            const double to = std::max(in_sight, 4 * one.growth->points.back().size);
            line.forecast = carried_on(*one.growth, size_name, noise_of(metric), to);
        }
        lines.push_back(std::move(line));
    }
    return draw_lines(name, axes, lines);
}

// Readings over the bound, 1 at the largest size: level where the claim holds, rising where it does not.
std::optional<DrawnLine> line_over_bound(const SeriesGrowth &series, const JudgedClaim &claim,
                                         std::size_t place, const std::function<Sizes(double)> &sizes_at) {
    DrawnLine line{place, series.metric, "", {}, {}};
    for (const OverBound &one :
         over_bound(series.growth, claim.claim.bound, series.metric == "time", sizes_at)) {
        line.dots.push_back({one.size, one.ratio, one.low, one.high});
        line.curve.push_back({one.size, one.ratio});
    }
    if (line.dots.empty()) return std::nullopt;
    line.label = cut_to(fmt::format("{} over {}", series.metric, claim.claim.bound.written), 32);
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

// Of a solution's shapes, the one that takes most at the largest size.
const Growth *worst_of(const std::vector<SeriesGrowth> &growths, const std::string &solution,
                       const std::string &metric) {
    const Growth *worst = nullptr;
    for (const SeriesGrowth &one : growths) {
        if (one.solution != solution || one.metric != metric || one.growth.points.empty()) continue;
        if (!worst || one.growth.points.back().log_value > worst->points.back().log_value)
            worst = &one.growth;
    }
    return worst;
}

} // namespace

std::vector<Figure> growth_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                   const std::vector<std::string> &solutions,
                                   const std::vector<std::string> &shapes, const std::string &size_name,
                                   const TargetLimits *target) {
    std::vector<Figure> figures;
    for (const std::string metric : {"time", "steps", "space"}) {
        std::vector<Drawn> worst;
        for (std::size_t i = 0; i < solutions.size(); ++i)
            if (const Growth *growth = worst_of(growths, solutions[i], metric))
                worst.push_back({i, solutions[i], growth});
        if (worst.empty()) continue;
        figures.push_back(growth_figure(metric,
                                        fmt::format("{}: {}, each solution's worst shape", title, metric),
                                        metric, size_name, worst, target));
        if (shapes.size() < 2) continue;
        for (const std::string &shape : shapes) {
            std::vector<Drawn> drawn;
            for (std::size_t i = 0; i < solutions.size(); ++i)
                for (const SeriesGrowth &one : growths)
                    if (one.solution == solutions[i] && one.shape == shape && one.metric == metric &&
                        !one.growth.points.empty())
                        drawn.push_back({i, solutions[i], &one.growth});
            if (!drawn.empty())
                figures.push_back(growth_figure(metric + "-" + shape,
                                                fmt::format("{}: {}, shape {}", title, metric, shape), metric,
                                                size_name, drawn, target));
        }
    }
    return figures;
}

namespace {

// The largest reading of any shape.
const JointGrowth *worst_joint_of(const std::vector<SeriesGrowth> &growths, const std::string &solution,
                                  const std::string &metric) {
    const JointGrowth *worst = nullptr;
    double most = 0;
    for (const SeriesGrowth &one : growths) {
        if (one.solution != solution || one.metric != metric || !one.joint || one.joint->names.size() != 2)
            continue;
        for (const Located &point : one.joint->points)
            if (!worst || value_of(point) > most) most = value_of(point), worst = one.joint.get();
    }
    return worst;
}

Panel panel_of(const std::string &solution, const JointGrowth &growth,
               const std::vector<Relation> &relations) {
    constexpr int grid = 40;
    Panel panel{short_name(solution, 30), {}};
    double low[2] = {1e300, 1e300}, high[2] = {1, 1};
    for (std::size_t i = 0; i < growth.cells.size(); ++i) {
        const std::vector<double> &cell = growth.cells[i];
        panel.readings.push_back(
            {std::max(cell[0], 1.0), std::max(cell[1], 1.0), value_of(growth.points[i])});
        for (const std::size_t j : {0, 1})
            low[j] = std::min(low[j], std::max(cell[j], 1.0)), high[j] = std::max(high[j], cell[j]);
    }
    if (growth.standing != Growth::Standing::fitted) return panel;
    const auto at = [&](std::size_t j, int i) {
        return low[j] * std::pow(high[j] / low[j], static_cast<double>(i) / grid);
    };
    for (int y = 0; y <= grid; ++y)
        for (int x = 0; x <= grid; ++x) {
            const Sizes sizes = {{growth.names[0], at(0, x)}, {growth.names[1], at(1, y)}};
            const bool allowed = std::all_of(relations.begin(), relations.end(), [&](const Relation &one) {
                return !names_all(growth.names, one.smaller) || !names_all(growth.names, one.larger) ||
                       evaluate(one.smaller, sizes) <= evaluate(one.larger, sizes);
            });
            panel.field.push_back(
                {at(0, x), at(1, y), allowed ? value_at(growth.best(), sizes) : std::nan("")});
        }
    return panel;
}

} // namespace

std::vector<Figure> map_figures(const std::string &title, const std::vector<SeriesGrowth> &growths,
                                const std::vector<std::string> &solutions,
                                const std::vector<Relation> &relations) {
    std::vector<Figure> figures;
    for (const std::string metric : {"steps", "time"}) {
        std::vector<Panel> panels;
        std::vector<std::string> names;
        for (const std::string &solution : solutions)
            if (const JointGrowth *growth = worst_joint_of(growths, solution, metric)) {
                panels.push_back(panel_of(solution, *growth, relations));
                names = growth->names;
            }
        if (panels.empty()) continue;
        const bool time = metric == "time";
        figures.push_back(
            draw_panels("map-" + metric,
                        {fmt::format("{}: {} over {} and {}, each solution's worst shape", title, metric,
                                     names[0], names[1]),
                         names[0], names[1], time ? "time a call" : "steps a call (executed blocks)",
                         time ? Scale::time : Scale::numbers},
                        panels));
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
        const auto add = [&](const JudgedClaim &claim, const std::string &metric) {
            for (const SeriesGrowth &one : growths)
                if (one.solution == solution && one.metric == metric && one.shape == shape)
                    if (auto line = line_over_bound(one, claim, lines.size(), sizes_at))
                        lines.push_back(*line);
        };
        for (const JudgedClaim &claim : claims) {
            if (claim.solution != solution) continue;
            shape = claim.claim.shape != "every" ? claim.claim.shape : claim.judgement.worst_shape;
            verdicts += fmt::format("{}{} {} {}{}", verdicts.empty() ? "" : ", ", claim.claim.metric,
                                    claim.claim.bound.written, word_for(claim.judgement.verdict),
                                    shape.empty() ? "" : " (" + shape + ")");
            if (claim.claim.metric == "time") add(claim, "steps");
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
            if (pair.shape != shape || pair.metric != "time" || pair.course.points.empty() ||
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
            if (one.measured && one.shape == shape && one.metric == "time" &&
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
    std::string where;
    for (const auto &[name, size] : limits.sizes)
        where += fmt::format("{}{} = {}", where.empty() ? "" : ", ", name, grouped(size));
    Axes axes{fmt::format("{}: who meets the target at {}", title, where), "time a call, worst shape",
              "memory a call, worst shape", Scale::time, Scale::bytes};
    axes.levels = {{*limits.space_bytes, bytes_text(*limits.space_bytes) + " allowed"}};
    axes.uprights = {{*limits.time_ns, time_text(*limits.time_ns) + " allowed"}};
    return {draw_lines("target", axes, lines)};
}

} // namespace iron
