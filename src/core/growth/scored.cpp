#include "core/growth/scored.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/growth/gram.h"
#include "core/policy.h"

namespace iron {

Scored::Scored(Design &design, std::vector<Located> points, Noise noise, bool starts_up)
    : design_(design), noise_(noise), starts_up_(starts_up), points_(std::move(points)) {
    if (is_exact() && !design.catalogue().is_dense())
        for (Located &point : points_)
            point.error = std::hypot(point.error, policy::growth::least_error_over_several);
    unit_ = points_[points_.size() / 2].log_value;
    for (const Located &point : points_) {
        weights_.push_back(1 / (std::exp(point.log_value - unit_) * point.error));
        target_.push_back(1 / point.error);
    }
}

double Scored::prior_of(const TermSet &set) const {
    double prior = policy::growth::cost_of_a_lead * static_cast<double>(set.size() - 1);
    for (const int term : set)
        prior += design_.candidate(term).prior;
    return prior;
}

double Scored::score(const LeastSquares &solved, double prior, std::size_t steps) const {
    // Counts have no error of their own: the scale of what is off is learned from them.
    const double nu = noise_ == Noise::timed ? 2 * rows() : 1;
    return -(nu + rows()) / 2 * std::log1p(std::max(solved.chi2, 0.0) / nu) -
           0.25 * solved.active * std::log(rows()) - prior -
           policy::growth::cost_of_a_memory_step * static_cast<double>(steps);
}

double Scored::score_of(const Cone &cone, const LeastSquares &solved, double prior, std::size_t steps) const {
    for (std::size_t g = 0; g < cone.generators.size(); ++g)
        if (cone.generators[g].is_start_up && solved.coefficients[g] > 0 && solved.active == 1)
            return -std::numeric_limits<double>::infinity();
    return score(solved, prior, steps);
}

ConeOptions Scored::cone_options(bool with_steps, bool decided) const {
    if (decided) return {0, false, true};
    if (is_exact()) return {policy::growth::taken_off_counts, true};
    return {with_steps ? 0 : policy::growth::taken_off_times, false, false, starts_up_};
}

const Cone &Scored::cone_of(const Tried &one) const {
    return *design_.cone(one.set, one.apart ? ConeOptions{.each_apart = true}
                                            : cone_options(!one.steps.empty(), one.decided));
}

std::vector<Column> Scored::weighed(const std::vector<Generator> &generators) const {
    std::vector<Column> columns;
    columns.reserve(generators.size());
    for (const Generator &generator : generators) {
        columns.push_back(generator.column);
        for (std::size_t i = 0; i < weights_.size(); ++i)
            columns.back()[i] *= weights_[i];
    }
    return columns;
}

LeastSquares Scored::solved(const std::vector<Column> &weighed) const {
    return is_exact() ? nonnegative_least_squares(weighed, target_)
                      : nonnegative_least_squares_by_gram(weighed, target_);
}

Fit Scored::described(const Tried &one, const Cone &cone, const std::vector<Generator> &generators) const {
    Fit fit;
    fit.score = one.score;
    fit.chi2 = one.solved.chi2;
    fit.bent = one.bent;
    fit.apart = one.apart;
    fit.memory_steps = static_cast<int>(one.steps.size());
    fit.course = design_.course_of(one.set);
    for (const int term : one.set) {
        fit.leads.push_back(design_.term(term).candidate);
        fit.name += (fit.name.empty() ? "" : " + ") + fit.leads.back()->name;
    }
    const double unit = std::exp(unit_);
    fit.fitted.assign(points_.size(), 0);
    std::vector<double> factors(one.set.size() + cone.lows.size(), 0);
    for (std::size_t g = 0; g < generators.size(); ++g) {
        const double times = one.solved.coefficients[g];
        if (times == 0) continue;
        for (std::size_t i = 0; i < points_.size(); ++i)
            fit.fitted[i] += times * generators[g].column[i] * unit;
        for (const auto &[part, share] : generators[g].parts)
            factors[part] += times * share;
    }
    for (std::size_t part = 0; part < factors.size(); ++part) {
        const TermThere &term =
            design_.term(part < one.set.size() ? one.set[part] : cone.lows[part - one.set.size()]);
        if (part < one.set.size() || factors[part] != 0)
            fit.terms.push_back({term.candidate, factors[part] * std::exp(unit_ - term.log_unit)});
    }
    return fit;
}

} // namespace iron
