// What readings over several sizes grow like, all sizes at once.
#pragma once

#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/growth/fit.h"
#include "core/growth/joint_terms.h"

namespace iron {

// A set of leading terms held against the cells: `n log n + k`.
struct SetFit {
    std::string name;
    std::vector<JointTerm> leads; // none in O of another where the relations are left aside
    SizeOrder::Course course;     // of their sum
    double score = 0, chi2 = 0;
    std::vector<Term> terms;    // the leads first; then lower ones that are not 0
    std::vector<double> fitted; // at the cells
    int memory_steps = 0;
    bool bent = false; // its exponents were set free: it is on no list

    bool within(const Bound &bound, const SizeOrder::Course &bounds) const;
};

struct JointGrowth {
    Growth::Standing standing = Growth::Standing::too_few;
    std::vector<std::string> names;
    SizeOrder order;
    std::vector<std::vector<double>> cells; // sizes, by cell
    std::vector<Located> points;            // readings, by cell
    std::vector<SetFit> fits;               // the best first; empty when too_few
    bool hardest = false; // the places that took less than smaller ones were left out: hardest_part()
    // Bounds, as canonical text, that are left only where the sizes they do not name are still small: what
    // ends there is no growth.
    std::set<std::string> ends_early;

    // Growth that is on no list has to lead clearly to be told as the best.
    const SetFit &best() const;
    Sizes sizes_at(std::size_t cell) const;
};

struct JointOptions {
    Noise noise = Noise::counted;
    std::vector<Bound> claims; // the search looks on both sides of each
    std::vector<Bound> beside; // of these too the best on either side is kept, but not searched for
};

// Searches the sets of up to three leading terms. Each set is a cone: every lead is at least as large as the
// others together in its own corner, the eighth of the cells where it is relatively largest; lower terms are
// smaller than their lead in two thirds of the cells. Scores as fit_growth's, 1.5 ln units off a lead beside
// the first. Times may hold one or two steps of the memory hierarchy, at working sets that are a size, the
// sum or the product of all, or, beside a size up to 64, the reading itself. Fewer than 12 cells, or less
// than 2 doublings of some size (one up to 64: 5 values), are too few. docs/statistics.md.
JointGrowth fit_joint(const CellSeries &series, const JointCandidates &candidates,
                      const JointOptions &options);

bool fits_poorly(const JointGrowth &growth); // by its best set

// Value of the fitted curve at any sizes, without what memory adds.
double value_at(const SetFit &fit, const Sizes &sizes);

// How much better listed growth outside the bound explains the cells than growth within, in ln units.
double evidence_against(const Bound &bound, const JointGrowth &growth);

// The same for growth outside that is on no list, its exponents set free, with no more leads than the best
// within. Minus infinity where there is none.
double evidence_off_the_list(const Bound &bound, const JointGrowth &growth);
const SetFit *best_off_the_list(const Bound &bound, const JointGrowth &growth);

} // namespace iron
