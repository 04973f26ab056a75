// A field over two sizes, panel beside panel (drawing.h).
#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/drawing.h"
#include "views/gnuplot_text.h"

namespace iron {

namespace {

// What all panels show, the sizes as base-2 logarithms.
struct PanelWindow {
    double low_x = 1e300, high_x = -1e300, low_y = 1e300, high_y = -1e300, low = 1e300, high = 0;
};

PanelWindow window_of(const std::vector<Panel> &panels) {
    PanelWindow w;
    for (const Panel &panel : panels)
        for (const auto *spots : {&panel.readings, &panel.field})
            for (const Panel::Mark &spot : *spots) {
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

    bool narrow() const { return columns_ >= 3; }
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
    int put(const std::string &what, const std::vector<Panel::Mark> &spots) {
        data += fmt::format("# {}: x y value\n", what);
        for (const Panel::Mark &spot : spots)
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
        "# Draws {0}.svg and {0}.png: gnuplot {0}.gp\ndata = {13}\n"
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
        "    set output {14}.form\n"
        "    set multiplot title {11} noenhanced font ',15'\n{12}    unset multiplot\n    unset output\n}}\n",
        name, w.low, w.high, tics_of(axes.scale, w.low, w.high), w.low_x, w.high_x, w.low_y, w.high_y,
        tics_of_logs(w.low_x, w.high_x, grid.narrow() ? 4 : 5), tics_of_logs(w.low_y, w.high_y, 6),
        quoted(axes.x), quoted(axes.title), drawn, quoted(name + ".dat"), quoted(name + "."));
    return made;
}

} // namespace iron
