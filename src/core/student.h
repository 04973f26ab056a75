// Student's t distribution: the one place that reads the distributions' headers.
#pragma once

namespace iron {

// The share of it below x.
double student_below(double x, double degrees_of_freedom);
// Where that share lies below.
double student_quantile(double share, double degrees_of_freedom);

} // namespace iron
