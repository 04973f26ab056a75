#include "core/growth/least_squares.h"

#include <Eigen/QR>
#include <algorithm>
#include <cmath>

namespace iron {

namespace {

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;
using PivotingQr =
    Eigen::ColPivHouseholderQR<Matrix>; // one factorisation for all: its code is long to compile

struct Scaled {
    Matrix a;
    Vector b;
    Vector norms; // columns are brought to length 1
};

Scaled scaled(const std::vector<std::vector<double>> &columns, const std::vector<double> &target) {
    const auto rows = static_cast<Eigen::Index>(target.size());
    const auto count = static_cast<Eigen::Index>(columns.size());
    Scaled s;
    s.a.resize(rows, count);
    s.b = Eigen::Map<const Vector>(target.data(), rows);
    s.norms.resize(count);
    for (Eigen::Index j = 0; j < count; ++j) {
        s.a.col(j) = Eigen::Map<const Vector>(columns[j].data(), rows);
        const double norm = s.a.col(j).norm();
        s.norms[j] = norm > 0 ? norm : 1;
        s.a.col(j) /= s.norms[j];
    }
    return s;
}

LeastSquares result_of(const Scaled &s, const Vector &x) {
    LeastSquares result;
    result.chi2 = (s.a * x - s.b).squaredNorm();
    result.coefficients.reserve(static_cast<std::size_t>(x.size()));
    for (Eigen::Index j = 0; j < x.size(); ++j) {
        result.coefficients.push_back(x[j] / s.norms[j]);
        result.active += x[j] != 0;
    }
    return result;
}

Vector solved(const Matrix &a, const Vector &b) { return PivotingQr(a).solve(b); }

// The columns that may be above 0, solved for without the sign condition.
class Passive {
  public:
    explicit Passive(const Scaled &s) : s_(s), passive_(static_cast<std::size_t>(s.a.cols()), false) {}
    bool operator[](Eigen::Index j) const { return passive_[static_cast<std::size_t>(j)]; }
    void set(Eigen::Index j, bool passive) { passive_[static_cast<std::size_t>(j)] = passive; }

    Vector solution() const {
        Matrix part(s_.a.rows(), std::count(passive_.begin(), passive_.end(), true));
        Eigen::Index in = 0;
        for (Eigen::Index j = 0; j < s_.a.cols(); ++j)
            if ((*this)[j]) part.col(in++) = s_.a.col(j);
        const Vector of_part = solved(part, s_.b);
        Vector z = Vector::Zero(s_.a.cols());
        in = 0;
        for (Eigen::Index j = 0; j < z.size(); ++j)
            if ((*this)[j]) z[j] = of_part[in++];
        return z;
    }

  private:
    const Scaled &s_;
    std::vector<bool> passive_;
};

// Column by column: solving for a matrix at once would take a quarter of the program's building time.
SquareMatrix inverse(const Matrix &matrix) {
    const Eigen::Index count = matrix.rows();
    SquareMatrix result{static_cast<std::size_t>(count),
                        std::vector<double>(static_cast<std::size_t>(count * count))};
    const PivotingQr qr(matrix);
    for (Eigen::Index j = 0; j < count; ++j) {
        const Vector column = qr.solve(Vector::Unit(count, j));
        for (Eigen::Index i = 0; i < count; ++i)
            result.values[static_cast<std::size_t>(i * count + j)] = column[i];
    }
    return result;
}

} // namespace

LeastSquares least_squares(const std::vector<std::vector<double>> &columns,
                           const std::vector<double> &target) {
    const Scaled s = scaled(columns, target);
    return result_of(s, solved(s.a, s.b));
}

LeastSquares nonnegative_least_squares(const std::vector<std::vector<double>> &columns,
                                       const std::vector<double> &target) {
    const Scaled s = scaled(columns, target);
    const Eigen::Index count = s.a.cols();
    Vector x = Vector::Zero(count);
    Passive passive(s);
    const double tolerance = 1e-12 * std::max(1.0, s.b.norm());
    for (int round = 0; round < 3 * count + 10; ++round) {
        const Vector gradient = s.a.transpose() * (s.b - s.a * x);
        Eigen::Index enter = -1;
        for (Eigen::Index j = 0; j < count; ++j)
            if (!passive[j] && gradient[j] > tolerance && (enter < 0 || gradient[j] > gradient[enter]))
                enter = j;
        if (enter < 0) break;
        passive.set(enter, true);
        Vector z = passive.solution();
        if (z[enter] <= 0) { // rounding only: the column brings nothing
            passive.set(enter, false);
            break;
        }
        for (;;) {
            double step = 1;
            for (Eigen::Index j = 0; j < count; ++j)
                if (passive[j] && z[j] <= 0) step = std::min(step, x[j] / (x[j] - z[j]));
            if (step >= 1) break;
            x += step * (z - x);
            for (Eigen::Index j = 0; j < count; ++j)
                if (passive[j] && x[j] <= 1e-15) passive.set(j, false), x[j] = 0;
            z = passive.solution();
        }
        x = z;
    }
    return result_of(s, x);
}

SquareMatrix covariance_of(const std::vector<std::vector<double>> &columns, double ridge) {
    const auto count = static_cast<Eigen::Index>(columns.size());
    // The squares of a factorial are beyond what a double holds.
    std::vector<double> largest(columns.size(), 0);
    for (std::size_t j = 0; j < columns.size(); ++j) {
        for (const double value : columns[j])
            largest[j] = std::max(largest[j], std::abs(value));
        if (largest[j] == 0) largest[j] = 1;
    }
    Matrix normal(count, count);
    for (Eigen::Index i = 0; i < count; ++i)
        for (Eigen::Index j = 0; j <= i; ++j) {
            double sum = 0;
            for (std::size_t row = 0; row < columns[i].size(); ++row)
                sum += columns[i][row] / largest[i] * (columns[j][row] / largest[j]);
            normal(i, j) = normal(j, i) = sum;
        }
    normal.diagonal() *= 1 + ridge;
    SquareMatrix result = inverse(normal);
    for (std::size_t i = 0; i < columns.size(); ++i)
        for (std::size_t j = 0; j < columns.size(); ++j)
            (result.values[i * columns.size() + j] /= largest[i]) /= largest[j];
    return result;
}

SquareMatrix inverse_of(const SquareMatrix &matrix) {
    const auto count = static_cast<Eigen::Index>(matrix.count);
    Matrix values(count, count);
    for (Eigen::Index i = 0; i < count; ++i)
        for (Eigen::Index j = 0; j < count; ++j)
            values(i, j) = matrix(static_cast<std::size_t>(i), static_cast<std::size_t>(j));
    return inverse(values);
}

} // namespace iron
