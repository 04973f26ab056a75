#include "core/claim/start_up.h"

#include <algorithm>
#include <cmath>

#include "core/bound/print.h"
#include "core/policy.h"

namespace iron {

using namespace policy::claim;

namespace {

double least_reading(const Growth &growth) {
    double least = 1e300;
    for (const Located &point : growth.points)
        least = std::min(least, point.log_value);
    return least;
}

std::vector<Located> above_the_start_up(const Growth &time) {
    std::vector<Located> above;
    std::copy_if(
        time.points.begin(), time.points.end(), std::back_inserter(above),
        [&](const Located &point) { return point.log_value - least_reading(time) >= std::log(stands_out); });
    return above;
}

// Times that what is beyond the start-up rises against the bound: from where that is least to the largest
// reading.
double rise_beyond_the_start_up(const Evidence &e) {
    const Growth &time = *e.shape->time;
    const double least = least_reading(time);
    double lowest = 1e300, at_the_largest = 1e300, largest = -1e300;
    for (std::size_t i = 0; i < time.points.size(); ++i) {
        const double reading = time.points[i].log_value;
        if (reading - least < std::log(stands_out)) continue;
        const double ratio =
            std::log(std::exp(reading) - std::exp(least)) - evaluate_log(e.bound.growth, time.sizes_at(i));
        lowest = std::min(lowest, ratio);
        if (reading > largest) largest = reading, at_the_largest = ratio;
    }
    return std::exp(at_the_largest - lowest);
}

// Bytes that differ by no more than their errors do not grow, however much a program begins with, where one
// byte for each that a size grows would have been seen.
bool stays_level(const Growth &bytes) {
    double grows = 0;
    for (const Located &from : bytes.points)
        for (std::size_t i = 0; i < from.sizes.size(); ++i)
            grows = std::max(grows, bytes.points.back().sizes[i] - from.sizes[i]);
    const auto [least, most] =
        std::minmax_element(bytes.points.begin(), bytes.points.end(),
                            [](const Located &a, const Located &b) { return a.log_value < b.log_value; });
    const double unseen = level_within * most->error; // relative
    return -std::expm1(least->log_value - most->log_value) <= unseen &&
           grows > unseen * std::exp(most->log_value);
}

} // namespace

bool is_start_up(const Evidence &e, const Judgement &j) {
    const bool bytes = j.decided_by == Metric::space;
    if (j.verdict == Verdict::undecided || (!bytes && j.decided_by != Metric::time) ||
        !e.shape->holds_start_up(*j.decided_by))
        return false;
    const Growth &read = bytes ? *e.growth : *e.shape->time;
    if (bytes && (stays_level(read) || read.best().exact)) return false;
    const std::vector<Located> above = above_the_start_up(read);
    if (above.empty()) return true;
    if (j.verdict == Verdict::exceeded && (!e.witness || e.witness_rises())) return false;
    const ShownBy by = read.best().is_exponential() ? ShownBy::exponential : ShownBy::any;
    return too_few(above, read.names(), policy::growth::least_places, by).has_value();
}
void allow_for_start_up(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::undecided;
    j.loose = false;
    j.name_no_growth();
    const Growth &read = j.decided_by == Metric::space ? *e.growth : *e.shape->time;
    j.reason =
        because::StartUp{std::exp(least_reading(read)), above_the_start_up(read).size(), *j.decided_by};
    j.remarks.clear();
    j.would_decide = e.farther();
}

bool is_kept_by_the_start_up(const Evidence &e, const Judgement &j) {
    return j.decided_by == Metric::time && e.shape->holds_start_up(Metric::time) &&
           j.verdict == Verdict::holds && e.bound.kind != Bound::Kind::lower &&
           rise_beyond_the_start_up(e) > own_work_rises;
}
void look_beyond_the_start_up(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::undecided;
    j.loose = false;
    j.reason = because::BeyondStartUp{print_canonical(e.bound.growth),
                                      std::exp(least_reading(*e.shape->time)), rise_beyond_the_start_up(e)};
    j.remarks.clear();
    j.would_decide = e.farther();
}

} // namespace iron
