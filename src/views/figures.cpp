#include "views/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <optional>

#include "core/claim/words.h"
#include "views/text.h"

namespace iron {

namespace {

// Told apart in colour and, by their lightness and marks, in grey.
constexpr const char *colours[] = {"#14213d", "#c1440e", "#2a7f9e", "#8c2f6b",
                                   "#5b8c2a", "#d9902f", "#6b6b6b", "#63a4ad"};
constexpr int marks[] = {7, 5, 9, 11, 13, 6, 4, 8};

struct Drawn {
    std::size_t solution; // place in the problem: decides colour and mark
    std::string name;
    const Growth *growth;
};

// Text inside gnuplot's double quotes, with no enhanced markup.
std::string quoted(const std::string &text) {
    std::string safe;
    for (const char c : text) {
        if (c == '"' || c == '\\') safe += '\\';
        safe += c == '\n' ? ' ' : c;
    }
    return '"' + safe + '"';
}

double value_of(const Located &point) { return std::exp(point.log_value); }

std::string tics(double low, double high, bool time, double step) {
    std::string list;
    const auto first = static_cast<int>(std::floor(std::log10(low))),
               last = static_cast<int>(std::ceil(std::log10(high)));
    for (int power = first; power <= last; power += static_cast<int>(step)) {
        const double value = std::pow(10, power);
        const std::string label = time         ? time_text(value)
                                  : power >= 9 ? fmt::format("10^{}", power)
                                  : power >= 0 ? grouped(value)
                                               : three_digits(value);
        list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ", quoted(label), value);
    }
    return "(" + list + ")";
}

// Of bytes: every thirty-second of a unit, so that labels are whole.
std::string tics_of_bytes(double low, double high) {
    std::string list;
    for (double value = std::exp2(5 * std::floor(std::log2(low) / 5)); value <= high; value *= 32)
        list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ", quoted(bytes_text(value)), value);
    return "(" + list + ")";
}

// Heights (0 to 1) for labels that want to stand at `wanted`, at least `apart` from each other.
std::vector<double> spread(std::vector<double> wanted, double apart) {
    std::vector<std::size_t> order(wanted.size());
    for (std::size_t i = 0; i < order.size(); ++i)
        order[i] = i;
    std::sort(order.begin(), order.end(),
              [&](std::size_t a, std::size_t b) { return wanted[a] < wanted[b]; });
    for (std::size_t i = 1; i < order.size(); ++i)
        wanted[order[i]] = std::max(wanted[order[i]], wanted[order[i - 1]] + apart);
    double ceiling = 1;
    for (std::size_t i = order.size(); i-- > 0; ceiling = wanted[order[i]] - apart)
        wanted[order[i]] = std::min(wanted[order[i]], ceiling);
    return wanted;
}

struct Dot {
    double x = 0, y = 0, low = 0, high = 0; // the interval of y
};

// Dots with their intervals, and a line through fitted or drawn points.
struct Line {
    std::size_t place; // in the problem: decides colour and mark
    std::string name;  // in the data file
    std::string label;
    std::vector<Dot> dots;
    std::vector<std::pair<double, double>> curve;
};

enum class Scale { numbers, time, bytes };

struct Axes {
    std::string title, x, y;
    Scale x_scale = Scale::numbers, y_scale = Scale::numbers;
    // Dashed lines across and up, with what is written at their end.
    std::vector<std::pair<double, std::string>> levels = {}, uprights = {};
    double least_span = 1; // of the y axis: noise is not blown up
};

std::string tics_of(Scale scale, double low, double high) {
    if (scale == Scale::bytes) return tics_of_bytes(low, high);
    if (scale == Scale::numbers && high / low < 100) { // decades alone would be too few
        std::string list;
        for (double decade = std::pow(10, std::floor(std::log10(low))); decade <= high; decade *= 10)
            for (const double value : {decade, 2 * decade, 5 * decade})
                list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ",
                                    quoted(value < 1 ? three_digits(value) : grouped(value)), value);
        return "(" + list + ")";
    }
    return tics(low, high, scale == Scale::time, std::log10(high / low) > 9 ? 2 : 1);
}

// Both axes logarithmic. Everything drawn is above 0.
Figure figure(const std::string &name, const Axes &axes, const std::vector<Line> &lines) {
    Figure made{name, "", ""};
    double low_x = 1e300, high_x = 0, low_y = 1e300, high_y = 0;
    for (const Line &line : lines)
        for (const Dot &dot : line.dots) {
            low_x = std::min(low_x, std::max(dot.x, axes.x_scale == Scale::numbers ? 0.5 : dot.x));
            high_x = std::max(high_x, dot.x);
            low_y = std::min(low_y, dot.y);
            high_y = std::max(high_y, dot.y);
        }
    for (const auto &[level, text] : axes.levels)
        low_y = std::min(low_y, level), high_y = std::max(high_y, level);
    for (const auto &[upright, text] : axes.uprights)
        low_x = std::min(low_x, upright), high_x = std::max(high_x, upright);
    const double wider = std::max(1.6, std::sqrt(axes.least_span / (high_y / low_y)));
    const double beside = axes.x_scale == Scale::numbers ? 1.25 : 2;
    low_x /= beside, high_x *= beside, low_y /= wider, high_y *= wider;
    std::vector<double> ends;
    for (const Line &line : lines)
        ends.push_back(std::log(line.dots.back().y / low_y) / std::log(high_y / low_y));
    const std::vector<double> heights = spread(ends, 0.055);
    std::string plots, labels;
    int block = 0;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const Line &line = lines[i];
        const char *colour = colours[line.place % std::size(colours)];
        const int mark = marks[line.place % std::size(marks)];
        made.data += fmt::format("# {} readings: x y low high\n", line.name);
        for (const Dot &dot : line.dots)
            made.data += fmt::format("{:.6g} {:.6g} {:.6g} {:.6g}\n", dot.x, dot.y, dot.low, dot.high);
        made.data += "\n\n";
        plots += fmt::format(
            "{}data index {} using 1:2:3:4 with yerrorbars notitle pt {} ps 0.8 lw 0.8 lc rgb '{}'",
            plots.empty() ? "" : ", \\\n     ", block++, mark, colour);
        if (!line.curve.empty()) {
            made.data += fmt::format("# {} line: x y\n", line.name);
            for (const auto &[x, y] : line.curve)
                made.data += fmt::format("{:.6g} {:.6g}\n", x, y);
            made.data += "\n\n";
            plots += fmt::format(", \\\n     data index {} using 1:2 with lines notitle lw 1.6 lc rgb '{}'",
                                 block++, colour);
        }
        labels += fmt::format("set label {} {} at graph 1.025, graph {:.4f} left noenhanced tc rgb '{}' "
                              "point pt {} ps 0.9 lc rgb '{}' offset 0.6,0\n",
                              i + 1, quoted(line.label), heights[i], colour, mark, colour);
    }
    for (const auto &[level, text] : axes.levels)
        labels +=
            fmt::format("set arrow from graph 0, first {0:g} to graph 1, first {0:g} nohead dt 2 lc rgb "
                        "'#606060'\nset label {1} at graph 0.01, first {0:g} left offset 0,0.6 noenhanced "
                        "tc rgb '#606060'\n",
                        level, quoted(text));
    for (const auto &[upright, text] : axes.uprights)
        labels +=
            fmt::format("set arrow from first {0:g}, graph 0 to first {0:g}, graph 1 nohead dt 3 lc rgb "
                        "'#606060'\nset label {1} at first {0:g}, graph 1.025 center noenhanced tc rgb "
                        "'#606060'\n",
                        upright, quoted(text));
    const std::string drawing =
        fmt::format("set title {} noenhanced font ',15'{}\n"
                    "set xlabel {} noenhanced\nset ylabel {} noenhanced\n"
                    "set logscale xy 10\nset xrange [{:g}:{:g}]\nset yrange [{:g}:{:g}]\n"
                    "set xtics {} nomirror\nset ytics {} nomirror\nset mxtics 10\n"
                    "set grid xtics ytics lw 1 lc rgb '#d0d0d0'\nset border 3 lc rgb '#606060'\n"
                    "set rmargin 36\nset tmargin {}\nset bmargin 4.2\nset lmargin 16\nunset key\n{}",
                    quoted(axes.title), axes.uprights.empty() ? "" : " offset 0,0.8", quoted(axes.x),
                    quoted(axes.y), low_x, high_x, low_y, high_y, tics_of(axes.x_scale, low_x, high_x),
                    tics_of(axes.y_scale, low_y, high_y), axes.uprights.empty() ? "3.2" : "4.4", labels);
    const std::string plot = fmt::format("data = '{}.dat'\nplot {}\n", name, plots);
    made.script =
        fmt::format("# Draws {0}.svg and {0}.png: gnuplot {0}.gp\n{1}"
                    "set terminal svg size 1000,620 dynamic font 'DejaVu Sans,13' background rgb 'white'\n"
                    "set output '{0}.svg'\n{2}"
                    "set terminal pngcairo size 1280,794 font 'DejaVu Sans,12'\n"
                    "set output '{0}.png'\nreplot\nunset output\n",
                    name, drawing, plot);
    return made;
}

