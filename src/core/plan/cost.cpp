#include "core/plan/cost.h"

#include <algorithm>
#include <cmath>

#include "core/policy.h"

namespace iron {

using namespace policy::plan;
using policy::largest_exponential;

namespace {

constexpr double usual_start = 16; // size that ladders start at

bool has_grown(double call_s, double least_s) {
    return call_s >= (call_s > as_long_as_a_start_s ? shows_beside_a_start : shows) * least_s;
}

} // namespace

void CallCosts::read(double size, double call_s) {
    const auto at = std::lower_bound(read_.begin(), read_.end(), size,
                                     [](const auto &one, double value) { return one.first < value; });
    if (at != read_.end() && at->first == size)
        at->second = std::min(at->second, call_s);
    else
        read_.insert(at, {size, call_s});
}

void CallCosts::stopped(double size, double after_s) {
    if (size < stopped_from_) stopped_from_ = size, stopped_s_ = 2 * after_s;
}

void CallCosts::only_bounds_above(double size) {
    const auto above = std::upper_bound(read_.begin(), read_.end(), size,
                                        [](double value, const auto &one) { return value < one.first; });
    bounds_.assign(above, read_.end());
    read_.erase(above, read_.end());
}

double CallCosts::least_s() const {
    double least = read_.empty() ? 0 : read_.front().second;
    for (const auto &[size, call_s] : read_)
        least = std::min(least, call_s);
    return least;
}

bool CallCosts::shows_growth() const { return !read_.empty() && has_grown(last_s(), least_s()); }

double CallCosts::expected(double size) const {
    if (empty()) return 0;
    if (size >= stopped_from_) return std::max(risen_to(size), stopped_s_);
    double least = risen_to(size);
    for (const auto &[larger, call_s] : read_)
        if (larger > size) least = std::min(least, call_s);
    for (const auto &[larger, call_s] : bounds_)
        if (larger > size) least = std::min(least, call_s);
    return least;
}

double CallCosts::risen_to(double size) const {
    // From the place below; without one nothing is known but what a larger size took.
    auto above = std::upper_bound(read_.begin(), read_.end(), size,
                                  [](double value, const auto &one) { return value < one.first; });
    if (read_.empty()) return 0;
    if (above == read_.begin()) return above->second;
    const auto &[last_size, last_call] = *std::prev(above);
    if (last_size == size) return last_call;
    if (above == read_.begin() + 1 || last_call < grain_s) // in small sizes a start is most of it
        return last_call * std::max(1.0, size / std::max(last_size, usual_start));
    // A start-up that is read a little longer once is no growth.
    const auto least = std::min_element(read_.begin(), above,
                                        [](const auto &a, const auto &b) { return a.second < b.second; });
    if (!has_grown(last_call, least->second)) return last_call;
    const auto &[before_size, before_call] = *(above - std::min<long>(3, above - read_.begin()));
    const double ratio = std::log(std::max(last_call, 1e-9) / std::max(before_call, 1e-9));
    const double power = ratio / std::log(std::max(last_size, 1.0) / std::max(before_size, 0.5));
    const double as_power = last_call * std::pow(size / std::max(last_size, 1.0), std::max(power, 0.0));
    if (last_size > largest_exponential) return as_power;
    // The last step tells more of an exponential than the last three.
    const auto &[close_size, close_call] = *(above - 2);
    const double a_unit = std::max(ratio / (last_size - before_size),
                                   std::log(last_call / close_call) / (last_size - close_size));
    return std::max(as_power, last_call * std::exp(a_unit * (size - last_size)));
}

double CallCosts::at_most(double size) const {
    if (read_.empty() || (!bounds_.empty() && bounds_.back().first >= size)) return 0;
    const auto &[last_size, last_call] = read_.back();
    if (last_size >= std::min(size, largest_exponential)) return 0;
    const bool several = read_.size() > 1 && last_call > grain_s;
    if (several && has_grown(last_call, least_s())) return 0;
    const double hidden =
        several ? policy::plan::hidden * last_call : last_call; // beside a start-up, most of it
    const double base =
        std::min(size, std::pow(std::max(hidden / least_unit_s, 1.0), 1 / std::max(last_size, 1.0)));
    // A factorial grows by more with every one, where so few sizes were read that it may lie hidden there.
    const bool factorial = hidden / least_unit_s >= std::tgamma(last_size + 1);
    const double grown = factorial ? std::lgamma(size + 1) - std::lgamma(last_size + 1) : 0;
    return hidden * std::max(std::pow(base, size - last_size), std::exp(grown));
}

} // namespace iron
