// What a series grows like.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/growth/curve.h"
#include "core/growth/memory_step.h"
#include "core/series/series.h"

namespace iron {

// A curve that the fitted value is a sum of, and its factor in the series' unit.
struct Term {
    std::string curve;
    double factor = 0;
};

// One candidate held against the series.
struct CurveFit {
    Curve curve;
    double score = 0; // ln of the likelihood, less penalties: only differences mean something
    double chi2 = 0;
    std::vector<Term> terms;             // the leading term first; only those that are not 0
    std::vector<double> fitted;          // at the points
    std::vector<MemoryStep> memory = {}; // steps of the memory hierarchy that it was allowed: up to 2
};

struct Growth {
    enum class Standing { fitted, too_few }; // too_few: fewer than 6 sizes, or less than
    // 3 doublings; of exponential growth fewer than 5, less than 1
    Standing standing = Standing::too_few;
    std::vector<Located> points;
    std::vector<CurveFit> fits; // the best first; empty when too_few
    double exponent = 0;        // d ln value / d ln size of the best curve at the largest size
    // Of the exponent, 95 %: over every curve that explains the readings about as well. None where that is
    // exponential.
    std::optional<std::pair<double, double>> interval;
    double from = 0, to = 0; // range of sizes
    bool hardest = false;    // the sizes that took less than smaller ones were left out: hardest_part()
    int doublings_apart = 0; // of the sizes that are left, where capacities double: sizes_apart()

    const CurveFit &best() const { return fits.front(); }
};

struct FitOptions {
    Noise noise = Noise::counted;
    std::vector<Expression>
        also; // curves to hold against the series beside the candidates: those of the claims
    std::size_t least_sizes = 6; // that tell growth
};

// Fits every candidate with the lower terms that may stand beside it, and orders them by score.
//
// Each candidate is a cone of curves: its leading term, each lower term added to it so that the lower term is
// at most as large as the leading one from the start of the top third of the sizes on, and (weakly) a lower
// term taken off. That the leading term leads by then is the assumption that makes growth tell-able at all.
// Times may hold one or two steps of the memory hierarchy (memory_steps.h).
// The score is a Student marginal likelihood with a Bayesian penalty for the number of terms;
// docs/statistics.md.
Growth fit_growth(const Series &series, const FitOptions &options);

// Off the located readings by this much, relative, root mean square.
double misfit(const std::vector<double> &fitted, const std::vector<Located> &points);

// Off by more than 10 % on average, and by far more than the readings' own errors.
bool is_poor_fit(double chi2, const std::vector<double> &fitted, const std::vector<Located> &points);
bool fits_poorly(const Growth &growth); // by its best curve

// The best fit whose curve the bound allows, and the best that it does not; null where there is none.
const CurveFit *best_within(const Bound &bound, const Growth &growth);
const CurveFit *best_outside(const Bound &bound, const Growth &growth);

// How much better growth outside the bound explains the readings than growth within, in ln units.
double evidence_against(const Bound &bound, const Growth &growth);

// Value of the fitted curve at a size.
double value_at(const CurveFit &fit, const std::string &size_name, double size);

} // namespace iron