std::string size_label(const std::string &size_name) {
    return size_name + (size_name.size() == 1 ? " (size of the input)" : "");
}

Figure growth_figure(const std::string &name, const std::string &title, const std::string &metric,
                     const std::string &size_name, const std::vector<Drawn> &drawn) {
    std::vector<Line> lines;
    for (const Drawn &one : drawn) {
        Line line{one.solution, one.name, cut_to(one.name, 22), {}, {}};
        for (const Located &point : one.growth->points)
            line.dots.push_back({point.size, value_of(point), std::exp(point.log_value - 2 * point.error),
                                 std::exp(point.log_value + 2 * point.error)});
        if (one.growth->standing == Growth::Standing::fitted) {
            line.label += "  " + one.growth->best().curve.name;
            for (std::size_t k = 0; k < one.growth->points.size(); ++k)
                line.curve.push_back({one.growth->points[k].size, one.growth->best().fitted[k]});
        }
        lines.push_back(std::move(line));
    }
    const bool time = metric == "time", space = metric == "space";
    return figure(name,
                  {title, size_label(size_name),
                   time    ? "time a call"
                   : space ? "space a call, input and answer set apart"
                           : "steps a call (executed blocks)",
                   Scale::numbers,
                   time    ? Scale::time
                   : space ? Scale::bytes
                           : Scale::numbers},
                  lines);
}

