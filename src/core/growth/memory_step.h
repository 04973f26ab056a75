// One step of the memory hierarchy, and how the best one is found.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>

namespace iron {

struct MemoryStep {
    double at = 0;    // log2 of the working set
    double width = 1; // in doublings
};

// How many times dearer everything is: 1 well below the step, 4 well above.
inline double dearer_by(const MemoryStep &step, double doublings) {
    return 1 + 3 / (1 + std::exp((step.at - doublings) / step.width));
}

// The simplex method of Nelder and Mead (The Computer Journal 7, 1965) in two dimensions, where the step is
// and ln of its width: the step near `start` where `value` is smallest, after `most` values at the latest.
template <class Function>
MemoryStep polished(const Function &value, MemoryStep start, int most) {
    struct Corner {
        double x[2], f;
    };
    const auto at = [&](double x, double y) {
        return Corner{{x, y}, value(MemoryStep{x, std::exp(std::clamp(y, -2.5, 1.0))})};
    };
    const double y = std::log(start.width);
    std::array<Corner, 3> s = {at(start.at, y), at(start.at + 0.5, y), at(start.at, y + 0.4)};
    const auto order = [&] { std::sort(s.begin(), s.end(), [](auto &a, auto &b) { return a.f < b.f; }); };
    for (int i = 3; i < most; ++i) {
        order();
        if (s[2].f - s[0].f < 1e-3 * (1 + std::abs(s[0].f))) break;
        const double mx = (s[0].x[0] + s[1].x[0]) / 2, my = (s[0].x[1] + s[1].x[1]) / 2;
        const auto along = [&](double t) { return at(mx + t * (s[2].x[0] - mx), my + t * (s[2].x[1] - my)); };
        const Corner reflected = along(-1);
        if (reflected.f < s[0].f) {
            const Corner expanded = along(-2);
            s[2] = expanded.f < reflected.f ? expanded : reflected;
        } else if (reflected.f < s[1].f)
            s[2] = reflected;
        else if (const Corner nearer = along(reflected.f < s[2].f ? -0.5 : 0.5); nearer.f < s[2].f)
            s[2] = nearer;
        else
            for (int k : {1, 2})
                s[k] = at((s[k].x[0] + s[0].x[0]) / 2, (s[k].x[1] + s[0].x[1]) / 2);
    }
    order();
    return {s[0].x[0], std::exp(std::clamp(s[0].x[1], -2.5, 1.0))};
}

} // namespace iron
