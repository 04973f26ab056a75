// How long answers take, solution by solution: who is asked at which size, and how long it is waited for.
#pragma once

#include <map>
#include <string>
#include <utility>

#include "records/problem.h"

namespace iron {

// The least that a call took, by shape and first size, the others at their usual values; start-up included.
using CallsByShape = std::map<std::string, std::map<double, double>>;
// By solution: what measuring may go by before it has called anything.
using CallTimes = std::map<std::string, CallsByShape>;

class Pace {
  public:
    explicit Pace(const Problem &problem);

    void enter(const std::string &solution, bool whole_program) { whole_[solution] = whole_program; }

    // An answer came after so many seconds. From the size on where calls are slow, or will be from the next
    // one on, the solution is not asked any more: that is no fault of its answers.
    void took(const std::string &solution, const std::string &shape, const Sizes &sizes, double seconds);
    // Whether a call of that long there would end the asking.
    bool is_slow(const std::string &solution, const std::string &shape, const Sizes &sizes,
                 double seconds) const;
    void slow_from(const std::string &solution, const Sizes &sizes);
    bool may_be_asked(const std::string &solution, const Sizes &sizes) const;
    void ask_all_again() { too_slow_from_.clear(); }

    // How long an input may take: far longer than any other solution took, but a hang costs little.
    // `large`: inputs at which slow is no surprise.
    double limit_for(const std::string &solution, bool large) const;

    const CallTimes &calls() const { return least_; }

    // Whether a call that ran into a limit may just have been slow or greedy: every call just below on that
    // shape was slow already (on a busy machine the step from there is longer than foreseen). What hangs
    // comes out of the blue.
    bool may_be_slow(const std::string &solution, const std::string &shape, const Sizes &sizes) const;

  private:
    double slow_for(const std::string &solution) const;

    const Problem &problem_;
    const std::string &size_name_; // the first
    double limit_s_;               // of one call
    std::map<std::string, bool> whole_;
    std::map<std::string, double> slowest_, quickest_; // call (or process), the start taken off
    std::map<std::string, double> too_slow_from_;      // first size
    CallTimes least_;
    // by solution and shape: shortest and longest call by first size, the start taken off
    std::map<std::pair<std::string, std::string>, std::map<double, std::pair<double, double>>> times_;
};

} // namespace iron
