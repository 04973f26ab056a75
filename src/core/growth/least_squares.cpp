#include "core/growth/least_squares.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <numeric>

namespace iron {

namespace {

// Up to this many rows and columns everything lies on the stack: most fits are small, and many.
constexpr int few_rows = 48, few_columns = 24;
struct Few {
    using Matrix =
        Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::ColMajor, few_rows, few_columns>;
    using Rows = Eigen::Matrix<double, Eigen::Dynamic, 1, Eigen::ColMajor, few_rows, 1>;
    using Columns = Eigen::Matrix<double, Eigen::Dynamic, 1, Eigen::ColMajor, few_columns, 1>;
};
struct Many {
    using Matrix = Eigen::MatrixXd;
    using Rows = Eigen::VectorXd;
    using Columns = Eigen::VectorXd;
};

template <class Storage>
struct Scaled {
    typename Storage::Matrix a;
    typename Storage::Rows b;
    typename Storage::Columns norms; // columns are brought to length 1
};

template <class Storage>
Scaled<Storage> scaled(const std::vector<std::vector<double>> &columns, const std::vector<double> &target) {
    const auto rows = static_cast<Eigen::Index>(target.size());
    const auto count = static_cast<Eigen::Index>(columns.size());
    Scaled<Storage> s;
    s.a.resize(rows, count);
    s.b = Eigen::Map<const Eigen::VectorXd>(target.data(), rows);
    s.norms.resize(count);
    for (Eigen::Index j = 0; j < count; ++j) {
        s.a.col(j) = Eigen::Map<const Eigen::VectorXd>(columns[j].data(), rows);
        const double norm = s.a.col(j).norm();
        s.norms[j] = norm > 0 ? norm : 1;
        s.a.col(j) /= s.norms[j];
    }
    return s;
}

template <class Storage>
LeastSquares result_of(const Scaled<Storage> &s, const typename Storage::Columns &x) {
    LeastSquares result;
    result.chi2 = (s.a * x - s.b).squaredNorm();
    result.coefficients.reserve(static_cast<std::size_t>(x.size()));
    for (Eigen::Index j = 0; j < x.size(); ++j) {
        result.coefficients.push_back(x[j] / s.norms[j]);
        result.active += x[j] != 0;
    }
    return result;
}

template <class Storage>
LeastSquares nonnegative(const std::vector<std::vector<double>> &columns, const std::vector<double> &target) {
    using Columns = typename Storage::Columns;
    const Scaled<Storage> s = scaled<Storage>(columns, target);
    const Eigen::Index count = s.a.cols();
    Columns x = Columns::Zero(count);
    std::vector<bool> passive(static_cast<std::size_t>(count), false);
    const double tolerance = 1e-12 * std::max(1.0, s.b.norm());
    const auto solve_passive = [&] {
        typename Storage::Matrix part(s.a.rows(), std::count(passive.begin(), passive.end(), true));
        Eigen::Index in = 0;
        for (Eigen::Index j = 0; j < count; ++j)
            if (passive[j]) part.col(in++) = s.a.col(j);
        const Columns solved = part.colPivHouseholderQr().solve(s.b);
        Columns z = Columns::Zero(count);
        in = 0;
        for (Eigen::Index j = 0; j < count; ++j)
            if (passive[j]) z[j] = solved[in++];
        return z;
    };
    for (int round = 0; round < 3 * count + 10; ++round) {
        const Columns gradient = s.a.transpose() * (s.b - s.a * x);
        Eigen::Index enter = -1;
        for (Eigen::Index j = 0; j < count; ++j)
            if (!passive[j] && gradient[j] > tolerance && (enter < 0 || gradient[j] > gradient[enter]))
                enter = j;
        if (enter < 0) break;
        passive[enter] = true;
        Columns z = solve_passive();
        if (z[enter] <= 0) { // rounding only: the column brings nothing
            passive[enter] = false;
            break;
        }
        for (;;) {
            double step = 1;
            for (Eigen::Index j = 0; j < count; ++j)
                if (passive[j] && z[j] <= 0) step = std::min(step, x[j] / (x[j] - z[j]));
            if (step >= 1) break;
            x += step * (z - x);
            for (Eigen::Index j = 0; j < count; ++j)
                if (passive[j] && x[j] <= 1e-15) passive[j] = false, x[j] = 0;
            z = solve_passive();
        }
        x = z;
    }
    return result_of<Storage>(s, x);
}

SquareMatrix by_rows(const Eigen::MatrixXd &matrix) {
    SquareMatrix result{static_cast<std::size_t>(matrix.rows()), {}};
    for (Eigen::Index i = 0; i < matrix.rows(); ++i)
        for (Eigen::Index j = 0; j < matrix.cols(); ++j)
            result.values.push_back(matrix(i, j));
    return result;
}

} // namespace

LeastSquares least_squares(const std::vector<std::vector<double>> &columns,
                           const std::vector<double> &target) {
    const Scaled<Many> s = scaled<Many>(columns, target);
    return result_of<Many>(s, s.a.colPivHouseholderQr().solve(s.b));
}

LeastSquares nonnegative_least_squares(const std::vector<std::vector<double>> &columns,
                                       const std::vector<double> &target) {
    if (target.size() <= few_rows && columns.size() <= few_columns) return nonnegative<Few>(columns, target);
    return nonnegative<Many>(columns, target);
}

SquareMatrix covariance_of(const std::vector<std::vector<double>> &columns, double ridge) {
    const auto count = static_cast<Eigen::Index>(columns.size());
    Eigen::MatrixXd normal(count, count);
    for (Eigen::Index i = 0; i < count; ++i)
        for (Eigen::Index j = 0; j <= i; ++j)
            normal(i, j) = normal(j, i) =
                std::inner_product(columns[i].begin(), columns[i].end(), columns[j].begin(), 0.0);
    normal.diagonal() *= 1 + ridge;
    return by_rows(normal.inverse());
}

SquareMatrix inverse_of(const SquareMatrix &matrix) {
    const auto count = static_cast<Eigen::Index>(matrix.count);
    using ByRows = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>;
    const Eigen::MatrixXd values = Eigen::Map<const ByRows>(matrix.values.data(), count, count);
    return by_rows(values.inverse());
}

} // namespace iron
