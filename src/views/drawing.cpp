#include "views/drawing.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/gnuplot_text.h"

namespace iron {

namespace {

constexpr double letter_width = 0.013; // of the x axis, in the figures' font

// Told apart in colour and, by their lightness and marks, in grey.
constexpr const char *colours[] = {"#14213d", "#c1440e", "#2a7f9e", "#8c2f6b",
                                   "#5b8c2a", "#d9902f", "#6b6b6b", "#63a4ad"};
constexpr int marks[] = {7, 5, 9, 11, 13, 6, 4, 8};

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

// The least that a logarithmic axis shows: a call may take no more than an empty one, or no byte.
double least_shown(Scale scale) { return scale == Scale::time ? 0.01 : scale == Scale::bytes ? 1 : 1e-9; }

std::vector<DrawnLine> as_shown(std::vector<DrawnLine> lines, const Axes &axes) {
    const double least_x = axes.linear_x ? -1e300 : least_shown(axes.x_scale),
                 least_y = least_shown(axes.y_scale);
    const auto raise = [](double &value, double least) { value = std::max(value, least); };
    for (DrawnLine &line : lines) {
        for (Dot &dot : line.dots)
            raise(dot.x, least_x), raise(dot.y, least_y), raise(dot.low, least_y), raise(dot.high, least_y);
        for (auto *points : {&line.curve, &line.forecast})
            for (auto &[x, y] : *points)
                raise(x, least_x), raise(y, least_y);
    }
    return lines;
}

struct Window {
    double low_x = 1e300, high_x = 0, low_y = 1e300, high_y = 0;
};

Window window_of(const std::vector<DrawnLine> &lines, const Axes &axes) {
    Window w;
    for (const DrawnLine &line : lines)
        for (const Dot &dot : line.dots) {
            const bool from_nought = axes.x_scale == Scale::numbers && !axes.linear_x;
            w.low_x = std::min(w.low_x, from_nought ? std::max(dot.x, 0.5) : dot.x);
            w.high_x = std::max(w.high_x, dot.x);
            w.low_y = std::min(w.low_y, dot.y);
            w.high_y = std::max(w.high_y, dot.y);
        }
    for (const DrawnLine &line : lines)
        for (const auto &[x, y] : line.forecast)
            w.high_x = std::max(w.high_x, x), w.low_y = std::min(w.low_y, y),
            w.high_y = std::max(w.high_y, y);
    for (const auto &[level, text] : axes.levels)
        w.low_y = std::min(w.low_y, level), w.high_y = std::max(w.high_y, level);
    for (const auto &[upright, text] : axes.uprights)
        w.low_x = std::min(w.low_x, upright), w.high_x = std::max(w.high_x, upright);
    const double wider = std::max(1.6, std::sqrt(axes.least_span / (w.high_y / w.low_y)));
    const double beside = axes.x_scale == Scale::numbers ? 1.25 : 2;
    const double margin = 0.04 * (w.high_x - w.low_x) + 0.5;
    if (axes.linear_x)
        w.low_x -= margin, w.high_x += margin;
    else
        w.low_x /= beside, w.high_x *= beside;
    w.low_y /= wider, w.high_y *= wider;
    return w;
}

// Where each line's name stands beside the picture, 0 to 1 of its height.
std::vector<double> heights_of_names(const std::vector<DrawnLine> &lines, const Window &window) {
    std::vector<double> ends;
    for (const DrawnLine &line : lines)
        ends.push_back(std::log((line.forecast.empty() ? line.dots.back().y : line.forecast.back().second) /
                                window.low_y) /
                       std::log(window.high_y / window.low_y));
    return spread(ends, 0.055);
}

// Data and plot commands of the lines, block after block.
class Plots {
  public:
    void add(const DrawnLine &line) {
        const char *colour = colour_of(line);
        data += fmt::format("# {} readings: x y low high\n", line.name);
        for (const Dot &dot : line.dots)
            data += fmt::format("{:.6g} {:.6g} {:.6g} {:.6g}\n", dot.x, dot.y, dot.low, dot.high);
        data += "\n\n";
        commands += fmt::format(
            "{}data index {} using 1:2:3:4 with yerrorbars notitle pt {} ps 0.8 lw 0.8 lc rgb '{}'",
            commands.empty() ? "" : ", \\\n     ", block_++, mark_of(line), colour);
        join(line.name + " line", line.curve, "", colour);
        join(line.name + " forecast", line.forecast, " dt '--'", colour);
    }

    static const char *colour_of(const DrawnLine &line) { return colours[line.place % std::size(colours)]; }
    // Where colours come again the marks are others.
    static int mark_of(const DrawnLine &line) {
        return marks[(line.place + 3 * (line.place / std::size(colours))) % std::size(marks)];
    }

    std::string data, commands;

