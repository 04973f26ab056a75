#include "core/growth/fit.h"

#include <algorithm>
#include <boost/math/distributions/students_t.hpp>
#include <cmath>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/growth/least_squares.h"

namespace iron {

namespace {

using Column = std::vector<double>; // a curve at the points, 1 at the reference point

// A direction of the cone of a candidate, and what it is made of.
struct Generator {
    Column column;
    std::vector<std::pair<std::size_t, double>> parts; // (index into the basis, factor)
};

struct Basis {
    std::vector<Curve> curves;        // the leading one first
    std::vector<double> at_reference; // ln of each at the reference size
    std::vector<Column> columns;
};

Basis basis_of(const Curve &curve, const std::vector<Located> &points, const std::string &name) {
    Basis basis;
    basis.curves = lower_curves(curve, name);
    basis.curves.insert(basis.curves.begin(), curve);
    const double reference = points[2 * points.size() / 3].size;
    for (const Curve &part : basis.curves) {
        basis.at_reference.push_back(log_at(part, name, reference));
        Column column;
        for (const Located &point : points)
            column.push_back(std::exp(log_at(part, name, point.size) - basis.at_reference.back()));
        basis.columns.push_back(std::move(column));
    }
    return basis;
}

Column combined(const Column &a, const Column &b, double factor) {
    Column sum = a;
    for (std::size_t i = 0; i < sum.size(); ++i)
        sum[i] += factor * b[i];
    return sum;
}

// Counts follow doubled capacities and the levels of a halving tree: waves around the smooth curve, bounded
// by factors, that would otherwise be taken for growth.
void add_waves(const Basis &basis, const std::vector<Located> &points, std::vector<Generator> &generators) {
    const Growth1 growth = growth_of(basis.curves[0].expression);
    const Column &lead = basis.columns[0];
    const auto wave = [&](auto shape) {
        Generator generator{lead, {{0, 1}}};
        for (std::size_t i = 0; i < points.size(); ++i)
            generator.column[i] *= shape(points[i].size);
        generators.push_back(std::move(generator));
    };
    const auto up = [](double n) { return std::ceil(std::log2(std::max(n, 2.0)) - 1e-9); };
    const auto smooth = [](double n) { return std::log2(std::max(n, 2.0)); };
    if (basis.curves[0].exponential) return;
    if (growth.on[Growth1::power] > 0) wave([&](double n) { return std::exp2(up(n)) / n; });
    if (growth.on[Growth1::log_power] >= 1) {
        wave([&](double n) { return up(n) / smooth(n); });
        wave([&](double n) { return std::floor(smooth(n) + 1e-9) / smooth(n); });
        wave([&](double n) { return std::max(up(n) - std::exp2(up(n)) / n, 0.0) / smooth(n); });
    }
}

std::vector<Generator> cone_of(const Basis &basis, const std::vector<Located> &points, Noise noise) {
    const double taken_off = noise != Noise::timed ? 0.6 : 0.15;
    const Column &lead = basis.columns[0];
    std::vector<Generator> generators = {{lead, {{0, 1}}}};
    for (std::size_t j = 1; j < basis.columns.size(); ++j) {
        const Column &lower = basis.columns[j];
        generators.push_back({combined(lead, lower, 1), {{0, 1}, {j, 1}}});
        // As much as leaves the smallest size positive.
        const double off = -taken_off * lead[0] / lower[0];
        generators.push_back({combined(lead, lower, off), {{0, 1}, {j, off}}});
    }
    if (noise != Noise::timed) add_waves(basis, points, generators);
    return generators;
}

struct Weighted {
    std::vector<Column> columns;
    Column target;
};

Weighted weighted(const std::vector<Generator> &generators, const std::vector<Located> &points) {
    // Values are brought near 1 by the middle point, so that nothing overflows.
    const double unit = points[points.size() / 2].log_value;
    Weighted w;
    w.target.reserve(points.size());
    for (const Located &point : points)
        w.target.push_back(1 / point.error);
    for (const Generator &generator : generators) {
        Column column;
        for (std::size_t i = 0; i < points.size(); ++i)
            column.push_back(generator.column[i] / (std::exp(points[i].log_value - unit) * points[i].error));
        w.columns.push_back(std::move(column));
    }
    return w;
}

double score_of(double chi2, int active, std::size_t k, double prior, Noise noise) {
    const double rows = static_cast<double>(k);
    const double nu = noise != Noise::timed ? 1 : 2 * rows;
    return -(nu + rows) / 2 * std::log1p(chi2 / nu) - 0.25 * active * std::log(rows) - prior;
}

CurveFit fit_curve(const Curve &curve, const std::vector<Located> &points, const std::string &name,
                   Noise noise) {
    const Basis basis = basis_of(curve, points, name);
    const std::vector<Generator> generators = cone_of(basis, points, noise);
    const Weighted w = weighted(generators, points);
    const LeastSquares solved = nonnegative_least_squares(w.columns, w.target);
    CurveFit fit{
        curve, score_of(solved.chi2, solved.active, points.size(), curve.prior, noise), solved.chi2, {}, {}};
    const double unit = points[points.size() / 2].log_value;
    std::vector<double> factors(basis.curves.size(), 0);
    fit.fitted.assign(points.size(), 0);
    for (std::size_t g = 0; g < generators.size(); ++g) {
        if (solved.coefficients[g] == 0) continue;
        for (std::size_t i = 0; i < points.size(); ++i)
            fit.fitted[i] += solved.coefficients[g] * generators[g].column[i] * std::exp(unit);
        for (const auto &[part, share] : generators[g].parts)
            factors[part] += solved.coefficients[g] * share;
    }
    for (std::size_t j = 0; j < factors.size(); ++j)
        if (j == 0 || std::abs(factors[j]) > 0)
            fit.terms.push_back({basis.curves[j].name, factors[j] * std::exp(unit - basis.at_reference[j])});
    return fit;
}

double slope_at(const CurveFit &fit, const std::string &name, double size) {
    const double step = 1.01;
    return std::log(value_at(fit, name, size * step) / value_at(fit, name, size / step)) /
           (2 * std::log(step));
}

// The exponent's interval: how far n^d times the best curve explains the readings about as well (a profile
// likelihood with Student's limit).
std::pair<double, double> interval_of(const CurveFit &best, const std::vector<Located> &points,
                                      const std::string &name, Noise noise) {
    const std::vector<Generator> plain = cone_of(basis_of(best.curve, points, name), points, noise);
    const auto chi2_with = [&](double d) {
        std::vector<Generator> bent = plain;
        const double reference = points[2 * points.size() / 3].size;
        for (Generator &generator : bent)
            for (std::size_t i = 0; i < points.size(); ++i)
                generator.column[i] *= std::pow(points[i].size / reference, d);
        const Weighted w = weighted(bent, points);
        return nonnegative_least_squares(w.columns, w.target).chi2;
    };
    int used = 1;
    for (const Term &term : best.terms)
        used += term.factor != 0;
    const double freedom = std::max(1.0, static_cast<double>(points.size()) - used);
    const boost::math::students_t student(freedom);
    const double t = boost::math::quantile(student, 0.975);
    // Never taken as surer than the stated errors: a chance fit of few points is no precision.
    const double allowed =
        best.chi2 + t * t * std::max(best.chi2 / freedom, noise != Noise::timed ? 0.0 : 1.0);
    const auto edge = [&](double direction) {
        double inside = 0, outside = 1e-4 * direction;
        while (std::abs(outside) < 2 && chi2_with(outside) <= allowed)
            inside = outside, outside *= 2;
        for (int i = 0; i < 20; ++i) {
            const double middle = (inside + outside) / 2;
            (chi2_with(middle) <= allowed ? inside : outside) = middle;
        }
        return outside;
    };
    return {edge(-1), edge(1)};
}

} // namespace

double value_at(const CurveFit &fit, const std::string &name, double size) {
    double value = 0;
    for (const Term &term : fit.terms)
        value += term.factor * std::exp(evaluate_log(parse_expression(term.curve, {name}), {{name, size}}));
    return value;
}

Growth fit_growth(const Series &series, const FitOptions &options) {
    Growth growth;
    growth.points = locate(series, options.noise);
    if (growth.points.empty()) return growth;
    growth.from = growth.points.front().size;
    growth.to = growth.points.back().size;
    std::vector<Curve> curves = candidate_curves(series.size_name, growth.to);
    for (const Expression &claimed : options.also) {
        // By its canonical text, so that a factor means the same for `2 n` and `n`.
        const Curve curve = make_curve(parse_expression(print_canonical(claimed), {series.size_name}));
        const auto same = [&](const Curve &other) { return other.name == curve.name; };
        if (std::none_of(curves.begin(), curves.end(), same)) curves.push_back(curve);
    }
    // Exponential growth shows within a few sizes that lie close together; powers need a range.
    const bool exponential = growth.to <= 64;
    const double doublings = growth.from > 0 ? std::log2(growth.to / growth.from) : 0;
    if (growth.points.size() < 5 || doublings < (exponential ? 1 : 3)) return growth;
    for (const Curve &curve : curves)
        growth.fits.push_back(fit_curve(curve, growth.points, series.size_name, options.noise));
    std::stable_sort(growth.fits.begin(), growth.fits.end(),
                     [](const CurveFit &a, const CurveFit &b) { return a.score > b.score; });
    if (!growth.best().curve.exponential && (growth.points.size() < 6 || doublings < 3)) {
        growth.fits.clear();
        return growth;
    }
    growth.standing = Growth::Standing::fitted;
    growth.exponent = slope_at(growth.best(), series.size_name, growth.to);
    if (!growth.best().curve.exponential) {
        const auto [low, high] = interval_of(growth.best(), growth.points, series.size_name, options.noise);
        growth.interval = {growth.exponent + low, growth.exponent + high};
    }
    return growth;
}

} // namespace iron
