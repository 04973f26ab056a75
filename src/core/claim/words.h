// Numbers as people read them, for the reasons of verdicts and for every table.
#pragma once

#include <string>

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

// A reading in the unit of its metric: "time" (ns), "space" (bytes), else a plain number.
std::string reading_text(double value, const std::string &metric);

// What is looked at where a metric is divided by a growth: `steps / (n log n)`, `time / n`, `space` for 1.
std::string divided_text(const std::string &metric, const std::string &canonical);

} // namespace iron
