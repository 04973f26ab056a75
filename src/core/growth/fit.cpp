#include "core/growth/fit.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/growth/bend.h"
#include "core/growth/exact_form.h"
#include "core/growth/exponent.h"
#include "core/growth/search.h"
#include "core/policy.h"

namespace iron {

bool Fit::within(const Bound &bound, const SizeOrder::Course &bounds) const {
    const bool below = SizeOrder::within(course, bounds), above = SizeOrder::within(bounds, course);
    return bound.kind == Bound::Kind::upper   ? below
           : bound.kind == Bound::Kind::lower ? above
                                              : below && above;
}

bool Fit::is_exponential() const {
    return std::any_of(leads.begin(), leads.end(),
                       [](const CandidatePtr &lead) { return lead->exponential; });
}

const Fit &Growth::best() const {
    for (const Fit &fit : fits) {
        if (fit.score < fits.front().score - policy::growth::clearly_off_the_list) break;
        if (!fit.bent) return fit;
    }
    return fits.front();
}

Sizes Growth::sizes_at(std::size_t point) const {
    Sizes sizes;
    for (std::size_t i = 0; i < names().size(); ++i)
        sizes[names()[i]] = points[point].sizes[i];
    return sizes;
}

std::vector<std::pair<std::string, double>> Growth::place_at(std::size_t point) const {
    std::vector<std::pair<std::string, double>> place;
    for (std::size_t i = 0; i < names().size(); ++i)
        place.push_back({names()[i], points[point].sizes[i]});
    return place;
}

std::pair<double, double> Growth::range() const {
    std::pair<double, double> range{0, 0};
    for (const Located &point : points)
        range = {range.first == 0 ? point.size() : std::min(range.first, point.size()),
                 std::max(range.second, point.size())};
    return range;
}

namespace {

std::vector<bool> stay_small(const Series &series) {
    std::vector<bool> small(series.names.size(), true);
    for (const ReadPlace &cell : series.places)
        for (std::size_t i = 0; i < cell.sizes.size(); ++i)
            if (cell.sizes[i] > policy::largest_exponential) small[i] = false;
    return small;
}

} // namespace

std::vector<bool> may_be_exponential(const Series &series) {
    double least = 1e300, largest = 0;
    for (const ReadPlace &cell : series.places)
        for (const Reading &reading : cell.readings) {
            least = std::min(least, std::max(reading.value, 1.0));
            largest = std::max(largest, reading.value);
        }
    const bool rises = largest >= least * std::exp2(policy::growth::least_doublings);
    return rises ? stay_small(series) : std::vector<bool>(series.names.size(), false);
}

using policy::growth::least_doublings;

std::optional<TooFew> too_few(const std::vector<Located> &points, const std::vector<std::string> &names,
                              std::size_t least_places, ShownBy by) {
    const bool exponential = by == ShownBy::exponential;
    const double doublings_enough =
        by == ShownBy::closed_form ? policy::growth::least_doublings_exact : least_doublings;
    TooFew missing = {points.size(),
                      names.size() > 1 ? policy::growth::least_places_of_several
                      : exponential    ? policy::growth::least_places_exponential
                                       : least_places,
                      "", 0, least_doublings};
    for (std::size_t i = 0; i < names.size() && !points.empty(); ++i) {
        double least = 1e300, largest = 0;
        for (const Located &point : points) {
            least = std::min(least, point.sizes[i]);
            largest = std::max(largest, point.sizes[i]);
        }
        const double doublings = std::log2(std::max(largest, 1.0) / std::max(least, 1.0));
        const bool close_together =
            exponential && largest <= policy::largest_exponential &&
            (names.size() > 1 ? largest - least >= policy::growth::least_span_exponential
                              : doublings >= policy::growth::least_doublings_exponential);
        if (!close_together && doublings < doublings_enough && missing.size.empty())
            missing.size = names[i], missing.doublings = doublings;
    }
    const bool lacks = missing.places < missing.least_places || !missing.size.empty();
    return lacks ? std::optional(missing) : std::nullopt;
}

namespace {

std::size_t largest_reading(const std::vector<Located> &points) {
    return static_cast<std::size_t>(
        std::max_element(points.begin(), points.end(),
                         [](const Located &a, const Located &b) { return a.log_value < b.log_value; }) -
        points.begin());
}

// Counts are, and bytes that an allocator was asked for, not pages of a process.
bool is_to_the_digit(const Series &series, Noise noise) {
    return noise == Noise::counted ||
           (noise == Noise::weighed && series.grain < policy::growth::coarse_grain);
}

constexpr double rounded_by = 0.29; // of a whole number: the deviation of what lies evenly in one

// may_be_level: where differences are lost in a grain, what stays level says nothing.
void put_exact_form_first(Growth &growth, const std::vector<Sizes> &places, bool may_be_level) {
    const auto terms = exact_form(*growth.catalogue, growth.points, places);
    if (!terms || (!may_be_level && terms->size() == 1 && terms->front().curve->name == "1")) return;
    Fit fit;
    fit.exact = true;
    fit.terms = *terms;
    for (const Term &one : *terms) {
        const bool below = std::any_of(terms->begin(), terms->end(), [&](const Term &other) {
            return &other != &one && SizeOrder::within(one.curve->free, other.curve->free);
        });
        if (below) continue;
        if (one.factor < 0) { // what leads can't be taken off, unless a relation keeps it below another
            const bool kept_below = std::any_of(terms->begin(), terms->end(), [&](const Term &other) {
                return other.factor > 0 && SizeOrder::within(one.curve->course, other.curve->course);
            });
            if (!kept_below) return;
            continue;
        }
        fit.leads.push_back(one.curve);
        fit.name += (fit.name.empty() ? "" : " + ") + one.curve->name;
        fit.course = fit.course.empty() ? one.curve->course : SizeOrder::sum(fit.course, one.curve->course);
    }
    std::stable_partition(fit.terms.begin(), fit.terms.end(), [&](const Term &term) {
        return std::find(fit.leads.begin(), fit.leads.end(), term.curve) != fit.leads.end();
    });
    for (const Sizes &sizes : places)
        fit.fitted.push_back(value_at(fit, sizes));
    fit.score = growth.fits.front().score + policy::growth::certain;
    growth.fits.insert(growth.fits.begin(), std::move(fit));
    // Nothing of them is the grain's.
    for (Located &point : growth.points)
        if (point.log_most >= point.log_value)
            point.error = std::min(point.error, rounded_by / std::exp(point.log_value));
}

} // namespace

Growth fit_growth(const Series &series, std::shared_ptr<const Catalogue> catalogue, const FitOptions &options,
                  DesignStore &designs) {
    if (const auto fewer = thinned(series)) return fit_growth(*fewer, catalogue, options, designs);
    Growth growth;
    growth.catalogue = catalogue;
    growth.points = locate(series, options.noise, options.wanders);
    const std::vector<std::string> &names = catalogue->names();
    const std::vector<bool> small = stay_small(series);
    const bool any_small = std::find(small.begin(), small.end(), true) != small.end();
    const bool to_the_digit = is_to_the_digit(series, options.noise);
    const ShownBy on_the_list = any_small ? ShownBy::exponential : ShownBy::any;
    const auto missing = [&](ShownBy by) { return too_few(growth.points, names, options.least_places, by); };
    if (const auto few = missing(on_the_list); few && (!to_the_digit || missing(ShownBy::closed_form))) {
        growth.too_few = *few;
        return growth;
    }
    std::vector<std::vector<double>> places;
    for (const Located &point : growth.points)
        places.push_back(point.sizes);
    const DesignStore::Lent design = designs.lend(catalogue, places);
    Search search(*design, growth.points, options);
    growth.fits = search.fits();
    growth.rivals = search.rivals();
    if (growth.fits.empty()) return growth;
    if (to_the_digit)
        put_exact_form_first(growth, (*design).places(),
                             options.noise == Noise::counted || series.grain <= policy::growth::finest_grain);
    const ShownBy by = growth.best().exact                                  ? ShownBy::closed_form
                       : names.size() > 1 || growth.best().is_exponential() ? on_the_list
                                                                            : ShownBy::any;
    if (const auto few = missing(by)) {
        growth.too_few = *few;
        growth.fits.clear();
        growth.rivals.clear();
        return growth;
    }
    growth.standing = Growth::Standing::fitted;
    growth.decided = search.decided(growth);
    const std::size_t top = names.size() == 1 ? growth.points.size() - 1 : largest_reading(growth.points);
    growth.exponent = slope_at(growth.best(), (*design).places()[top], names.front());
    if (names.size() == 1) growth.interval = search.interval_of(growth);
    return growth;
}

Growth fit_growth(const Series &series, const FitOptions &options, const std::vector<Relation> &relations) {
    DesignStore designs;
    return fit_growth(series,
                      std::make_shared<const Catalogue>(series.names, relations, may_be_exponential(series)),
                      options, designs);
}

double misfit(const Fit &fit, const Growth &growth) {
    double squares = 0;
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        squares += std::pow(std::log(fit.fitted[i]) - growth.points[i].log_value, 2);
    return std::sqrt(squares / static_cast<double>(growth.points.size()));
}

bool fits_poorly(const Fit &fit, const Growth &growth) {
    // Start-up and small parts rule the least readings.
    std::vector<std::pair<double, double>> off; // by the fitted value
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        off.push_back({fit.fitted[i], std::log(fit.fitted[i]) - growth.points[i].log_value});
    std::sort(off.begin(), off.end());
    double squares = 0;
    const std::size_t from = off.size() / 3;
    for (std::size_t i = from; i < off.size(); ++i)
        squares += off[i].second * off[i].second / static_cast<double>(off.size() - from);
    return std::sqrt(squares) > policy::growth::poor_fit &&
           fit.chi2 / static_cast<double>(growth.points.size()) > policy::growth::poor_chi2;
}

bool fits_poorly(const Growth &growth) { return fits_poorly(growth.best(), growth); }

double value_at(const Fit &fit, const Sizes &sizes) {
    double value = 0;
    for (const Term &term : fit.terms)
        value += term.factor * std::exp(evaluate_log(term.curve->expression, sizes));
    return value;
}

namespace {

bool rises(const Fit &bent, const Bound &bound, const Growth &growth) {
    const std::vector<Expression> terms =
        leading_terms(bound.growth, growth.catalogue->free_order(), growth.names());
    std::vector<Sizes> places;
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        places.push_back(growth.sizes_at(i));
    return std::any_of(bent.leads.begin(), bent.leads.end(), [&](const CandidatePtr &lead) {
        return rises_above(lead->expression, terms, places);
    });
}

// Bent leads may be within a bound by their exponents alone, and above it where they were read.
bool keeps(const Fit &fit, const Bound &bound, const SizeOrder::Course &bounds, const Growth &growth) {
    return fit.within(bound, bounds) &&
           !(fit.bent && bound.kind == Bound::Kind::upper && rises(fit, bound, growth));
}

// The best fits first; rivals as well where some may be refuted.
std::vector<const Fit *> in_order(const Growth &growth, const Refuted &is_refuted) {
    std::vector<const Fit *> all;
    for (const Fit &fit : growth.fits)
        all.push_back(&fit);
    if (!is_refuted) return all;
    for (const Fit &rival : growth.rivals)
        all.push_back(&rival);
    std::stable_sort(all.begin(), all.end(), [](const Fit *a, const Fit *b) { return a->score > b->score; });
    return all;
}

const Fit *best_on_side(const Bound &bound, const Growth &growth, bool inside, const Refuted &is_refuted) {
    const SizeOrder::Course bounds = growth.order().course_of(bound.growth);
    const bool amounts_matter = !inside || bound.kind != Bound::Kind::upper;
    for (const Fit *fit : in_order(growth, is_refuted))
        if (keeps(*fit, bound, bounds, growth) == inside && (inside || !fit->bent) &&
            !(fit->apart && amounts_matter) && !(is_refuted && is_refuted(*fit)))
            return fit;
    return nullptr;
}

} // namespace

const Fit *best_within(const Bound &bound, const Growth &growth) {
    return best_on_side(bound, growth, true, {});
}
const Fit *best_outside(const Bound &bound, const Growth &growth, const Refuted &is_refuted) {
    return best_on_side(bound, growth, false, is_refuted);
}

double evidence_against(const Bound &bound, const Growth &growth) {
    const auto score = [](const Fit *fit) {
        return fit ? fit->score : -std::numeric_limits<double>::infinity();
    };
    return score(best_outside(bound, growth)) - score(best_within(bound, growth));
}

const Fit *best_off_the_list(const Bound &bound, const Growth &growth, const Refuted &is_refuted) {
    const Fit *inside = best_within(bound, growth);
    const SizeOrder::Course bounds = growth.order().course_of(bound.growth);
    for (const Fit *fit : in_order(growth, is_refuted))
        if (inside && fit->bent && fit->leads.size() <= inside->leads.size() &&
            !keeps(*fit, bound, bounds, growth) && !(is_refuted && is_refuted(*fit)))
            return fit;
    return nullptr;
}

double evidence_off_the_list(const Bound &bound, const Growth &growth) {
    const Fit *outside = best_off_the_list(bound, growth);
    if (!outside) return -std::numeric_limits<double>::infinity();
    return outside->score - best_within(bound, growth)->score;
}

} // namespace iron
