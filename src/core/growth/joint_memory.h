// Steps of the memory hierarchy in times over several sizes.
#pragma once

#include <utility>
#include <vector>

#include "core/growth/joint_sets.h"

namespace iron {

// Tries steps at working sets that are a size, the sum or the product of all, or, beside a size up to 64, the
// reading itself.
class JointMemory {
  public:
    explicit JointMemory(JointSets &sets);

    // All generators of a set with the steps that touch them.
    std::vector<Generator> touched(const std::vector<Generator> &cone, const TermSet &set,
                                   const std::vector<SetStep> &steps, bool thorough) const;

    // Keeps the best of one step on a coarse grid, or of one and two steps sought closely, where that scores
    // better.
    void try_coarsely(SetTried &one) const;
    void try_closely(SetTried &one) const;

  private:
    class Stepped;

    void keep_if_better(SetTried &one, const LeastSquares &result, const std::vector<SetStep> &steps,
                        bool thorough) const;
    std::vector<std::pair<double, SetStep>> coarse_steps(const Stepped &stepped, double apart,
                                                         double width) const;
    void two_steps(SetTried &one, const Stepped &stepped, std::size_t on) const;
    // Nothing is left to explain where the readings' own errors are as large as what is off.
    bool explained(const SetTried &one) const;

    JointSets &sets_;
    std::vector<std::vector<double>> working_sets_; // doublings, by working set and cell
};

} // namespace iron
