#include "core/growth/fit.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

#include "core/bound/order.h"
#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/growth/cone.h"
#include "core/growth/gram.h"
#include "core/growth/memory_steps.h"
#include "core/student.h"

namespace iron {

namespace {

double share_taken_off(Noise noise) { return noise != Noise::timed ? 0.6 : 0.15; }

// What the rows of every fit to the same points have in common.
struct Rows {
    double unit = 0; // ln: values are brought near 1 by the middle point, so that nothing overflows
    Column weights, target;

    explicit Rows(const std::vector<Located> &points) : unit(points[points.size() / 2].log_value) {
        for (const Located &point : points) {
            target.push_back(1 / point.error);
            weights.push_back(1 / (std::exp(point.log_value - unit) * point.error));
        }
    }
};

void weigh(const std::vector<Generator> &generators, const Rows &rows, std::vector<Column> &columns) {
    columns.resize(generators.size());
    for (std::size_t g = 0; g < generators.size(); ++g) {
        columns[g] = generators[g].column;
        for (std::size_t i = 0; i < rows.weights.size(); ++i)
            columns[g][i] *= rows.weights[i];
    }
}

// Counts are worth all digits.
LeastSquares solve(const std::vector<Column> &columns, const Rows &rows, Noise noise) {
    return noise == Noise::timed ? nonnegative_least_squares_by_gram(columns, rows.target)
                                 : nonnegative_least_squares(columns, rows.target);
}

double score_of(double chi2, int active, std::size_t k, double prior, Noise noise) {
    const double rows = static_cast<double>(k);
    const double nu = noise != Noise::timed ? 1 : 2 * rows;
    return -(nu + rows) / 2 * std::log1p(chi2 / nu) - 0.25 * active * std::log(rows) - prior;
}

// A step of the memory hierarchy may stand in any candidate's way. Those that stay far behind the best one
// with it are not polished.
void allow_for_memory(Growth &growth, const std::string &name) {
    constexpr double far_behind = 50;
    const auto score_for = [&](const CurveFit &fit) {
        return [&](double chi2, int active) {
            return score_of(chi2, active, growth.points.size(), fit.curve.prior, Noise::timed);
        };
    };
    double best = -1e300;
    for (const CurveFit &fit : growth.fits)
        best = std::max({best, fit.score, promise_of_memory_step(fit, growth.points, name, score_for(fit))});
    for (CurveFit &fit : growth.fits) {
        fit_with_memory_steps(fit, growth.points, name, score_for(fit), best - far_behind);
        best = std::max(best, fit.score);
    }
}

CurveFit fit_curve(const Curve &curve, const std::vector<Located> &points, const Rows &rows,
                   const std::string &name, Noise noise) {
    const Basis &basis = basis_of(curve, points, name);
    const std::vector<Generator> &generators = cone_of(basis, points, name, noise, share_taken_off(noise));
    thread_local std::vector<Column> columns; // millions of small fits: not allocated for each
    weigh(generators, rows, columns);
    const LeastSquares solved = solve(columns, rows, noise);
    CurveFit fit{
        curve, score_of(solved.chi2, solved.active, points.size(), curve.prior, noise), solved.chi2, {}, {}};
    const double unit = std::exp(rows.unit);
    std::vector<double> factors(basis.curves.size(), 0);
    fit.fitted.assign(points.size(), 0);
    for (std::size_t g = 0; g < generators.size(); ++g) {
        if (solved.coefficients[g] == 0) continue;
        for (std::size_t i = 0; i < points.size(); ++i)
            fit.fitted[i] += solved.coefficients[g] * generators[g].column[i] * unit;
        for (const auto &[part, share] : generators[g].parts)
            factors[part] += solved.coefficients[g] * share;
    }
    for (std::size_t j = 0; j < factors.size(); ++j)
        if (j == 0 || std::abs(factors[j]) > 0)
            fit.terms.push_back(
                {basis.curves[j].name, factors[j] * std::exp(rows.unit - basis.at_reference[j])});
    return fit;
}

double slope_at(const CurveFit &fit, const std::string &name, double size) {
    const double step = 1.01;
    return std::log(value_at(fit, name, size * step) / value_at(fit, name, size / step)) /
           (2 * std::log(step));
}

// How far n^d times a fitted curve explains the readings about as well (a profile likelihood with Student's
// limit).
std::pair<double, double> bend_of(const CurveFit &best, const std::vector<Located> &points,
                                  const std::string &name, Noise noise) {
    const Rows rows(points);
    std::vector<Column> plain;
    weigh(best.memory.empty()
              ? cone_of(basis_of(best.curve, points, name), points, name, noise, share_taken_off(noise))
              : cone_with_memory(best, points, name),
          rows, plain);
    std::vector<Column> bent = plain;
    const double reference = points[2 * points.size() / 3].size;
    std::vector<double> logs;
    for (const Located &point : points)
        logs.push_back(std::log(point.size / reference));
    const auto chi2_with = [&](double d) {
        for (std::size_t i = 0; i < points.size(); ++i) {
            const double factor = std::exp(d * logs[i]);
            for (std::size_t g = 0; g < plain.size(); ++g)
                bent[g][i] = plain[g][i] * factor;
        }
        return solve(bent, rows, noise).chi2;
    };
    int used = 1;
    for (const Term &term : best.terms)
        used += term.factor != 0;
    const double freedom = std::max(1.0, static_cast<double>(points.size()) - used);
    const double t = student_quantile(0.975, freedom);
    // Never taken as surer than the stated errors: a chance fit of few points is no precision.
    const double allowed =
        best.chi2 + t * t * std::max(best.chi2 / freedom, noise != Noise::timed ? 0.0 : 1.0);
    // The root of what chi2 gains often grows evenly with d: bracketed, then by false position, halving the
    // bracket where that does not, to a hundredth, which is added, and so is what the slope's difference
    // quotient may be off by.
    const double room = allowed - best.chi2;
    const auto over = [&](double d) { return std::sqrt(std::max(0.0, chi2_with(d) - best.chi2) / room) - 1; };
    const auto edge = [&](double direction) {
        constexpr double off = 1e-5;
        const auto with_errors = [&](double d) { return 1.01 * d + off * direction; };
        if (!(room > 0)) return with_errors(0);
        double inside = 0, over_inside = -1;
        double outside = 1e-3 * direction, over_outside = over(outside);
        while (std::abs(outside) < 2 && over_outside <= 0) {
            inside = outside, over_inside = over_outside;
            outside *= std::clamp(1.1 / (over_outside + 1), 1.5, 4.0);
            over_outside = over(outside);
        }
        if (over_outside <= 0) return with_errors(outside);
        bool halve = false;
        for (double width = outside - inside; std::abs(width) > std::max(0.01 * std::abs(outside), off);) {
            const double middle = inside + width * (halve ? 0.5 : over_inside / (over_inside - over_outside));
            const double over_middle = over(middle);
            if (std::abs(over_middle) < 0.01) return with_errors(middle);
            (over_middle <= 0 ? inside : outside) = middle;
            (over_middle <= 0 ? over_inside : over_outside) = over_middle;
            halve = !halve && std::abs(outside - inside) > 0.5 * std::abs(width);
            width = outside - inside;
        }
        return with_errors(outside);
    };
    return {edge(-1), edge(1)};
}

// Over the curves that are as good as the best one: which of them it is makes more of a difference than how
// far one can be bent.
std::optional<std::pair<double, double>> interval_of(const Growth &growth, const std::string &name,
                                                     Noise noise) {
    constexpr double as_good = 2; // ln units
    if (growth.best().curve.exponential) return std::nullopt;
    std::pair<double, double> all{growth.exponent, growth.exponent};
    for (const CurveFit &fit : growth.fits) {
        if (fit.score < growth.best().score - as_good || fit.curve.exponential) continue;
        const auto [low, high] = bend_of(fit, growth.points, name, noise);
        const double slope = slope_at(fit, name, growth.to);
        all = {std::min(all.first, slope + low), std::max(all.second, slope + high)};
    }
    return all;
}

} // namespace

double misfit(const std::vector<double> &fitted, const std::vector<Located> &points) {
    double squares = 0;
    for (std::size_t i = 0; i < points.size(); ++i)
        squares += std::pow(std::log(fitted[i]) - points[i].log_value, 2);
    return std::sqrt(squares / static_cast<double>(points.size()));
}

namespace {

constexpr double poor_fit = 0.1, poor_chi2 = 6;

}

bool is_poor_fit(double chi2, const std::vector<double> &fitted, const std::vector<Located> &points) {
    return misfit(fitted, points) > poor_fit && chi2 / static_cast<double>(points.size()) > poor_chi2;
}

bool fits_poorly(const Growth &growth) {
    return is_poor_fit(growth.best().chi2, growth.best().fitted, growth.points);
}

double value_at(const CurveFit &fit, const std::string &name, double size) {
    double value = 0;
    for (const Term &term : fit.terms)
        value += term.factor * std::exp(evaluate_log(parse_expression(term.curve, {name}), {{name, size}}));
    return value;
}

Growth fit_growth(const Series &series, const FitOptions &options) {
    // Exact numbers tell a logarithm over a shorter span than times do.
    const double least_doublings = 2;
    Growth growth;
    growth.points = locate(series, options.noise);
    if (growth.points.empty()) return growth;
    growth.from = growth.points.front().size;
    growth.to = growth.points.back().size;
    const std::vector<Curve> &listed = candidate_curves(series.size_name, growth.to);
    std::vector<Curve> claimed;
    for (const Expression &expression : options.also) {
        // By its canonical text, so that a factor means the same for `2 n` and `n`.
        const std::string text = print_canonical(expression);
        const auto same = [&](const Curve &other) { return other.name == text; };
        if (std::none_of(listed.begin(), listed.end(), same) &&
            std::none_of(claimed.begin(), claimed.end(), same))
            claimed.push_back(make_curve(parse_expression(text, {series.size_name})));
    }
    // Exponential growth shows within a few sizes that lie close together; powers need a range.
    const bool exponential = growth.to <= 64;
    const double doublings = growth.from > 0 ? std::log2(growth.to / growth.from) : 0;
    if (growth.points.size() < 5 || doublings < (exponential ? 1 : least_doublings)) return growth;
    const Rows rows(growth.points);
    growth.fits.reserve(listed.size() + claimed.size());
    for (const std::vector<Curve> *curves : {&listed, &std::as_const(claimed)})
        for (const Curve &curve : *curves)
            growth.fits.push_back(fit_curve(curve, growth.points, rows, series.size_name, options.noise));
    if (options.noise == Noise::timed) allow_for_memory(growth, series.size_name);
    std::stable_sort(growth.fits.begin(), growth.fits.end(),
                     [](const CurveFit &a, const CurveFit &b) { return a.score > b.score; });
    if (!growth.best().curve.exponential &&
        (growth.points.size() < options.least_sizes || doublings < least_doublings)) {
        growth.fits.clear();
        return growth;
    }
    growth.standing = Growth::Standing::fitted;
    growth.exponent = slope_at(growth.best(), series.size_name, growth.to);
    growth.interval = interval_of(growth, series.size_name, options.noise);
    return growth;
}

namespace {

const CurveFit *best_where(bool within, const Bound &bound, const Growth &growth) {
    const Growth1 bounds = growth_of(bound.growth);
    for (const CurveFit &fit : growth.fits) {
        const int order = compare_growth(fit.curve.growth, bounds);
        const bool kept = bound.kind == Bound::Kind::upper   ? order <= 0
                          : bound.kind == Bound::Kind::lower ? order >= 0
                                                             : order == 0;
        if (kept == within) return &fit;
    }
    return nullptr;
}

} // namespace

const CurveFit *best_within(const Bound &bound, const Growth &growth) {
    return best_where(true, bound, growth);
}
const CurveFit *best_outside(const Bound &bound, const Growth &growth) {
    return best_where(false, bound, growth);
}

double evidence_against(const Bound &bound, const Growth &growth) {
    const auto score = [](const CurveFit *fit) {
        return fit ? fit->score : -std::numeric_limits<double>::infinity();
    };
    return score(best_outside(bound, growth)) - score(best_within(bound, growth));
}

} // namespace iron
