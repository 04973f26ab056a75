// One series held against a design: weights, least squares and scores.
#pragma once

#include <limits>
#include <vector>

#include "core/growth/design.h"
#include "core/growth/fit.h"
#include "core/growth/least_squares.h"
#include "core/growth/memory_step.h"

namespace iron {

// A step of the memory hierarchy and the working set that it lies on.
struct StepOn {
    std::size_t set = 0;
    MemoryStep step;
};

// A set of leads and how well it does; the score is -infinity where the places can't tell its leads apart.
struct Tried {
    TermSet set;
    double prior = 0;
    double score = -std::numeric_limits<double>::infinity();
    LeastSquares solved;
    std::vector<StepOn> steps = {};
    bool thorough = true; // lower terms feel the steps too
    bool bent = false;
    bool decided = false; // by other readings: how large its lower terms are says nothing
    bool apart = false;   // each of its terms is as large as it likes
};

class Scored {
  public:
    // The design is at the points' places, in their order.
    Scored(Design &design, std::vector<Located> points, Noise noise, bool starts_up);

    Design &design() const { return design_; }
    const std::vector<Located> &points() const { return points_; }
    double rows() const { return static_cast<double>(points_.size()); }
    bool is_exact() const { return noise_ != Noise::timed; }
    double unit() const { return unit_; } // ln: columns are in units of it
    const Column &weights() const { return weights_; }
    const Column &target() const { return target_; }

    double prior_of(const TermSet &set) const;
    double score(const LeastSquares &solved, double prior, std::size_t steps = 0) const;
    // The same of a cone: nothing (minus infinity) where the start-up alone explains it, whatever leads.
    double score_of(const Cone &cone, const LeastSquares &solved, double prior, std::size_t steps = 0) const;
    ConeOptions cone_options(bool with_steps, bool decided = false) const;
    // The cone that it was solved with.
    const Cone &cone_of(const Tried &one) const;
    std::vector<Column> weighed(const std::vector<Generator> &generators) const;
    // Counts are worth all digits.
    LeastSquares solved(const std::vector<Column> &weighed) const;

    // What a set came to, from the generators that it was solved with.
    Fit described(const Tried &one, const Cone &cone, const std::vector<Generator> &generators) const;

  private:
    Design &design_;
    Noise noise_;
    bool starts_up_;
    std::vector<Located> points_;
    double unit_ = 0; // values are brought near 1 by the middle point, so that nothing overflows
    Column weights_, target_;
};

} // namespace iron
