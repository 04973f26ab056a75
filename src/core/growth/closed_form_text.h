// A closed form as people write it.
#pragma once

#include <string>
#include <vector>

#include "core/growth/fit.h"

namespace iron {

// The terms of an exact fit over these sizes, so many times and so much more: "n (n - 1) / 2", "3 n + 1",
// "(k + 1) (n - k + 1)", "n floor(log2 n) + 1". What all terms share is taken out, and what is left where one
// size is taken off another, as the places where k letters can start in n. "" where a factor is no fraction
// with a small denominator.
std::string closed_form_text(const std::vector<Term> &terms, const std::vector<std::string> &names,
                             double times = 1, double more = 0);

} // namespace iron
