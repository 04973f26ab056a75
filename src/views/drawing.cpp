#include "views/drawing.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/text.h"

namespace iron {

namespace {

constexpr double letter_width = 0.013; // of the x axis, in the figures' font

// Told apart in colour and, by their lightness and marks, in grey.
constexpr const char *colours[] = {"#14213d", "#c1440e", "#2a7f9e", "#8c2f6b",
                                   "#5b8c2a", "#d9902f", "#6b6b6b", "#63a4ad"};
constexpr int marks[] = {7, 5, 9, 11, 13, 6, 4, 8};

// Text inside gnuplot's double quotes, with no enhanced markup.
std::string quoted(const std::string &text) {
    std::string safe;
    for (const char c : text) {
        if (c == '"' || c == '\\') safe += '\\';
        safe += c == '\n' ? ' ' : c;
    }
    return '"' + safe + '"';
}

std::string tics(double low, double high, bool time, double step) {
    std::string list;
    const auto first = static_cast<int>(std::floor(std::log10(low))),
               last = static_cast<int>(std::ceil(std::log10(high)));
    for (int power = first; power <= last; power += static_cast<int>(step)) {
        const double value = std::pow(10, power);
        const std::string label = time         ? time_text(value)
                                  : power >= 9 ? fmt::format("10^{{{}}}", power)
                                  : power >= 0 ? grouped(value)
                                               : three_digits(value);
        list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ", quoted(label), value);
    }
    return "(" + list + ")";
}

// Of bytes: every thirty-second of a unit, so that labels are whole; over a narrow range every doubling.
std::string tics_of_bytes(double low, double high) {
    std::string list;
    const double step = high / low < 64 ? 1 : high / low < 1024 ? 2 : 5; // doublings
    for (double value = std::exp2(step * std::floor(std::log2(low) / step)); value <= high;
         value *= std::exp2(step))
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

std::string tics_of(Scale scale, double low, double high) {
    if (scale == Scale::bytes) return tics_of_bytes(low, high);
    if (high / low < 100) { // decades alone would be too few
        std::string list;
        for (double decade = std::pow(10, std::floor(std::log10(low))); decade <= high; decade *= 10)
            for (const double value : {decade, 2 * decade, 5 * decade})
                list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ",
                                    quoted(scale == Scale::time ? time_text(value)
                                           : value < 1          ? three_digits(value)
                                                                : grouped(value)),
                                    value);
        return "(" + list + ")";
    }
    // Whole numbers written out are wide.
    const double roomy = scale == Scale::time ? 9 : 6.5;
    return tics(low, high, scale == Scale::time, std::log10(high / low) > roomy ? 2 : 1);
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
                    "set output '{0}.svg'\n{2}"
                    "set terminal pngcairo size 1280,794 font 'DejaVu Sans,12'\n"
                    "set output '{0}.png'\nreplot\nunset output\n",
                    name, drawing, fmt::format("data = '{}.dat'\nplot {}\n", name, plots.commands));
    return made;
}

namespace {

// Of a logarithm to base 2, whole powers, at most five.
std::string tics_of_logs(double low, double high) {
    std::string list;
    const int first = static_cast<int>(std::ceil(low - 1e-9)),
              last = static_cast<int>(std::floor(high + 1e-9));
    const int step = std::max(1, (last - first + 4) / 5);
    for (int power = first; power <= last; power += step)
        list += fmt::format("{}{} {}", list.empty() ? "" : ", ",
                            quoted(power > 15 ? fmt::format("2^{{{}}}", power) : grouped(std::exp2(power))),
                            power);
    return "(" + list + ")";
}

// What all panels show, the sizes as base-2 logarithms.
struct PanelWindow {
    double low_x = 1e300, high_x = -1e300, low_y = 1e300, high_y = -1e300, low = 1e300, high = 0;
};

PanelWindow window_of(const std::vector<Panel> &panels) {
    PanelWindow w;
    for (const Panel &panel : panels)
        for (const auto *spots : {&panel.readings, &panel.field})
            for (const Panel::Spot &spot : *spots) {
                w.low_x = std::min(w.low_x, std::log2(spot.x)),
                w.high_x = std::max(w.high_x, std::log2(spot.x));
                w.low_y = std::min(w.low_y, std::log2(spot.y)),
                w.high_y = std::max(w.high_y, std::log2(spot.y));
                if (spots == &panel.readings)
                    w.low = std::min(w.low, spot.value), w.high = std::max(w.high, spot.value);
            }
    w.low_x -= 0.4, w.high_x += 0.4, w.low_y -= 0.4, w.high_y += 0.4;
    if (w.high < 2 * w.low) w.low /= 1.5, w.high *= 1.5;
    return w;
}

// Places on the picture, by hand: a layout would move the scale of colours along.
class PanelGrid {
  public:
    explicit PanelGrid(std::size_t panels)
        : count_(static_cast<int>(panels)), columns_(count_ <= 3   ? count_
                                                     : count_ <= 8 ? (count_ + 1) / 2
                                                                   : (count_ + 2) / 3) {
        const int rows = (count_ + columns_ - 1) / columns_;
        width_ = (right - left - across * (columns_ - 1)) / columns_;
        height_ = (top - bottom - down * (rows - 1)) / rows;
    }

