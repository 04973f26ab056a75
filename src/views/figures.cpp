#include "views/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

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

Figure figure(const std::string &name, const std::string &title, const std::string &metric,
              const std::string &size_name, const std::vector<Drawn> &drawn) {
    Figure made{name, "", ""};
    double low_x = 1e300, high_x = 0, low_y = 1e300, high_y = 0;
    for (const Drawn &one : drawn)
        for (const Located &point : one.growth->points) {
            low_x = std::min(low_x, std::max(point.size, 0.5));
            high_x = std::max(high_x, point.size);
            low_y = std::min(low_y, value_of(point));
            high_y = std::max(high_y, value_of(point));
        }
    low_x /= 1.25, high_x *= 1.25, low_y /= 1.6, high_y *= 1.6;
    std::vector<double> ends;
    for (const Drawn &one : drawn)
        ends.push_back(std::log(value_of(one.growth->points.back()) / low_y) / std::log(high_y / low_y));
    const std::vector<double> heights = spread(ends, 0.055);
    std::string plots, labels;
    int block = 0;
    for (std::size_t i = 0; i < drawn.size(); ++i) {
        const Growth &growth = *drawn[i].growth;
        const char *colour = colours[drawn[i].solution % std::size(colours)];
        const int mark = marks[drawn[i].solution % std::size(marks)];
        made.data += fmt::format("# {} {}: {} {}\n", drawn[i].name, "readings", size_name, metric);
        for (const Located &point : growth.points)
            made.data += fmt::format("{:.0f} {:.6g} {:.6g} {:.6g}\n", point.size, value_of(point),
                                     std::exp(point.log_value - 2 * point.error),
                                     std::exp(point.log_value + 2 * point.error));
        made.data += "\n\n";
        plots += fmt::format(
            "{}data index {} using 1:2:3:4 with yerrorbars notitle pt {} ps 0.8 lw 0.8 lc rgb '{}'",
            plots.empty() ? "" : ", \\\n     ", block++, mark, colour);
        std::string class_name;
        if (growth.standing == Growth::Standing::fitted) {
            class_name = growth.best().curve.name;
            made.data += fmt::format("# {} fitted curve: {} {}\n", drawn[i].name, size_name, metric);
            for (std::size_t k = 0; k < growth.points.size(); ++k)
                made.data += fmt::format("{:.0f} {:.6g}\n", growth.points[k].size, growth.best().fitted[k]);
            made.data += "\n\n";
            plots += fmt::format(", \\\n     data index {} using 1:2 with lines notitle lw 1.6 lc rgb '{}'",
                                 block++, colour);
        }
        const std::string label = cut_to(drawn[i].name, 22) + (class_name.empty() ? "" : "  " + class_name);
        labels += fmt::format("set label {} {} at graph 1.025, graph {:.4f} left noenhanced tc rgb '{}' "
                              "point pt {} ps 0.9 lc rgb '{}' offset 0.6,0\n",
                              i + 1, quoted(label), heights[i], colour, mark, colour);
    }
    const bool time = metric == "time", space = metric == "space";
    const double decades = std::log10(high_y / low_y);
    const std::string drawing = fmt::format(
        "set title {} noenhanced font ',15'\n"
        "set xlabel {} noenhanced\nset ylabel {} noenhanced\n"
        "set logscale xy 10\nset xrange [{:g}:{:g}]\nset yrange [{:g}:{:g}]\n"
        "set xtics {} nomirror\nset ytics {} nomirror\nset mxtics 10\n"
        "set grid xtics ytics lw 1 lc rgb '#d0d0d0'\nset border 3 lc rgb '#606060'\n"
        "set rmargin 36\nset tmargin 3.2\nset bmargin 4.2\nset lmargin 16\nunset key\n{}",
        quoted(title), quoted(size_name + (size_name.size() == 1 ? " (size of the input)" : "")),
        quoted(time    ? "time a call"
               : space ? "space a call, input and answer set apart"
                       : "steps a call (executed blocks)"),
        low_x, high_x, low_y, high_y, tics(low_x, high_x, false, 1),
        space ? tics_of_bytes(low_y, high_y) : tics(low_y, high_y, time, decades > 9 ? 2 : 1), labels);
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
        figures.push_back(figure(metric, fmt::format("{}: {}, each solution's worst shape", title, metric),
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
                figures.push_back(figure(metric + "-" + shape,
                                         fmt::format("{}: {}, shape {}", title, metric, shape), metric,
                                         size_name, drawn));
        }
    }
    return figures;
}

} // namespace iron
