#include "core/growth/joint_sets.h"

#include <algorithm>
#include <cmath>

#include "core/bound/print.h"
#include "core/growth/gram.h"

namespace iron {

namespace {

constexpr double cost_of_a_lead = 1.5;
// No program is a formula: its counts stray from one by some thousandths, and large cells alone would decide
// if they were believed to the digit.
constexpr double least_exact_error = 3e-3;

} // namespace

JointSets::JointSets(const CellSeries &series, const JointCandidates &candidates, Noise noise)
    : candidates_(candidates), noise_(noise), exact_(noise != Noise::timed), points_(locate(series, noise)) {
    for (const SeriesCell &cell : series.cells) {
        if (cell.readings.empty()) continue;
        Sizes sizes;
        for (std::size_t i = 0; i < series.names.size(); ++i)
            sizes[series.names[i]] = std::max(cell.sizes[i], 1.0);
        cells_.push_back(std::move(sizes));
    }
    if (exact_)
        for (Located &point : points_)
            point.error = std::hypot(point.error, least_exact_error);
    unit_ = points_[points_.size() / 2].log_value;
    for (const Located &point : points_) {
        weights_.push_back(1 / (std::exp(point.log_value - unit_) * point.error));
        target_.push_back(1 / point.error);
    }
    for (const JointTerm &term : candidates.terms)
        add(term);
    constant_ = index_of("1");
}

int JointSets::index_of(const std::string &name) const {
    const auto found = indices_.find(name);
    return found == indices_.end() ? -1 : found->second;
}

int JointSets::add(const JointTerm &term) {
    if (const int known = index_of(term.name); known >= 0) return known;
    terms_.push_back(term);
    at_.push_back(at_cells(terms_.back(), cells_));
    const int index = static_cast<int>(terms_.size()) - 1;
    indices_[term.name] = index;
    return index;
}

int JointSets::add(const Expression &expression, double prior) {
    if (const int known = index_of(print_canonical(expression)); known >= 0) return known;
    return add(candidates_.term(expression, prior));
}

bool JointSets::within(int f, int g) {
    const int known = static_cast<int>(candidates_.terms.size());
    if (f < known && g < known)
        return candidates_.within(static_cast<std::size_t>(f), static_cast<std::size_t>(g));
    const auto [found, fresh] = within_.try_emplace({f, g}, false);
    if (fresh) found->second = SizeOrder::within(terms_[f].free, terms_[g].free);
    return found->second;
}

SizeOrder::Course JointSets::course_of(const TermSet &set) const {
    SizeOrder::Course course = terms_[set.front()].course;
    for (std::size_t i = 1; i < set.size(); ++i)
        course = SizeOrder::sum(course, terms_[set[i]].course);
    return course;
}

const std::vector<int> &JointSets::lows_of(int lead) {
    const auto [found, fresh] = lows_.try_emplace(lead);
    if (!fresh) return found->second;
    std::vector<int> lows;
    const auto below = [&](int low) {
        if (low != lead && within(low, lead) && !within(lead, low) &&
            std::find(lows.begin(), lows.end(), low) == lows.end())
            lows.push_back(low);
    };
    below(constant_);
    for (const std::string &name : candidates_.names) {
        below(index_of(name));
        for (const std::string &other : candidates_.names)
            if (name < other) below(product_of(name, other));
        below(index_of(name + " log " + name));
        if (candidates_.names.size() == 2) // a part that ends where the other size does
            below(index_of(name + " " + least_name()));
    }
    const Expression expression = terms_[lead].expression;
    for (const Expression &less : less_a_logarithm_each(expression, candidates_.names))
        below(add(less, 1));
    return lows_[lead] = std::move(lows);
}

std::string JointSets::least_name() const {
    return "min(" + candidates_.names[0] + ", " + candidates_.names[1] + ")";
}

int JointSets::product_of(const std::string &a, const std::string &b) const {
    const int one = index_of(a + " " + b);
    return one >= 0 ? one : index_of(b + " " + a);
}

std::vector<int> JointSets::lows_of(const TermSet &set) {
    std::vector<int> all;
    for (const int lead : set)
        for (const int low : lows_of(lead))
            if (std::find(all.begin(), all.end(), low) == all.end() &&
                std::find(set.begin(), set.end(), low) == set.end())
                all.push_back(low);
    return all;
}

double JointSets::prior_of(const TermSet &set) const {
    double prior = cost_of_a_lead * static_cast<double>(set.size() - 1);
    for (const int term : set)
        prior += terms_[term].prior;
    return prior;
}

double JointSets::score(double chi2, int active, double prior) const {
    const double rows = static_cast<double>(points_.size());
    // Counts have no error of their own: the scale of what is off is learned from them.
    const double nu = noise_ == Noise::counted ? 1 : 2 * rows;
    return -(nu + rows) / 2 * std::log1p(std::max(chi2, 0.0) / nu) - 0.25 * active * std::log(rows) - prior;
}

bool JointSets::antichain(const TermSet &set) {
    for (const int a : set)
        for (const int b : set)
            if (a != b && within(a, b)) return false;
    return true;
}

std::optional<SetCone> JointSets::cone_of(const TermSet &set, double taken_off) {
    std::vector<const CellTerm *> leads;
    for (const int term : set)
        leads.push_back(&at_[term]);
    const std::vector<int> lows = lows_of(set);
    std::vector<LowTerm> below;
    for (const int low : lows) {
        LowTerm one{&at_[low], {}};
        for (const int lead : set) {
            const std::vector<int> &own = lows_of(lead);
            one.below.push_back(std::find(own.begin(), own.end(), low) != own.end());
        }
        below.push_back(std::move(one));
    }
    auto cone = joint_cone(leads, below, cells_, candidates_.relations, taken_off, exact_);
    if (!cone) return std::nullopt;
    return SetCone{std::move(*cone), lows};
}

LeastSquares JointSets::solved(const std::vector<Generator> &generators) const {
    const std::size_t rows = points_.size();
    std::vector<Column> columns;
    columns.reserve(generators.size());
    for (const Generator &generator : generators) {
        Column column = generator.column;
        for (std::size_t i = 0; i < rows; ++i)
            column[i] *= weights_[i];
        columns.push_back(std::move(column));
    }
    return exact_ ? nonnegative_least_squares(columns, target_)
                  : nonnegative_least_squares_by_gram(columns, target_);
}

void JointSets::describe(SetFit &fit, const TermSet &set, const std::vector<int> &lows,
                         const std::vector<Generator> &generators) const {
    const LeastSquares result = solved(generators);
    fit.course = course_of(set);
    for (const int term : set) {
        fit.leads.push_back(terms_[term]);
        fit.name += (fit.name.empty() ? "" : " + ") + terms_[term].name;
    }
    fit.fitted.assign(points_.size(), 0);
    std::vector<double> factors(set.size() + lows.size(), 0);
    for (std::size_t g = 0; g < generators.size(); ++g) {
        if (result.coefficients[g] == 0) continue;
        for (std::size_t i = 0; i < points_.size(); ++i)
            fit.fitted[i] += result.coefficients[g] * generators[g].column[i] * std::exp(unit_);
        for (const auto &[part, share] : generators[g].parts)
            factors[part] += result.coefficients[g] * share;
    }
    for (std::size_t part = 0; part < factors.size(); ++part) {
        const int term = part < set.size() ? set[part] : lows[part - set.size()];
        if (part < set.size() || factors[part] != 0)
            fit.terms.push_back({terms_[term].name, factors[part] * std::exp(unit_ - at_[term].log_unit)});
    }
}

} // namespace iron
