#include "core/growth/memory_step.h"

#include <algorithm>
#include <array>
#include <memory>
#include <nlopt.h>

namespace iron {

namespace {

// Where the step is and ln of its width, as the search moves them.
using Point = std::array<double, 2>;

constexpr Point first_steps = {0.5, 0.4};
constexpr double narrowest = -2.5, widest = 1; // ln of doublings
constexpr double tolerance = 1e-3;             // of 1 + the value

MemoryStep step_at(const double *x) { return {x[0], std::exp(x[1])}; }

using Value = std::function<double(const MemoryStep &)>;

double value_at(unsigned, const double *x, double *, void *value) {
    return (*static_cast<const Value *>(value))(step_at(x));
}

} // namespace

MemoryStep polished(const Value &value, const MemoryStep &start, int most) {
    const std::unique_ptr<nlopt_opt_s, decltype(&nlopt_destroy)> search(nlopt_create(NLOPT_LN_NELDERMEAD, 2),
                                                                        nlopt_destroy);
    const Point low = {-HUGE_VAL, narrowest}, high = {HUGE_VAL, widest};
    Point x = {start.at, std::clamp(std::log(start.width), narrowest, widest)};
    nlopt_set_min_objective(search.get(), value_at, const_cast<Value *>(&value));
    nlopt_set_lower_bounds(search.get(), low.data());
    nlopt_set_upper_bounds(search.get(), high.data());
    nlopt_set_initial_step(search.get(), first_steps.data());
    nlopt_set_ftol_abs(search.get(), tolerance * (1 + std::abs(value(start))));
    nlopt_set_maxeval(search.get(), most);
    double least = 0;
    nlopt_optimize(search.get(), x.data(), &least);
    return step_at(x.data());
}

} // namespace iron
