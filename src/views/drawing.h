// Pictures as gnuplot scripts and the data that they draw.
#pragma once

#include <string>
#include <utility>
#include <vector>

namespace iron {

struct Figure {
    std::string name;   // file name without ending: "time-calm"
    std::string script; // draws NAME.svg and NAME.png from NAME.dat, run in their folder
    std::string data;
};

struct Dot {
    double x = 0, y = 0, low = 0, high = 0; // the interval of y
};

// Dots with their intervals, and a line through fitted or drawn points.
struct DrawnLine {
    std::size_t place = 0; // in the problem: decides colour and mark
    std::string name;      // in the data file
    std::string label;     // at the line's end
    std::vector<Dot> dots = {};
    std::vector<std::pair<double, double>> curve = {};
    std::vector<std::pair<double, double>> forecast = {}; // dashed
};

enum class Scale { numbers, time, bytes };

struct Axes {
    std::string title, x, y;
    Scale x_scale = Scale::numbers, y_scale = Scale::numbers;
    // Dashed lines across and up, with what is written at their end.
    std::vector<std::pair<double, std::string>> levels = {}, uprights = {};
    double least_span = 1; // of the y axis: noise is not blown up
    bool linear_x = false; // else logarithmic; y always is
};

// What lies below the least that a logarithmic axis shows (0.01 ns, 1 byte) is drawn there.
Figure draw_lines(const std::string &name, const Axes &axes, const std::vector<DrawnLine> &lines);

// A field over two sizes with what was read there.
struct Panel {
    struct Mark {
        double x = 0, y = 0, value = 0;
    };
    std::string title;
    std::vector<Mark> readings;
    // On a grid even in both logarithms, row by row; not a number where there is nothing. None where nothing
    // was fitted.
    std::vector<Mark> field = {};
};
struct PanelAxes {
    std::string title, x, y, value;
    Scale scale = Scale::numbers; // of the values
};

// Panels side by side, with one scale of colours that is told apart in grey too.
Figure draw_panels(const std::string &name, const PanelAxes &axes, const std::vector<Panel> &panels);

} // namespace iron
