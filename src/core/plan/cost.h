// What a call will cost at a size, told from smaller ones.
#pragma once

#include <utility>
#include <vector>

namespace iron {

class CallCosts {
  public:
    // A call took so many seconds there; the least counts where several are told.
    void read(double size, double call_s);
    // A call was stopped after so many seconds: it takes longer.
    void stopped(double size, double after_s);
    // What is known above this size was read elsewhere, once: it bounds what calls cost below it, no more.
    void only_bounds_above(double size);

    bool empty() const { return read_.empty() && stopped_s_ == 0; }
    double largest_size() const { return read_.empty() ? 0 : read_.back().first; }
    double least_s() const; // anywhere; 0 where nothing was read
    // Whether the largest size read took clearly more than the least call.
    bool shows_growth() const;
    double last_s() const { return read_.empty() ? 0 : read_.back().second; }

    // By the last rise, read as a power and as an exponential: the dearer one; no more than a larger size
    // took. 0 where nothing was read.
    double expected(double size) const;

    // What it may cost at the most while no growth shows yet: at small sizes a start-up, or the clock's
    // grain, hides exponential or factorial work of which every unit takes a nanosecond or more. 0 where
    // growth shows, a larger size was read to its end, or the sizes are too large for such work.
    double at_most(double size) const;

  private:
    double risen_to(double size) const;

    std::vector<std::pair<double, double>> read_, bounds_; // (size, seconds), by size
    double stopped_from_ = 1e300, stopped_s_ = 0;
};

} // namespace iron
