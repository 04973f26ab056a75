#include "core/claim/time_beside_steps.h"

#include <cmath>
#include <fmt/format.h>

#include "core/claim/words.h"

namespace iron {

namespace {

// Time a step, at every size that both were read at.
std::vector<std::pair<double, double>> time_a_step(const ShapeGrowth &shape) {
    std::vector<std::pair<double, double>> list;
    if (!shape.steps || !shape.time || shape.time->fits.empty() || shape.steps->fits.empty()) return list;
    for (const Located &t : shape.time->points)
        for (const Located &s : shape.steps->points)
            if (s.size == t.size) list.push_back({t.size, std::exp(t.log_value - s.log_value)});
    return list;
}

} // namespace

void look_for_hidden_work(const ShapeGrowth &shape, const Bound &bound, const MemoryCurve &memory,
                          double evidence_needed, Judgement &j) {
    const auto per_step = time_a_step(shape);
    if (per_step.size() < 6 || bound.kind == Bound::Kind::lower) return;
    const auto &[from, first] = per_step[per_step.size() / 3];
    const auto &[to, last] = per_step.back();
    const auto steps_at = [&](double size) {
        for (const Located &s : shape.steps->points)
            if (s.size == size) return s.log_value;
        return 0.0;
    };
    const double span = std::max(to / from, std::exp(steps_at(to) - steps_at(from)));
    if (last / first < 2 * memory.steepest_rise(span)) return;
    if (evidence_against(bound, *shape.time) < evidence_needed) return;
    j.verdict = Verdict::exceeded;
    j.loose = false;
    j.decided_by = "time";
    j.growth_class = shape.time->best().curve.name;
    j.exponent = shape.time->exponent;
    j.interval = shape.time->interval;
    j.reason =
        fmt::format("steps keep the bound, but time grows as {}: {} a step at {}, {} at {}, {} times more "
                    "where memory alone could do {}: work is hidden where steps do not see it, in a library "
                    "call or a copy",
                    j.growth_class, time_text(first), grouped(from), time_text(last), grouped(to),
                    three_digits(last / first), three_digits(memory.steepest_rise(span)));
    j.would_decide.reset();
}

std::string time_beside_steps(const ShapeGrowth &shape) {
    const auto per_step = time_a_step(shape);
    if (per_step.size() < 4) return "";
    const auto &[from, first] = per_step[per_step.size() / 3];
    const auto &[to, last] = per_step.back();
    if (last / first < 1.5) return "";
    return fmt::format(
        "; time grows faster than steps: {} a step at {}, {} at {}, which is the machine's doing "
        "(caches, memory) or work in library calls that steps do not see",
        time_text(first), grouped(from), time_text(last), grouped(to));
}

} // namespace iron
