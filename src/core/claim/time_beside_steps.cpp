#include "core/claim/time_beside_steps.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/policy.h"

namespace iron {

std::optional<TimeAStep> time_a_step(const Growth &steps, const Growth &time, const MemoryCurve *memory,
                                     const WorkingSet *working_set) {
    if (steps.names() != time.names()) return std::nullopt;
    std::map<std::vector<double>, std::size_t> timed;
    for (std::size_t i = 0; i < time.points.size(); ++i)
        timed[time.points[i].sizes] = i;
    struct Both {
        std::size_t steps, time;
    };
    std::vector<Both> both;
    for (std::size_t i = 0; i < steps.points.size(); ++i)
        if (const auto found = timed.find(steps.points[i].sizes); found != timed.end())
            both.push_back({i, found->second});
    if (both.size() < policy::claim::least_common_places) return std::nullopt;
    const auto log_steps = [&](const Both &one) { return steps.points[one.steps].log_value; };
    std::stable_sort(both.begin(), both.end(),
                     [&](const Both &a, const Both &b) { return log_steps(a) < log_steps(b); });
    const Both &from = both[both.size() / 3], &to = both.back();
    const auto a_step = [&](const Both &one) {
        return std::exp(time.points[one.time].log_value - log_steps(one));
    };
    const auto input = [&](const Both &one) {
        double sum = 0;
        for (const double size : steps.points[one.steps].sizes)
            sum += std::max(size, 1.0);
        return sum;
    };
    TimeAStep found{steps.place_at(from.steps), steps.place_at(to.steps), a_step(from), a_step(to), 1};
    const double span = std::max(input(to) / input(from), std::exp(log_steps(to) - log_steps(from)));
    if (working_set && working_set->long_numbers) { // a dearer step is theirs, and not memory's
        found.could_there = 1;
        found.long_numbers = true;
    }
    if (memory) found.could = memory->steepest_rise(std::max(span, 1.0));
    if (found.could_there || !memory || !working_set || working_set->names != steps.names()) return found;
    const auto bytes_from = working_set->bytes.find(steps.points[from.steps].sizes),
               bytes_to = working_set->bytes.find(steps.points[to.steps].sizes);
    if (bytes_from != working_set->bytes.end() && bytes_to != working_set->bytes.end())
        found.could_there =
            std::max(1.0, memory->cost_ns(bytes_to->second) / memory->cost_ns(bytes_from->second));
    return found;
}

} // namespace iron
