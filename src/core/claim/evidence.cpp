#include "core/claim/evidence.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

#include "core/claim/level.h"
#include "core/claim/rivals.h"
#include "core/claim/time_beside_steps.h"
#include "core/growth/least_squares.h"
#include "core/policy.h"

namespace iron {

using namespace policy::claim;

const Growth *deciding_growth(Metric claimed, const ShapeGrowth &shape) {
    if (claimed == Metric::space) return shape.space;
    const bool steps_tell =
        shape.steps && (!shape.time || shape.steps->is_fitted() || !shape.time->is_fitted());
    return steps_tell ? shape.steps : shape.time;
}

namespace {

// Theta is left upwards or downwards, and what is seen has to go the same way.
Bound::Kind way_left(const Evidence &e) {
    const Fit *fit = e.leaving();
    if (!fit || e.bound.kind != Bound::Kind::tight) return e.bound.kind;
    return e.grows_within(*fit) ? Bound::Kind::lower : Bound::Kind::upper;
}

// By size: ln of the bound over what leads it where that size alone grows, the others staying small.
std::vector<double> beside_lead(const Bound &bound, const std::vector<std::string> &names, const Sizes &sizes,
                                double log_bound) {
    constexpr double small = 2; // the least that has a logarithm
    std::vector<double> beside;
    for (const std::string &grows : names) {
        Sizes alone;
        for (const auto &[name, value] : sizes)
            alone[name] = name == grows ? value : std::min(value, small);
        const double lead = evaluate_log(bound.growth, alone);
        beside.push_back(std::isfinite(lead) ? log_bound - lead : 0);
    }
    return beside;
}

std::vector<RatioRead> ratios_on(const Evidence &e) {
    const Growth &growth = *e.growth;
    const bool in_steps = e.read == Metric::space && !growth.best().exact;
    std::vector<RatioRead> places;
    for (std::size_t i = 0; i < growth.points.size(); ++i) {
        const Located &point = growth.points[i];
        const Sizes sizes = growth.sizes_at(i);
        const double log_bound = evaluate_log(e.bound.growth, sizes);
        places.push_back({point.sizes, point.log_value - log_bound, point.error, log_bound, in_steps});
        if (e.is_over_several())
            places.back().beside_lead = beside_lead(e.bound, growth.names(), sizes, log_bound);
        for (const Relation &relation : growth.catalogue->relations())
            places.back().at_an_edge =
                std::max(places.back().at_an_edge, -std::log(share_left(relation, sizes)));
    }
    return places;
}

// The same over a bound whose terms have each the amount that the readings ask for: where one takes over from
// another that costs less, reading / bound rises, and yet keeps it. Nothing where the bound is one term.
std::vector<RatioRead> in_amounts_of_their_own(const Evidence &e, std::vector<RatioRead> places) {
    const std::vector<Expression> terms =
        leading_terms(e.bound.growth, e.growth->catalogue->free_order(), e.growth->names());
    if (terms.size() < 2) return {};
    std::vector<std::vector<double>> columns(terms.size()); // over the reading
    for (std::size_t t = 0; t < terms.size(); ++t)
        for (std::size_t i = 0; i < places.size(); ++i) {
            const double log_term = evaluate_log(terms[t], e.growth->sizes_at(i));
            columns[t].push_back(std::exp(log_term - e.growth->points[i].log_value));
            if (!std::isfinite(columns[t].back())) return {}; // 2^n beside few steps
        }
    const LeastSquares amounts = nonnegative_least_squares(columns, std::vector<double>(places.size(), 1));
    for (std::size_t i = 0; i < places.size(); ++i) {
        double bound = 0; // over the reading
        for (std::size_t t = 0; t < terms.size(); ++t)
            bound += amounts.coefficients[t] * columns[t][i];
        if (!(bound > 0)) return {};
        places[i].log_bound = e.growth->points[i].log_value + std::log(bound);
        places[i].log_ratio = -std::log(bound);
        places[i].beside_lead.clear();
    }
    return places;
}

// Growth of several sizes that is seldom met: free exponents, x^0.75, log^2 x.
bool is_seldom_met(const Fit &fit) {
    return fit.bent || std::any_of(fit.leads.begin(), fit.leads.end(),
                                   [](const CandidatePtr &lead) { return lead->prior >= rare_growth; });
}

// What explains the readings best outside the bound, but for growth that rises where they stay level.
void look_outside(Evidence &e) {
    const Growth &growth = *e.growth;
    Refuted is_refuted;
    if (e.is_exact() && e.is_over_several() && e.bound.kind != Bound::Kind::lower)
        is_refuted = refuted_where_level(growth, e.bound, ratios_on(e));
    e.outside = best_outside(e.bound, growth, is_refuted);
    e.outside_unlisted = best_off_the_list(e.bound, growth, is_refuted);
    constexpr double infinite = std::numeric_limits<double>::infinity();
    // Of the listed ones, the best first: what was not kept is no better than the last of those that surely
    // were.
    std::vector<double> refuted;
    for (const std::vector<Fit> *fits : {&growth.fits, &growth.rivals})
        for (const Fit &fit : *fits)
            if (!fit.bent && !fit.apart && !e.grows_within(fit)) {
                refuted.push_back(fit.score);
                if (e.inside && fit.score > e.inside->score - exceeded_over_several)
                    e.nearest_outside = std::min(e.nearest_outside, e.off(fit));
            }
    std::sort(refuted.rbegin(), refuted.rend());
    refuted.resize(std::min(refuted.size(), policy::growth::most_rivals));
    const auto beside = [&](double score) { return e.inside ? score - e.inside->score : infinite; };
    e.against = e.outside ? beside(e.outside->score) : refuted.empty() ? -infinite : beside(refuted.back());
    if (e.is_over_several() && e.leaves_by_the_list() && is_seldom_met(*e.outside)) {
        const Fit *often = best_outside(e.bound, growth, [&](const Fit &fit) {
            return is_seldom_met(fit) || (is_refuted && is_refuted(fit));
        });
        if (often && beside(often->score) > e.needed_to_leave()) e.outside_often = often;
    }
    e.unlisted = e.outside_unlisted ? beside(e.outside_unlisted->score) : -infinite;
}

void look_for_a_witness(Evidence &e) {
    const double least = e.read == Metric::space ? least_rise_of_bytes : least_rise;
    const std::vector<RatioRead> places = ratios_on(e);
    e.witness = find_witness(way_left(e), places, least);
    e.end_rise = rise_at_the_ends(e.bound.kind, places, least_rise_at_an_end);
    e.is_level = stays_level(e.bound.kind, places);
    // Of counts over one size a model knows more: a large constant falls away before a small square shows.
    if (e.is_over_several() || e.read == Metric::space)
        e.highest = where_the_highest_falls(places, least_fall_of_the_highest);
    const std::vector<RatioRead> in_amounts = in_amounts_of_their_own(e, places);
    if (in_amounts.empty()) return;
    // What rises over those amounts as well rises no more than it does there.
    const std::optional<Witness> weaker = find_witness(way_left(e), in_amounts, least);
    if (weaker && e.witness && weaker->logarithms < e.witness->logarithms && !e.is_followed_closely())
        e.outright = std::exchange(e.witness, weaker);
    else if (!weaker && rise_at_the_ends(way_left(e), in_amounts, least_rise_at_an_end) == EndRise::none)
        e.witness.reset();
    e.is_level = e.is_level || stays_level(e.bound.kind, in_amounts);
    if (e.is_level && !e.is_followed_closely()) e.witness.reset();
    e.end_rise = std::min(e.end_rise, rise_at_the_ends(e.bound.kind, in_amounts, least_rise_at_an_end));
}

} // namespace

Evidence evidence_on(const ShapeGrowth &shape, Metric claimed, const Bound &bound,
                     const MemoryCurve *memory) {
    Evidence e;
    e.shape = &shape;
    e.bound = bound;
    e.claimed = claimed;
    e.memory = memory;
    e.growth = deciding_growth(claimed, shape);
    e.read = claimed == Metric::space  ? Metric::space
             : e.growth == shape.steps ? Metric::steps
                                       : Metric::time;
    if (!e.growth || !e.growth->is_fitted() || !names_all(e.growth->names(), bound.growth)) return e;
    e.inside = best_within(bound, *e.growth);
    look_outside(e);
    look_for_a_witness(e);
    if (e.read == Metric::space && bound.kind == Bound::Kind::upper && e.against > 0)
        e.spare = spare_room(*e.growth, bound);
    if (e.read == Metric::steps && shape.time && shape.time->is_fitted()) {
        e.time = time_a_step(*shape.steps, *shape.time, memory, shape.working_set);
        e.time_against = evidence_against(bound, *shape.time);
    }
    return e;
}

bool Evidence::grows_within(const Fit &fit) const {
    return SizeOrder::within(fit.course, growth->order().course_of(bound.growth));
}

double Evidence::needed_to_leave() const {
    if (!is_exact()) return is_over_several() ? exceeded_by_time_over_several : exceeded_by_time;
    if (!is_over_several()) return exceeded;
    return inside && off(*inside) < good_fit ? exceeded_over_several_beside_a_good_fit
                                             : exceeded_over_several;
}

double Evidence::needed_to_keep() const {
    if (is_exact()) return is_over_several() ? holds_over_several : holds;
    return is_over_several() ? holds_by_time_over_several : holds_by_time;
}

double Evidence::enough_unlisted() const { return is_exact() ? unlisted_in_counts : unlisted_in_times; }

bool Evidence::leaves_by_the_list() const { return outside && against > needed_to_leave(); }

bool Evidence::leaves_off_the_list() const {
    if (leaves_by_the_list() || !outside_unlisted || !inside || unlisted <= against ||
        unlisted < unlisted_exceeded)
        return false;
    const double beyond = off(*outside_unlisted), within = off(*inside);
    return beyond < ragged && within > nearer_if_ragged * beyond &&
           ((within > good_fit && !is_level) || unlisted > beyond_doubt);
}

bool Evidence::is_rare() const {
    const Fit *fit = leaving();
    return fit && is_over_several() && is_seldom_met(*fit);
}

bool Evidence::nothing_rises() const {
    const bool explains =
        inside &&
        (off(*inside) < ragged || inside->chi2 < explained_to * static_cast<double>(growth->points.size()));
    return is_exact() && is_over_several() && explains && is_level && end_rise == EndRise::none &&
           (!witness || !witness->is_highest);
}

const Fit *Evidence::leaving() const {
    return leaves_by_the_list() ? outside : leaves_off_the_list() ? outside_unlisted : nullptr;
}

bool Evidence::is_followed_closely() const { return leaving() && off(*leaving()) <= good_fit; }

bool Evidence::is_clearly_nearer() const {
    if (!is_exact() || !is_over_several() || !inside || !leaves_by_the_list()) return true;
    const double beyond = std::max(off(*outside), 1e-9), times_nearer = off(*inside) / beyond;
    if (beyond <= ragged) return times_nearer > nearer;
    const double by = std::min(beyond / ragged, 2.0);
    return against > evidence_if_ragged && times_nearer > nearer_if_ragged &&
           (against > by * evidence_if_ragged || times_nearer > by * nearer_if_ragged);
}

bool Evidence::keeps_by_its_simplicity() const {
    return read == Metric::steps && is_over_several() && inside && off(*inside) > ragged &&
           nearer * nearest_outside < off(*inside);
}

bool rises_for_sure(const Stretch &stretch) {
    return std::abs(std::log(stretch.last / stretch.first)) > rise_for_sure;
}

bool is_loose(const Evidence &e) {
    if (e.bound.kind != Bound::Kind::upper || !e.inside) return false;
    const auto smaller = smaller_by_a_logarithm(e.bound.growth, e.growth->order(), e.growth->names());
    return std::any_of(smaller.begin(), smaller.end(), [&](const Expression &less) {
        const Bound smaller_bound{e.bound.kind, less, ""};
        const Fit *within = best_within(smaller_bound, *e.growth);
        return within && evidence_against(smaller_bound, *e.growth) < -e.needed_to_keep() &&
               evidence_off_the_list(smaller_bound, *e.growth) <= e.enough_unlisted() &&
               e.off(*within) <= nearer * e.off(*e.inside);
    });
}

} // namespace iron
