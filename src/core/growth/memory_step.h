// One step of the memory hierarchy, and how the best one is found.
#pragma once

#include <cmath>
#include <functional>

namespace iron {

struct MemoryStep {
    double at = 0;    // log2 of the working set
    double width = 1; // in doublings
};

// How many times dearer everything is: 1 well below the step, 4 well above.
inline double dearer_by(const MemoryStep &step, double doublings) {
    return 1 + 3 / (1 + std::exp((step.at - doublings) / step.width));
}

// By the simplex method of Nelder and Mead: the step near `start` where `value` is smallest, after `most`
// values at the latest.
MemoryStep polished(const std::function<double(const MemoryStep &)> &value, const MemoryStep &start,
                    int most);

} // namespace iron
