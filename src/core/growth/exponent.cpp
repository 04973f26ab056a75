#include "core/growth/exponent.h"

#include <algorithm>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

#include "core/student.h"

namespace iron {

double slope_at(const Fit &fit, const Sizes &place, const std::string &size) {
    constexpr double step = 1.01;
    Sizes above = place, below = place;
    above[size] *= step, below[size] /= step;
    return std::log(value_at(fit, above) / value_at(fit, below)) / (2 * std::log(step));
}

std::pair<double, double> bend_range(const Scored &scored, const std::vector<Column> &weighed, const Fit &fit,
                                     const std::vector<double> &sizes) {
    const double reference = sizes[2 * sizes.size() / 3];
    std::vector<double> logs;
    for (const double size : sizes)
        logs.push_back(std::log(size / reference));
    std::vector<Column> bent = weighed;
    const auto chi2_with = [&](double d) {
        for (std::size_t i = 0; i < logs.size(); ++i) {
            const double factor = std::exp(d * logs[i]);
            for (std::size_t g = 0; g < weighed.size(); ++g)
                bent[g][i] = weighed[g][i] * factor;
        }
        return scored.solved(bent).chi2;
    };
    double used = 1;
    for (const Term &term : fit.terms)
        used += term.factor != 0;
    const double freedom = std::max(1.0, scored.rows() - used);
    const double t = student_quantile(0.975, freedom);
    // Never taken as surer than the stated errors: a chance fit of few points is no precision.
    const double room = t * t * std::max(fit.chi2 / freedom, scored.is_exact() ? 0.0 : 1.0);
    const auto over = [&](double d) { return std::sqrt(std::max(0.0, chi2_with(d) - fit.chi2) / room) - 1; };
    // The root of what chi-square gains often grows evenly with d. It is known to a hundredth, which is
    // added, and so is what the slope's difference quotient may be off by.
    const auto edge = [&](double direction) {
        constexpr double off = 1e-5, farthest = 2;
        const auto with_errors = [&](double d) { return 1.01 * d + off * direction; };
        if (!(room > 0)) return with_errors(0);
        double inside = 0, over_inside = -1;
        double outside = 1e-3 * direction, over_outside = over(outside);
        while (std::abs(outside) < farthest && over_outside <= 0) {
            inside = outside, over_inside = over_outside;
            outside *= std::clamp(1.1 / (over_outside + 1), 1.5, 4.0);
            over_outside = over(outside);
        }
        if (over_outside <= 0) return with_errors(outside);
        const auto close = [&](double a, double b) {
            return std::abs(b - a) <= std::max(0.01 * std::max(std::abs(a), std::abs(b)), off);
        };
        std::uintmax_t most = 20;
        const auto [low, high] = direction > 0
                                     ? boost::math::tools::toms748_solve(over, inside, outside, over_inside,
                                                                         over_outside, close, most)
                                     : boost::math::tools::toms748_solve(over, outside, inside, over_outside,
                                                                         over_inside, close, most);
        return with_errors(direction > 0 ? high : low);
    };
    return {edge(-1), edge(1)};
}

} // namespace iron
