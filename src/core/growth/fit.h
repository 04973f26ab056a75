// What a series grows like.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/growth/catalogue.h"
#include "core/growth/design.h"
#include "core/policy.h"
#include "core/reading/series.h"

namespace iron {

// A curve that the fitted value is a sum of, and its factor in the series' unit.
struct Term {
    CandidatePtr curve;
    double factor = 0;
};

// A set of leading terms held against the readings: `n log n`, `n log n + k`.
struct Fit {
    std::string name;
    std::vector<CandidatePtr> leads; // none in O of another where the relations are left aside
    SizeOrder::Course course;        // of their sum
    double score = 0;                // ln of the likelihood, less penalties: only differences mean something
    double chi2 = 0;
    std::vector<Term> terms;    // the leads first; then lower ones that are not 0
    std::vector<double> fitted; // at the places
    int memory_steps = 0;       // of the memory hierarchy, that it was allowed
    bool bent = false;          // its exponents were set free: it is on no list
    bool exact = false;         // a closed form that gives every count to the digit
    bool apart = false;         // its terms are as large as they like: evidence for an upper bound alone

    bool within(const Bound &bound, const SizeOrder::Course &bounds) const;
    bool is_exponential() const;
};

// What is missing for growth to show.
struct TooFew {
    std::size_t places = 0, least_places = 0;
    std::string size; // that goes over too few doublings, "" where none does
    double doublings = 0, least_doublings = 0;
};

// What growth shows by: a closed form that gives every count does over one doubling, exponential growth
// within a few sizes that lie close together.
enum class ShownBy { any, closed_form, exponential };

// None where the points can tell such growth. least_places: of one size, where it is not exponential.
std::optional<TooFew> too_few(const std::vector<Located> &points, const std::vector<std::string> &names,
                              std::size_t least_places, ShownBy by);

struct LineGrowth;

struct Growth {
    enum class Standing { fitted, too_few };
    Standing standing = Standing::too_few;
    TooFew too_few;
    std::shared_ptr<const Catalogue> catalogue; // null where nothing was asked
    std::vector<Located> points;
    std::vector<Fit> fits;   // the best first; empty when too_few
    std::vector<Fit> rivals; // outside some claim, and behind the best that is: where that is refuted
    // d ln value / d ln of the first size, of the best curve where most was read; over one size with an
    // interval of 95 %, over every curve that explains the readings about as well; none where exponential.
    double exponent = 0;
    std::optional<std::pair<double, double>> interval;
    // These readings by the growth that others of the same calls decided (of times: their steps); none where
    // those do not say, or it does not show here or explain these.
    std::optional<Fit> decided;
    bool hardest = false;    // the places that took less than smaller ones were left out: hardest_part()
    int doublings_apart = 0; // of the sizes that are left, where capacities double: sizes_apart()
    // Bounds, as canonical text, that are left only where the sizes they do not name are still small: what
    // ends there is no growth.
    std::set<std::string> ends_early;
    std::vector<LineGrowth> lines; // of counts or bytes over several sizes, where nothing fits

    bool is_fitted() const { return standing == Standing::fitted; }
    const std::vector<std::string> &names() const { return catalogue->names(); }
    const SizeOrder &order() const { return catalogue->order(); }
    // Growth that is on no list has to lead clearly to be the best.
    const Fit &best() const;
    // The growth to tell of the solution: what decided, where something did.
    const Fit &told() const { return decided ? *decided : best(); }
    Sizes sizes_at(std::size_t point) const;
    std::vector<std::pair<std::string, double>>
    place_at(std::size_t point) const;       // in the order of the names
    std::pair<double, double> range() const; // of the first size
};

// Along a line through the places, on which one size grows and is no less than the square of all that stay.
struct LineGrowth {
    Sizes held;
    Growth growth;
};

struct FitOptions {
    Noise noise = Noise::counted;
    std::vector<Bound> claims = {}; // the search looks on both sides of each
    std::vector<Bound> beside = {}; // of these too the best on either side is kept, but not searched for
    std::size_t least_places = policy::growth::least_places; // of series over one size
    bool wanders = false;                                    // from size to size: locate()
    bool starts_up = false; // each reading holds a start-up, which may be larger than all that grows
    std::vector<CandidatePtr> decided = {}; // the leads of what other readings of the same calls grow like
};

// Searches the sets of up to three leading terms; over one size every growth of the catalogue by itself. Each
// set is a cone of curves (Design::cone): that its leads lead by the largest third of the places is the
// assumption that makes growth tell-able at all. Times may hold one or two steps of the memory hierarchy
// (memory.h). The score is a Student marginal likelihood with a Bayesian penalty for the number of terms, 1.5
// ln units off a lead beside the first; docs/statistics.md.
//
// Of one size 6 places over 2 doublings are enough (exponential growth: 5 over 1), of several 12 over 2
// doublings of each (one up to 64: 5 values).
Growth fit_growth(const Series &series, std::shared_ptr<const Catalogue> catalogue, const FitOptions &options,
                  DesignStore &designs);

// The same with a catalogue made for this series alone.
Growth fit_growth(const Series &series, const FitOptions &options,
                  const std::vector<Relation> &relations = {});

// For every size, whether growth may be exponential in it: it stays small, and the readings double as often
// as sizes else have to. What rises less is no more than a constant and something beside it.
std::vector<bool> may_be_exponential(const Series &series);

// Off the located readings by this much, relative, root mean square.
double misfit(const Fit &fit, const Growth &growth);
// Off by more than 10 % on average, and by far more than the readings' own errors.
bool fits_poorly(const Fit &fit, const Growth &growth);
bool fits_poorly(const Growth &growth); // by its best

// Value of the fitted curve at any sizes, without what memory adds.
double value_at(const Fit &fit, const Sizes &sizes);

// Fits that something else speaks against.
using Refuted = std::function<bool(const Fit &)>;

// The best fit whose growth the bound allows, and the best of the listed ones that it does not, but for what
// is refuted; null where there is none.
const Fit *best_within(const Bound &bound, const Growth &growth);
const Fit *best_outside(const Bound &bound, const Growth &growth, const Refuted &is_refuted = {});
// How much better listed growth outside the bound explains the readings than growth within, in ln units.
double evidence_against(const Bound &bound, const Growth &growth);

// The same for growth outside that is on no list, its exponents set free, with no more leads than the best
// within. Null, and minus infinity, where there is none.
const Fit *best_off_the_list(const Bound &bound, const Growth &growth, const Refuted &is_refuted = {});
double evidence_off_the_list(const Bound &bound, const Growth &growth);

} // namespace iron
