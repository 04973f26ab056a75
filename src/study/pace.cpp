#include "study/pace.h"

#include <algorithm>

namespace iron {

namespace {

constexpr double least_limit_s = 0.25;      // of a small input
constexpr double least_of_programs_s = 1.5; // of a whole process, or a large input
constexpr double first_limit_s = 5;         // of the first answer: an interpreter has to come up
constexpr double slow_s = 20e-3;            // from here on a solution takes no part in larger inputs
constexpr double far_longer = 20;           // than the slowest of the others

} // namespace

Pace::Pace(const Problem &problem)
    : problem_(problem), size_name_(problem.sizes.front().name), limit_s_(problem.limits.time_s) {}

void Pace::took(const std::string &solution, const std::string &shape, const Sizes &sizes, double seconds) {
    const auto [quickest, first] = quickest_.emplace(solution, seconds);
    quickest->second = std::min(quickest->second, seconds);
    const double own = seconds - quickest->second;
    slowest_[solution] = std::max(slowest_[solution], own);
    const auto size = sizes.find(size_name_);
    if (size == sizes.end()) return;
    if (sizes == complete_sizes(problem_, {*size})) {
        const auto [least, fresh_size] = least_[solution][shape].emplace(size->second, seconds);
        least->second = std::min(least->second, seconds);
    }
    const auto [here, fresh] = times_[{solution, shape}].emplace(size->second, std::pair(own, own));
    here->second = {std::min(here->second.first, own), std::max(here->second.second, own)};
    if (is_slow(solution, shape, sizes, seconds)) too_slow_from_.emplace(solution, size->second + 1);
}

bool Pace::is_slow(const std::string &solution, const std::string &shape, const Sizes &sizes,
                   double seconds) const {
    const auto size = sizes.find(size_name_);
    const auto quickest = quickest_.find(solution);
    if (size == sizes.end() || quickest == quickest_.end()) return false;
    const double own = seconds - std::min(seconds, quickest->second);
    const double slow = slow_for(solution);
    const auto times = times_.find({solution, shape});
    if (times == times_.end()) return own > slow;
    // Exponential work gets dearer by a factor from one size to the next.
    const auto before = times->second.find(size->second - 1);
    const double dearer = before == times->second.end() ? 1 : own / std::max(before->second.second, slow / 8);
    return own > slow || own * dearer > 4 * slow;
}

void Pace::slow_from(const std::string &solution, const Sizes &sizes) {
    too_slow_from_[solution] = sizes.at(size_name_);
}

bool Pace::may_be_asked(const std::string &solution, const Sizes &sizes) const {
    const auto found = too_slow_from_.find(solution);
    return found == too_slow_from_.end() || sizes.at(size_name_) < found->second;
}

double Pace::limit_for(const std::string &solution, bool large) const {
    double slowest = 0;
    for (const auto &[other, seconds] : slowest_)
        if (other != solution) slowest = std::max(slowest, seconds);
    const auto quickest = quickest_.find(solution);
    // What a start costs is not the call's.
    const double start = quickest == quickest_.end() ? first_limit_s : quickest->second;
    const double least = whole_.at(solution) || large ? least_of_programs_s : least_limit_s;
    return std::min(limit_s_, start + std::max(least, far_longer * slowest));
}

bool Pace::may_be_slow(const std::string &solution, const std::string &shape, const Sizes &sizes) const {
    const auto size = sizes.find(size_name_);
    const auto times = times_.find({solution, shape});
    if (size == sizes.end() || times == times_.end()) return false;
    const auto above = times->second.upper_bound(size->second);
    return above != times->second.begin() && std::prev(above)->second.first > slow_for(solution) / 4;
}

// From which time on a call is slow. A start takes now long, now longer, the more so side by side.
double Pace::slow_for(const std::string &solution) const {
    return whole_.at(solution) ? 0.3 + 3 * quickest_.at(solution) : slow_s;
}

} // namespace iron
