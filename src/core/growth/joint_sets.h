// Sets of leading terms over the cells of one series: their order, and how well each fits.
#pragma once

#include <deque>
#include <limits>
#include <map>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/growth/joint.h"
#include "core/growth/joint_cone.h"
#include "core/growth/least_squares.h"
#include "core/growth/memory_step.h"

namespace iron {

using TermSet = std::vector<int>; // indices of terms, in order

// A step of the memory hierarchy and the working set that it lies on.
struct SetStep {
    std::size_t on = 0;
    MemoryStep step;
};

// A set and how well it does; the score is -infinity where the cells can't tell its leads apart.
struct SetTried {
    TermSet set;
    double prior = 0;
    double score = -std::numeric_limits<double>::infinity();
    double chi2 = 0;
    std::vector<SetStep> steps;
    bool thorough = true; // lower terms feel the steps too
    bool bent = false;
};

// The curves that a set stands for, and the lower terms they are made with.
struct SetCone {
    std::vector<Generator> generators;
    std::vector<int> lows;
};

class JointSets {
  public:
    // The candidates must outlive it. Cells without readings are left out; some must have them.
    JointSets(const CellSeries &series, const JointCandidates &candidates, Noise noise);

    const JointCandidates &candidates() const { return candidates_; }
    const std::vector<Located> &points() const { return points_; }
    const std::vector<Sizes> &cells() const { return cells_; }
    double unit() const { return unit_; } // ln; columns are in units of it
    bool exact() const { return exact_; }
    const JointTerm &term(int index) const { return terms_[index]; }
    const CellTerm &at(int index) const { return at_[index]; }
    std::size_t count() const { return terms_.size(); }

    int index_of(const std::string &name) const; // -1: none
    int add(const JointTerm &term);              // its index; the known one where it is known
    int add(const Expression &expression, double prior);

    bool within(int f, int g); // f in O(g), whatever the relations between sizes
    bool antichain(const TermSet &set);
    SizeOrder::Course course_of(const TermSet &set) const;

    // Lower terms that may stand below some lead of the set: the constant, sizes, their products, x log x,
    // and each lead less a logarithm.
    const std::vector<int> &lows_of(int lead);
    std::vector<int> lows_of(const TermSet &set);

    double prior_of(const TermSet &set) const;
    double score(double chi2, int active, double prior) const;

    double taken_off(bool with_steps) const { return exact_ ? 0.6 : with_steps ? 0 : 0.15; }
    std::optional<SetCone> cone_of(const TermSet &set, double taken_off);
    LeastSquares solved(const std::vector<Generator> &generators) const;

    // Names, terms and fitted values of what the generators give.
    void describe(SetFit &fit, const TermSet &set, const std::vector<int> &lows,
                  const std::vector<Generator> &generators) const;

  private:
    std::string least_name() const;
    int product_of(const std::string &a, const std::string &b) const;

    const JointCandidates &candidates_;
    Noise noise_;
    bool exact_;
    std::vector<Located> points_;
    std::vector<Sizes> cells_;
    double unit_ = 0; // ln: values are brought near 1 by it
    std::vector<double> weights_, target_;
    std::deque<JointTerm> terms_; // a deque: cells' terms point into it
    std::deque<CellTerm> at_;
    std::map<std::string, int> indices_;
    std::map<std::pair<int, int>, bool> within_;
    std::map<int, std::vector<int>> lows_;
    int constant_ = -1;
};

} // namespace iron
