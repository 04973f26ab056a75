#include "core/growth/gram.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <stdexcept>

namespace iron {

namespace {

constexpr int most = most_gram_columns;

// The active part of the equations, and its factorisation as far as it stands.
class Active {
  public:
    Active(const double *gram, const double *h, int width, const std::vector<int> &columns)
        : gram_(gram), h_(h), width_(width), columns_(columns) {}

    int count() const { return count_; }
    int operator[](int at) const { return active_[at]; }
    double gram(int i, int j) const { return gram_[columns_[i] * width_ + columns_[j]]; }
    double h(int i) const { return h_[columns_[i]]; }

    void add(int column) { active_[count_++] = column; }
    void take_away(int at) {
        active_[at] = active_[--count_];
        factored_ = std::min(factored_, at);
    }

    // False where it is singular.
    bool solve(double *z) {
        for (; factored_ < count_; ++factored_)
            if (!factor(factored_)) return false;
        for (int i = 0; i < count_; ++i) {
            double sum = h(active_[i]);
            for (int k = 0; k < i; ++k)
                sum -= lower_[i * most + k] * z[k];
            z[i] = sum / lower_[i * most + i];
        }
        for (int i = count_ - 1; i >= 0; --i) {
            double sum = z[i];
            for (int k = i + 1; k < count_; ++k)
                sum -= lower_[k * most + i] * z[k];
            z[i] = sum / lower_[i * most + i];
        }
        return true;
    }

  private:
    bool factor(int row) {
        for (int j = 0; j < row; ++j) {
            double sum = gram(active_[row], active_[j]);
            for (int k = 0; k < j; ++k)
                sum -= lower_[row * most + k] * lower_[j * most + k];
            lower_[row * most + j] = sum / lower_[j * most + j];
        }
        const double own = gram(active_[row], active_[row]);
        double sum = own;
        for (int k = 0; k < row; ++k)
            sum -= lower_[row * most + k] * lower_[row * most + k];
        if (sum <= 1e-13 * own) return false;
        lower_[row * most + row] = std::sqrt(sum);
        return true;
    }

    const double *gram_, *h_;
    int width_;
    const std::vector<int> &columns_;
    int active_[most], count_ = 0, factored_ = 0;
    double lower_[most * most];
};

} // namespace

int nonnegative_by_gram(const double *gram, const double *h, int width, const std::vector<int> &columns,
                        double *c) {
    if (columns.size() > most) throw std::length_error("too many columns for normal equations");
    const int many = static_cast<int>(columns.size());
    Active active(gram, h, width, columns);
    bool used[most] = {}, barred[most] = {};
    double z[most], lengths[most];
    for (int i = 0; i < many; ++i) {
        c[i] = 0;
        lengths[i] = std::sqrt(active.gram(i, i));
    }
    for (int round = 0; round < 3 * many + 10; ++round) {
        int best = -1;
        double steepest = 0;
        for (int i = 0; i < many; ++i) {
            if (used[i] || barred[i] || lengths[i] <= 0) continue;
            double slope = active.h(i);
            for (int k = 0; k < active.count(); ++k)
                slope -= active.gram(i, active[k]) * c[active[k]];
            const double promise = slope / lengths[i];
            if (promise > steepest && slope > 1e-10 * std::abs(active.h(i))) steepest = promise, best = i;
        }
        if (best < 0) break;
        active.add(best);
        used[best] = true;
        for (;;) {
            if (!active.solve(z)) { // as good as what is there already
                barred[best] = true;
                used[best] = false;
                c[best] = 0;
                for (int k = 0; k < active.count(); ++k)
                    if (active[k] == best) {
                        active.take_away(k);
                        break;
                    }
                break;
            }
            double step = 1;
            int blocking = -1;
            for (int k = 0; k < active.count(); ++k)
                if (z[k] <= 0) {
                    const double part = c[active[k]] / (c[active[k]] - z[k]);
                    if (part < step || blocking < 0) step = std::min(step, part), blocking = k;
                }
            if (blocking < 0) {
                for (int k = 0; k < active.count(); ++k)
                    c[active[k]] = z[k];
                break;
            }
            for (int k = 0; k < active.count(); ++k)
                c[active[k]] += step * (z[k] - c[active[k]]);
            const int gone = active[blocking];
            c[gone] = 0;
            used[gone] = false;
            if (gone == best) barred[best] = true;
            active.take_away(blocking);
            if (active.count() == 0) break;
        }
    }
    return active.count();
}

NormalEquations normal_equations(const std::vector<std::vector<double>> &columns,
                                 const std::vector<double> &target) {
    const std::size_t count = columns.size(), rows = target.size();
    NormalEquations normal{std::vector<double>(count * count), std::vector<double>(count)};
    const auto dot = [rows](const double *a, const double *b) {
        double sum = 0;
        for (std::size_t i = 0; i < rows; ++i)
            sum += a[i] * b[i];
        return sum;
    };
    for (std::size_t f = 0; f < count; ++f) {
        for (std::size_t g = 0; g <= f; ++g)
            normal.gram[f * count + g] = normal.gram[g * count + f] =
                dot(columns[f].data(), columns[g].data());
        normal.h[f] = dot(columns[f].data(), target.data());
    }
    return normal;
}

LeastSquares nonnegative_least_squares_by_gram(const std::vector<std::vector<double>> &columns,
                                               const std::vector<double> &target) {
    const int count = static_cast<int>(columns.size());
    if (count > most) return nonnegative_least_squares(columns, target);
    const NormalEquations normal = normal_equations(columns, target);
    LeastSquares result;
    result.coefficients.resize(columns.size());
    std::vector<int> all(columns.size());
    std::iota(all.begin(), all.end(), 0);
    result.active =
        nonnegative_by_gram(normal.gram.data(), normal.h.data(), count, all, result.coefficients.data());
    std::vector<double> off = target;
    for (int f = 0; f < count; ++f) {
        if (result.coefficients[f] == 0) continue;
        for (std::size_t i = 0; i < off.size(); ++i)
            off[i] -= result.coefficients[f] * columns[f][i];
    }
    for (const double one : off)
        result.chi2 += one * one;
    return result;
}

} // namespace iron
