// What the memory hierarchy does to times: where the working set outgrows a cache, everything gets dearer.
#pragma once

#include <functional>
#include <utility>
#include <vector>

#include "core/growth/scored.h"

namespace iron {

// Tries steps of the memory hierarchy. A step at b doublings of a working set, w wide, makes what it touches
// 1 + 3 / (1 + exp((b - doublings) / w)) times dearer; that and what is left untouched are mixed freely, so
// any rise up to four times is covered and only b and w are searched for: on a grid, then by the simplex
// method of Nelder and Mead (The Computer Journal 7, 1965). Working sets are a size, of several the sum or
// the product of all, or, beside a size up to 64, the reading itself. A step takes 3 ln units off the score.
class Memory {
  public:
    explicit Memory(const Scored &scored);

    // All generators of a cone with the steps that touch them.
    std::vector<Generator> touched(const Cone &cone, const std::vector<StepOn> &steps, bool thorough) const;

    // Keeps the best of one step on a coarse grid, or of one and two steps sought closely, where that scores
    // better.
    void try_coarsely(Tried &one) const;
    void try_closely(Tried &one) const;

  private:
    class Stepped;

    void add_set(const std::function<double(std::size_t)> &doublings_of);
    void keep_if_better(Tried &one, const Cone &cone, LeastSquares solved, const std::vector<StepOn> &steps,
                        bool thorough) const;
    // One step all over every working set, `apart` doublings from one to the next: each with its chi-square,
    // the best first.
    std::vector<std::pair<double, StepOn>> on_grid(Stepped &stepped, double apart, double width) const;
    void two_steps(Tried &one, Stepped &stepped, std::size_t on) const;
    template <class Take>
    void add_under(const Cone &cone, const std::vector<double> &starts, const std::vector<StepOn> &steps,
                   bool thorough, const Take &take) const;
    // Nothing is left to explain where the readings' own errors are as large as what is off.
    bool is_explained(const Tried &one) const;

    const Scored &scored_;
    std::vector<std::vector<double>> sets_; // doublings, by working set and place
};

} // namespace iron
