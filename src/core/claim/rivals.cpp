#include "core/claim/rivals.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/bound/order.h"
#include "core/claim/level.h"

namespace iron {

namespace {

// The sizes along which a growth leaves the bound upwards by themselves, the others as good as fixed.
std::vector<std::size_t> leaves_along(const Fit &fit, const Bound &bound, const Growth &growth) {
    const std::vector<std::string> &names = growth.names();
    const SizeOrder::Course bounds = growth.order().course_of(bound.growth);
    std::vector<std::size_t> along;
    for (std::size_t i = 0; i < names.size(); ++i) {
        Ray ray;
        for (const std::string &other : names)
            if (other != names[i]) ray[other] = {0, 0, 1};
        const bool leaves = std::any_of(fit.leads.begin(), fit.leads.end(), [&](const CandidatePtr &lead) {
            return !SizeOrder::within(lead->course, bounds) &&
                   growth_of(lead->expression, ray) > growth_of(bound.growth, ray);
        });
        if (leaves) along.push_back(i);
    }
    return along;
}

} // namespace

Refuted refuted_where_level(const Growth &growth, const Bound &bound, std::vector<RatioRead> places) {
    return [&growth, bound, places = std::move(places)](const Fit &fit) {
        constexpr double nothing = 1e-300; // has a logarithm all the same
        std::vector<RatioRead> told = places;
        for (std::size_t i = 0; i < told.size(); ++i)
            told[i].log_ratio = std::log(std::max(fit.fitted[i], nothing)) - told[i].log_bound;
        return rises_where_level(leaves_along(fit, bound, growth), told, places);
    };
}

} // namespace iron
