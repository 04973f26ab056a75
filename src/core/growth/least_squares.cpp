#include "core/growth/least_squares.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace iron {

namespace {

struct Scaled {
    Eigen::MatrixXd a;
    Eigen::VectorXd b;
    std::vector<double> norms; // columns are brought to length 1
};

Scaled scaled(const std::vector<std::vector<double>> &columns, const std::vector<double> &target) {
    const auto rows = static_cast<Eigen::Index>(target.size());
    const auto count = static_cast<Eigen::Index>(columns.size());
    Scaled s{Eigen::MatrixXd(rows, count), Eigen::Map<const Eigen::VectorXd>(target.data(), rows), {}};
    for (Eigen::Index j = 0; j < count; ++j) {
        s.a.col(j) = Eigen::Map<const Eigen::VectorXd>(columns[j].data(), rows);
        const double norm = s.a.col(j).norm();
        s.norms.push_back(norm > 0 ? norm : 1);
        s.a.col(j) /= s.norms.back();
    }
    return s;
}

LeastSquares result_of(const Scaled &s, const Eigen::VectorXd &x) {
    LeastSquares result;
    result.chi2 = (s.a * x - s.b).squaredNorm();
    for (Eigen::Index j = 0; j < x.size(); ++j) {
        result.coefficients.push_back(x[j] / s.norms[j]);
        result.active += x[j] != 0;
    }
    return result;
}

} // namespace

LeastSquares least_squares(const std::vector<std::vector<double>> &columns,
                           const std::vector<double> &target) {
    const Scaled s = scaled(columns, target);
    return result_of(s, s.a.colPivHouseholderQr().solve(s.b));
}

LeastSquares nonnegative_least_squares(const std::vector<std::vector<double>> &columns,
                                       const std::vector<double> &target) {
    const Scaled s = scaled(columns, target);
    const Eigen::Index count = s.a.cols();
    Eigen::VectorXd x = Eigen::VectorXd::Zero(count);
    std::vector<bool> passive(count, false);
    const double tolerance = 1e-12 * std::max(1.0, s.b.norm());
    const auto solve_passive = [&] {
        std::vector<Eigen::Index> in;
        for (Eigen::Index j = 0; j < count; ++j)
            if (passive[j]) in.push_back(j);
        Eigen::MatrixXd part(s.a.rows(), static_cast<Eigen::Index>(in.size()));
        for (std::size_t k = 0; k < in.size(); ++k)
            part.col(static_cast<Eigen::Index>(k)) = s.a.col(in[k]);
        const Eigen::VectorXd solved = part.colPivHouseholderQr().solve(s.b);
        Eigen::VectorXd z = Eigen::VectorXd::Zero(count);
        for (std::size_t k = 0; k < in.size(); ++k)
            z[in[k]] = solved[static_cast<Eigen::Index>(k)];
        return z;
    };
    for (int round = 0; round < 3 * count + 10; ++round) {
        const Eigen::VectorXd gradient = s.a.transpose() * (s.b - s.a * x);
        Eigen::Index enter = -1;
        for (Eigen::Index j = 0; j < count; ++j)
            if (!passive[j] && gradient[j] > tolerance && (enter < 0 || gradient[j] > gradient[enter]))
                enter = j;
        if (enter < 0) break;
        passive[enter] = true;
        Eigen::VectorXd z = solve_passive();
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
    return result_of(s, x);
}

} // namespace iron
