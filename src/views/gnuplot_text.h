// What gnuplot's scripts hold: quoted text, and the labels of axes.
#pragma once

#include <string>

#include "views/drawing.h"

namespace iron {

// Text inside gnuplot's double quotes, with no enhanced markup.
std::string quoted(const std::string &text);

// A list of labels for `set xtics` and the like, over a logarithmic axis from `low` to `high`.
std::string tics_of(Scale scale, double low, double high);
// The same where the axis shows logarithms to base 2: whole powers, at most `most`.
std::string tics_of_logs(double low, double high, int most);

} // namespace iron
