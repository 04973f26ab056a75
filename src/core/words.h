// Numbers as people read them, for the reasons of verdicts and for every table.
#pragma once

#include <string>

#include "core/reading/metric.h"

namespace iron {

// A whole number with its thousands set apart: 1,048,576.
std::string grouped(double whole);

// Three significant digits at most, thousands set apart, tiny and huge numbers with an exponent: 11.2,
// 1,230, 4.1e-07.
std::string three_digits(double value);

// A time in the unit that suits it: 1.24 ms. `ns` in nanoseconds.
std::string time_text(double ns);

// A size in memory: 512 KiB.
std::string bytes_text(double bytes);

// A reading in the unit of its metric: a time, bytes, or a plain number.
std::string reading_text(double value, Metric metric);

} // namespace iron