    bool is_leftmost(std::size_t panel) const { return static_cast<int>(panel) % columns_ == 0; }
    std::string margins(std::size_t panel) const {
        const int at = static_cast<int>(panel);
        const double x = left + at % columns_ * (width_ + across), y = top - at / columns_ * (height_ + down);
        return fmt::format("    set lmargin at screen {:.4f}\n    set rmargin at screen {:.4f}\n"
                           "    set tmargin at screen {:.4f}\n    set bmargin at screen {:.4f}\n",
                           x, x + width_, y, y - height_);
    }

  private:
    static constexpr double left = 0.085, right = 0.82, bottom = 0.12, top = 0.86, across = 0.06, down = 0.17;
    int count_, columns_;
    double width_ = 0, height_ = 0;
};

// Data and plot command of a panel, block after block.
class PanelPlots {
  public:
    std::string add(const Panel &panel) {
        const char *const logarithms = "using (log($1)/log(2)):(log($2)/log(2))";
        std::string plot;
        if (!panel.field.empty())
            plot = fmt::format("data index {} {}:3 with image notitle, \\\n         ",
                               put(panel.title + " fitted", panel.field), logarithms);
        return plot +
               fmt::format("data index {0} {1}:3 with points notitle pt 7 ps 1 lc palette, \\\n"
                           "         data index {0} {1} with points notitle pt 6 ps 1.05 lw 0.8 lc rgb "
                           "'#ffffff'",
                           put(panel.title + " readings", panel.readings), logarithms);
    }

    std::string data;

  private:
    int put(const std::string &what, const std::vector<Panel::Spot> &spots) {
        data += fmt::format("# {}: x y value\n", what);
        for (const Panel::Spot &spot : spots)
            data += fmt::format("{:.6g} {:.6g} {:.6g}\n", spot.x, spot.y, spot.value);
        data += "\n\n";
        return block_++;
    }

    int block_ = 0;
};

} // namespace

Figure draw_panels(const std::string &name, const PanelAxes &axes, const std::vector<Panel> &panels) {
    const PanelWindow w = window_of(panels);
    const PanelGrid grid(panels.size());
    // Its name is put by hand: gnuplot would put it over wide numbers.
    const std::string scale_drawn =
        fmt::format("set colorbox vertical user origin 0.845,0.16 size 0.018,0.66; "
                    "set label 1 {} at screen 0.98,0.49 center rotate by 90 noenhanced",
                    quoted(axes.value));
    PanelPlots plots;
    std::string drawn;
    for (std::size_t i = 0; i < panels.size(); ++i)
        drawn += fmt::format(
            "{}    set title {} noenhanced font ',12' offset 0,-0.5\n    set ylabel {} noenhanced\n"
            "    {}\n    plot {}\n",
            grid.margins(i), quoted(panels[i].title), quoted(grid.is_leftmost(i) ? axes.y : ""),
            i == 0 ? scale_drawn : "unset colorbox; unset label 1", plots.add(panels[i]));
    Figure made{name, "", std::move(plots.data)};
    made.script = fmt::format(
        "# Draws {0}.svg and {0}.png: gnuplot {0}.gp\ndata = '{0}.dat'\n"
        "set palette defined (0 '#f6ead2', 0.35 '#9cc3b5', 0.7 '#2a7f9e', 1 '#14213d')\nset logscale cb 10\n"
        "set cbrange [{1:g}:{2:g}]\n"
        "set cbtics {3}\n"
        "set xrange [{4:g}:{5:g}]\nset yrange [{6:g}:{7:g}]\nset xtics {8} nomirror\nset ytics {9} "
        "nomirror\n"
        "set xlabel {10} noenhanced\nset border 3 lc rgb '#606060'\nunset key\n"
        "do for [form in 'svg png'] {{\n"
        "    if (form eq 'svg') {{ set terminal svg size 1000,620 dynamic font 'DejaVu Sans,12' background "
        "rgb 'white' }}\n"
        "    if (form eq 'png') {{ set terminal pngcairo size 1280,794 font 'DejaVu Sans,11' }}\n"
        "    set output '{0}.'.form\n"
        "    set multiplot title {11} noenhanced font ',15'\n{12}    unset multiplot\n    unset output\n}}\n",
        name, w.low, w.high, tics_of(axes.scale, w.low, w.high), w.low_x, w.high_x, w.low_y, w.high_y,
        tics_of_logs(w.low_x, w.high_x), tics_of_logs(w.low_y, w.high_y), quoted(axes.x), quoted(axes.title),
        drawn);
    return made;
}

} // namespace iron