// Readings over the bound, 1 at the largest size: level where the claim holds, rising where it does not.
std::optional<Line> over_bound(const SeriesGrowth &series, const JudgedClaim &claim, std::size_t place,
                               const std::function<Sizes(double)> &sizes_at) {
    Line line{place, series.metric, "", {}, {}};
    for (const Located &point : series.growth.points) {
        const double ratio = point.log_value - evaluate_log(claim.claim.bound.growth, sizes_at(point.size));
        if (!std::isfinite(ratio) || !std::isfinite(point.error)) continue;
        const double error = series.metric == "time" ? 2 * point.error : 0; // the others are exact
        line.dots.push_back({point.size, ratio, ratio - error, ratio + error});
    }
    if (line.dots.size() < 2) return std::nullopt;
    const double last = line.dots.back().y;
    for (Dot &dot : line.dots) {
        dot = {dot.x, std::exp(dot.y - last), std::exp(dot.low - last), std::exp(dot.high - last)};
        line.curve.push_back({dot.x, dot.y});
    }
    line.label = cut_to(fmt::format("{} over {}", series.metric, claim.claim.bound.written), 32);
    return line;
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
                                   const std::vector<std::string> &shapes, const std::string &size_name) {
    std::vector<Figure> figures;
    for (const std::string metric : {"time", "steps", "space"}) {
        std::vector<Drawn> worst;
        for (std::size_t i = 0; i < solutions.size(); ++i)
            if (const Growth *growth = worst_of(growths, solutions[i], metric))
                worst.push_back({i, solutions[i], growth});
        if (worst.empty()) continue;
        figures.push_back(growth_figure(metric,
                                        fmt::format("{}: {}, each solution's worst shape", title, metric),
                                        metric, size_name, worst));
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
                                                size_name, drawn));
        }
    }
    return figures;
}

