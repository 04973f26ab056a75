// Nonnegative least squares by normal equations: quick where thousands of small fits share their columns.
#pragma once

#include <vector>

#include "core/growth/least_squares.h"

namespace iron {

// As many as fit on the stack.
constexpr int most_gram_columns = 96;

// G = A'A by rows and h = A'b, of A's columns; products are added up in any order.
struct NormalEquations {
    std::vector<double> gram, h;
};
NormalEquations normal_equations(const std::vector<std::vector<double>> &columns,
                                 const std::vector<double> &target);

// Minimises |A c - b|^2 over c >= 0 from G = A'A (row-major, `width` wide) and h = A'b, of the columns named
// alone, by the active-set method of Lawson and Hanson (Solving Least Squares Problems, 1974, chapter 23)
// with a Cholesky factorisation of the active part. Half the digits of a QR are lost: for screens, and for
// readings with errors of a thousandth and more. `c` takes a coefficient for each of them; the number above 0
// is given back. Throws std::length_error for more than most_gram_columns.
int nonnegative_by_gram(const double *gram, const double *h, int width, const std::vector<int> &columns,
                        double *c);

// nonnegative_least_squares() (least_squares.h) in this way; of more columns in its own.
LeastSquares nonnegative_least_squares_by_gram(const std::vector<std::vector<double>> &columns,
                                               const std::vector<double> &target);

} // namespace iron