  private:
    void join(const std::string &what, const std::vector<std::pair<double, double>> &points,
              const char *dashes, const char *colour) {
        if (points.empty()) return;
        data += fmt::format("# {}: x y\n", what);
        for (const auto &[x, y] : points)
            data += fmt::format("{:.6g} {:.6g}\n", x, y);
        data += "\n\n";
        commands += fmt::format(", \\\n     data index {} using 1:2 with lines notitle lw 1.6{} lc rgb '{}'",
                                block_++, dashes, colour);
    }

    int block_ = 0;
};

std::string names_beside(const std::vector<DrawnLine> &lines, const Window &window) {
    const std::vector<double> heights = heights_of_names(lines, window);
    std::string labels;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const char *colour = Plots::colour_of(lines[i]);
        labels +=
            fmt::format("set label {} {} at graph 1.025, graph {:.4f} left noenhanced tc rgb '{}' "
                        "point pt {} ps 0.9 lc rgb '{}' offset 0.6,0\n",
                        i + 1, quoted(lines[i].label), heights[i], colour, Plots::mark_of(lines[i]), colour);
    }
    return labels;
}

std::string levels_across(const Axes &axes) {
    std::string drawn;
    for (const auto &[level, text] : axes.levels)
        drawn +=
            fmt::format("set arrow from graph 0, first {0:g} to graph 1, first {0:g} nohead dt 2 lc rgb "
                        "'#606060'\nset label {1} at graph 0.01, first {0:g} left offset 0,0.6 noenhanced "
                        "tc rgb '#606060'\n",
                        level, quoted(text));
    return drawn;
}

// Near the right end the names of the lines stand. A name that would lie over another is left out.
std::string uprights_with_names(const Axes &axes, const Window &window) {
    std::string drawn;
    std::vector<std::pair<double, double>> taken; // of the axis, by names
    for (const auto &[upright, text] : axes.uprights) {
        const double across = axes.linear_x
                                  ? (upright - window.low_x) / (window.high_x - window.low_x)
                                  : std::log(upright / window.low_x) / std::log(window.high_x / window.low_x);
        drawn += fmt::format("set arrow from first {0:g}, graph 0 to first {0:g}, graph 1 nohead dt 3 lc rgb "
                             "'#606060'\n",
                             upright);
        const char *side = across > 0.75 ? "right" : across < 0.25 ? "left" : "center";
        const double width = letter_width * static_cast<double>(text.size() + 1);
        const double left = across - (across > 0.75 ? width : across < 0.25 ? 0 : width / 2);
        const auto lies_over = [&](const auto &other) {
            return left < other.second && other.first < left + width;
        };
        if (std::any_of(taken.begin(), taken.end(), lies_over)) continue;
        taken.push_back({left, left + width});
        drawn += fmt::format("set label {} at first {:g}, graph 1.025 {} noenhanced tc rgb '#606060'\n",
                             quoted(text), upright, side);
    }
    return drawn;
}

} // namespace

Figure draw_lines(const std::string &name, const Axes &axes, const std::vector<DrawnLine> &given) {
    const std::vector<DrawnLine> lines = as_shown(given, axes);
    const Window window = window_of(lines, axes);
    Plots plots;
    for (const DrawnLine &line : lines)
        plots.add(line);
    const bool named_above = !axes.uprights.empty();
    const std::string drawing =
        fmt::format("set title {} noenhanced font ',15'{}\n"
                    "set xlabel {} noenhanced\nset ylabel {} noenhanced\n"
                    "set logscale {} 10\nset xrange [{:g}:{:g}]\nset yrange [{:g}:{:g}]\n"
                    "set xtics {} nomirror\nset ytics {} nomirror\n{}"
                    "set grid xtics ytics lw 1 lc rgb '#d0d0d0'\nset border 3 lc rgb '#606060'\n"
                    "set rmargin 36\nset tmargin {}\nset bmargin 4.2\nset lmargin 16\nunset key\n{}{}{}",
                    quoted(axes.title), named_above ? " offset 0,0.8" : "", quoted(axes.x), quoted(axes.y),
                    axes.linear_x ? "y" : "xy", window.low_x, window.high_x, window.low_y, window.high_y,
                    axes.linear_x ? "autofreq" : tics_of(axes.x_scale, window.low_x, window.high_x),
                    tics_of(axes.y_scale, window.low_y, window.high_y),
                    axes.linear_x ? "" : "set mxtics 10\n", named_above ? "4.4" : "3.2",
                    names_beside(lines, window), levels_across(axes), uprights_with_names(axes, window));
    Figure made{name, "", std::move(plots.data)};
    made.script =
        fmt::format("# Draws {0}.svg and {0}.png: gnuplot {0}.gp\n{1}"
                    "set terminal svg size 1000,620 dynamic font 'DejaVu Sans,13' background rgb 'white'\n"
                    "set output {3}\n{2}"
                    "set terminal pngcairo size 1280,794 font 'DejaVu Sans,12'\n"
                    "set output {4}\nreplot\nunset output\n",
                    name, drawing, fmt::format("data = {}\nplot {}\n", quoted(name + ".dat"), plots.commands),
                    quoted(name + ".svg"), quoted(name + ".png"));
    return made;
}

} // namespace iron