std::vector<Figure> claim_figures(const std::vector<JudgedClaim> &claims,
                                  const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                  const std::function<Sizes(double)> &sizes_at) {
    std::vector<Figure> figures;
    std::vector<std::string> solutions;
    for (const JudgedClaim &claim : claims)
        if (std::find(solutions.begin(), solutions.end(), claim.solution) == solutions.end())
            solutions.push_back(claim.solution);
    for (const std::string &solution : solutions) {
        std::vector<Line> lines;
        std::string verdicts, shape;
        const auto add = [&](const JudgedClaim &claim, const std::string &metric) {
            for (const SeriesGrowth &one : growths)
                if (one.solution == solution && one.metric == metric && one.shape == shape)
                    if (auto line = over_bound(one, claim, lines.size(), sizes_at)) lines.push_back(*line);
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
        figures.push_back(figure("claim-" + solution, axes, lines));
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
        std::vector<Line> lines;
        for (const PairComparison &pair : comparison.pairs) {
            if (pair.shape != worst_shape_name || pair.metric != "time" || pair.course.points.empty() ||
                (pair.solution != fastest && pair.against != fastest))
                continue;
            const bool turned = pair.solution == fastest;
            const std::string &other = turned ? pair.against : pair.solution;
            Line line{place(other), other, cut_to(other, 30), {}, {}};
            for (const RatioPoint &point : pair.course.points) {
                const auto [low, high] = point.interval;
                line.dots.push_back(turned ? Dot{point.size, 1 / point.ratio, 1 / high, 1 / low}
                                           : Dot{point.size, point.ratio, low, high});
                line.curve.push_back({point.size, line.dots.back().y});
            }
            lines.push_back(std::move(line));
        }
        Axes axes{fmt::format("{}: times over those of {}", title, cut_to(fastest, 30)),
                  size_label(comparison.size_name), fmt::format("times as long as {}", cut_to(fastest, 30))};
        axes.levels = {{1, ""}};
        axes.least_span = 4;
        for (const PairCrossing &one : comparison.crossings)
            if (one.measured && one.shape == worst_shape_name && one.metric == "time" &&
                (one.solution == fastest || one.against == fastest))
                axes.uprights.push_back({one.crossing.at, grouped(std::round(one.crossing.at))});
        if (!lines.empty()) figures.push_back(figure("compare", axes, lines));
    }
    std::vector<Line> lines;
    std::vector<TradePoint> unbeaten;
    for (const TradePoint &point : comparison.trade) {
        const double space = std::max(point.space_bytes, 1.0); // the axis has no 0
        if (point.unbeaten) unbeaten.push_back(point);
        lines.push_back({place(point.solution),
                         point.solution,
                         cut_to(point.solution, 20) + (point.unbeaten ? "  unbeaten" : ""),
                         {{point.time_ns, space, space, space}},
                         {}});
    }
    if (lines.size() < 2) return figures;
    std::sort(unbeaten.begin(), unbeaten.end(),
              [](const TradePoint &a, const TradePoint &b) { return a.time_ns < b.time_ns; });
    for (Line &line : lines) // the line that joins them belongs to the first
        if (unbeaten.size() > 1 && line.name == unbeaten.front().solution)
            for (const TradePoint &point : unbeaten)
                line.curve.push_back({point.time_ns, std::max(point.space_bytes, 1.0)});
    figures.push_back(
        figure("trade",
               {fmt::format("{}: time against space at {} = {}", title, comparison.size_name,
                            grouped(comparison.trade_at)),
                "time a call, worst shape", "space a call, worst shape", Scale::time, Scale::bytes},
               lines));
    return figures;
}

std::vector<Figure> target_figures(const std::string &title, const std::vector<MeetsTarget> &meets,
                                   const TargetLimits &limits, const std::vector<std::string> &solutions) {
    if (!limits.time_ns || !limits.space_bytes) return {};
    std::vector<Line> lines;
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
                         fmt::format("{}  {}", cut_to(one.solution, 22), word_for(one.all())),
                         {{time->value, bytes(memory->value), bytes(memory->interval.first),
                           bytes(memory->interval.second)}},
                         {}});
    }
    if (lines.empty()) return {};
    std::string where;
    for (const auto &[name, size] : limits.sizes)
        where += fmt::format("{}{} = {}", where.empty() ? "" : ", ", name, grouped(size));
    Axes axes{fmt::format("{}: who meets the target at {}", title, where), "time a call, worst shape",
              "space a call, worst shape", Scale::time, Scale::bytes};
    axes.levels = {{*limits.space_bytes, bytes_text(*limits.space_bytes) + " allowed"}};
    axes.uprights = {{*limits.time_ns, time_text(*limits.time_ns) + " allowed"}};
    return {figure("target", axes, lines)};
}

} // namespace iron
