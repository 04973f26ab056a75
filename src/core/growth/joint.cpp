#include "core/growth/joint.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/growth/joint_search.h"

namespace iron {

namespace {

// Enough cells, and every size over enough doublings.
bool enough(const CellSeries &series) {
    std::size_t cells = 0;
    std::vector<double> least(series.names.size(), 1e300), largest(series.names.size(), 0);
    for (const SeriesCell &cell : series.cells) {
        if (cell.readings.empty()) continue;
        ++cells;
        for (std::size_t i = 0; i < cell.sizes.size(); ++i) {
            least[i] = std::min(least[i], cell.sizes[i]);
            largest[i] = std::max(largest[i], cell.sizes[i]);
        }
    }
    for (std::size_t i = 0; i < series.names.size(); ++i)
        if (const bool exponential = largest[i] <= 64 && largest[i] - least[i] >= 5;
            !exponential && std::log2(largest[i] / std::max(least[i], 1.0)) < 2)
            return false;
    return cells >= 12;
}

} // namespace

bool SetFit::within(const Bound &bound, const SizeOrder::Course &bounds) const {
    const bool below = SizeOrder::within(course, bounds), above = SizeOrder::within(bounds, course);
    return bound.kind == Bound::Kind::upper   ? below
           : bound.kind == Bound::Kind::lower ? above
                                              : below && above;
}

const SetFit &JointGrowth::best() const {
    constexpr double clearly = 6;
    for (const SetFit &fit : fits) {
        if (fit.score < fits.front().score - clearly) break;
        if (!fit.bent) return fit;
    }
    return fits.front();
}

Sizes JointGrowth::sizes_at(std::size_t cell) const {
    Sizes sizes;
    for (std::size_t i = 0; i < names.size(); ++i)
        sizes[names[i]] = cells[cell][i];
    return sizes;
}

JointGrowth fit_joint(const CellSeries &series, const JointCandidates &candidates,
                      const JointOptions &options) {
    JointGrowth growth;
    growth.names = series.names;
    growth.order = candidates.order;
    for (const SeriesCell &cell : series.cells)
        if (!cell.readings.empty()) growth.cells.push_back(cell.sizes);
    if (!enough(series)) {
        growth.points = locate(series, options.noise);
        return growth;
    }
    JointSearch search(series, candidates, options);
    growth.fits = search.searched();
    growth.points = search.points();
    if (!growth.fits.empty()) growth.standing = Growth::Standing::fitted;
    return growth;
}

bool fits_poorly(const JointGrowth &growth) {
    return is_poor_fit(growth.best().chi2, growth.best().fitted, growth.points);
}

double value_at(const SetFit &fit, const Sizes &sizes) {
    std::vector<std::string> names;
    for (const auto &[name, size] : sizes)
        names.push_back(name);
    double value = 0;
    for (const Term &term : fit.terms)
        value += term.factor * std::exp(evaluate_log(parse_expression(term.curve, names), sizes));
    return value;
}

double evidence_against(const Bound &bound, const JointGrowth &growth) {
    const SizeOrder::Course bounds = growth.order.course_of(bound.growth);
    constexpr double nothing = -std::numeric_limits<double>::infinity();
    double inside = nothing, outside = nothing;
    for (const SetFit &fit : growth.fits) {
        const bool within = fit.within(bound, bounds);
        if (fit.bent && !within) continue;
        double &side = within ? inside : outside;
        side = std::max(side, fit.score);
    }
    return outside - inside;
}

namespace {

const SetFit *best_within(const Bound &bound, const SizeOrder::Course &bounds, const JointGrowth &growth) {
    for (const SetFit &fit : growth.fits)
        if (fit.within(bound, bounds)) return &fit;
    return nullptr;
}

} // namespace

const SetFit *best_off_the_list(const Bound &bound, const JointGrowth &growth) {
    const SizeOrder::Course bounds = growth.order.course_of(bound.growth);
    const SetFit *inside = best_within(bound, bounds, growth);
    for (const SetFit &fit : growth.fits)
        if (inside && fit.bent && fit.leads.size() <= inside->leads.size() && !fit.within(bound, bounds))
            return &fit;
    return nullptr;
}

double evidence_off_the_list(const Bound &bound, const JointGrowth &growth) {
    const SetFit *outside = best_off_the_list(bound, growth);
    if (!outside) return -std::numeric_limits<double>::infinity();
    return outside->score - best_within(bound, growth.order.course_of(bound.growth), growth)->score;
}

} // namespace iron
