// Comparisons in words and tables.
#pragma once

#include <string>
#include <vector>

#include "core/compare/compare.h"

namespace iron {

// "grows slower: 12 times faster at n = 1,000, 1,150 times at n = 100,000". Of a pair's first solution.
std::string course_words(const RatioCourse &course, Metric metric, const std::string &size_name);

// Pair by pair in the worst shape (`every_shape`: in each), crossing points, time against memory, the order
// of the solutions; below the line those `left_out`, each with its reason.
std::string comparison_text(const ComparisonOfAll &comparison, bool every_shape,
                            const std::vector<std::pair<std::string, std::string>> &left_out);

// "up to n = 60 every-stretch, above it one-pass", of the worst shape; "" where nothing was read.
std::string fastest_words(const ComparisonOfAll &comparison);

} // namespace iron
