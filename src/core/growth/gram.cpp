#include "core/growth/gram.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace iron {

namespace {

constexpr int most = most_gram_columns;

// Solves the active part; false where it is singular.
bool solve(const double *gram, const double *h, int columns, const int *active, int count, double *z) {
    double lower[most * most];
    for (int i = 0; i < count; ++i) {
        for (int j = 0; j <= i; ++j) {
            double sum = gram[active[i] * columns + active[j]];
            for (int k = 0; k < j; ++k)
                sum -= lower[i * most + k] * lower[j * most + k];
            if (i != j)
                lower[i * most + j] = sum / lower[j * most + j];
            else {
                if (sum <= 1e-13 * gram[active[i] * columns + active[i]]) return false;
                lower[i * most + i] = std::sqrt(sum);
            }
        }
    }
    for (int i = 0; i < count; ++i) {
        double sum = h[active[i]];
        for (int k = 0; k < i; ++k)
            sum -= lower[i * most + k] * z[k];
        z[i] = sum / lower[i * most + i];
    }
    for (int i = count - 1; i >= 0; --i) {
        double sum = z[i];
        for (int k = i + 1; k < count; ++k)
            sum -= lower[k * most + i] * z[k];
        z[i] = sum / lower[i * most + i];
    }
    return true;
}

} // namespace

int nonnegative_by_gram(const double *gram, const double *h, int columns, double *c) {
    if (columns > most) throw std::length_error("too many columns for normal equations");
    int active[most], count = 0;
    bool used[most] = {}, barred[most] = {};
    double z[most];
    for (int i = 0; i < columns; ++i)
        c[i] = 0;
    for (int round = 0; round < 3 * columns + 10; ++round) {
        int best = -1;
        double steepest = 0;
        for (int i = 0; i < columns; ++i) {
            if (used[i] || barred[i] || gram[i * columns + i] <= 0) continue;
            double slope = h[i];
            for (int k = 0; k < count; ++k)
                slope -= gram[i * columns + active[k]] * c[active[k]];
            const double promise = slope / std::sqrt(gram[i * columns + i]);
            if (promise > steepest && slope > 1e-10 * std::abs(h[i])) steepest = promise, best = i;
        }
        if (best < 0) break;
        active[count++] = best;
        used[best] = true;
        for (;;) {
            if (!solve(gram, h, columns, active, count, z)) { // as good as what is there already
                barred[best] = true;
                used[best] = false;
                c[best] = 0;
                for (int k = 0; k < count; ++k)
                    if (active[k] == best) {
                        active[k] = active[--count];
                        break;
                    }
                break;
            }
            double step = 1;
            int blocking = -1;
            for (int k = 0; k < count; ++k)
                if (z[k] <= 0) {
                    const double part = c[active[k]] / (c[active[k]] - z[k]);
                    if (part < step || blocking < 0) step = std::min(step, part), blocking = k;
                }
            if (blocking < 0) {
                for (int k = 0; k < count; ++k)
                    c[active[k]] = z[k];
                break;
            }
            for (int k = 0; k < count; ++k)
                c[active[k]] += step * (z[k] - c[active[k]]);
            const int gone = active[blocking];
            c[gone] = 0;
            used[gone] = false;
            if (gone == best) barred[best] = true;
            active[blocking] = active[--count];
            if (count == 0) break;
        }
    }
    return count;
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
    result.active =
        nonnegative_by_gram(normal.gram.data(), normal.h.data(), count, result.coefficients.data());
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
