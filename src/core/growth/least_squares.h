// Linear least squares with coefficients that may not be negative.
#pragma once

#include <cstddef>
#include <vector>

namespace iron {

struct LeastSquares {
    std::vector<double> coefficients; // one a column
    double chi2 = 0;                  // sum of squared residuals (rows are given already weighted)
    int active = 0;                   // coefficients above 0
};

// Minimises |A c - b|^2 over c >= 0 by the active-set method of Lawson and Hanson (Solving Least Squares
// Problems, 1974, chapter 23), solving each subproblem by a QR decomposition with column pivoting. `columns`
// holds A by columns, each as long as `target`.
LeastSquares nonnegative_least_squares(const std::vector<std::vector<double>> &columns,
                                       const std::vector<double> &target);

// The same without the sign condition.
LeastSquares least_squares(const std::vector<std::vector<double>> &columns,
                           const std::vector<double> &target);

// A square matrix by rows.
struct SquareMatrix {
    std::size_t count = 0;
    std::vector<double> values;
    double operator()(std::size_t row, std::size_t column) const { return values[row * count + column]; }
};

// (A^T A)^-1, the covariance of the coefficients where errors are 1. The diagonal of A^T A is first raised by
// the share `ridge`: columns may all but coincide.
SquareMatrix covariance_of(const std::vector<std::vector<double>> &columns, double ridge = 0);

SquareMatrix inverse_of(const SquareMatrix &matrix);

} // namespace iron
