// How the cost of a memory access that waits for the one before it grows with the bytes worked on.
#pragma once

#include <vector>

namespace iron {

struct AccessCost {
    double bytes = 0; // of the working set
    double ns = 0;    // a dependent random load
};

class MemoryCurve {
  public:
    // In the order of the bytes. Without points: the curve of the machine this was made on, 1.6 ns at 4 KiB
    // to 266 ns at 256 MiB, evenly in logarithms.
    explicit MemoryCurve(std::vector<AccessCost> points = {});

    // Cost at a working set, logarithms interpolated; level beyond both ends.
    double cost_ns(double bytes) const;
    // The most that the cost can rise when a working set grows `ratio` times, whatever it was before.
    double steepest_rise(double ratio) const;
    const std::vector<AccessCost> &points() const { return points_; }

  private:
    std::vector<AccessCost> points_;
};

} // namespace iron
