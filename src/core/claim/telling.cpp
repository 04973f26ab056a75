// Where readings / bound are looked at to tell what they do, and how far a verdict would have to look.
#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include "core/bound/print.h"
#include "core/claim/evidence.h"
#include "core/policy.h"
#include "core/reading/lines_through.h"

namespace iron {

using namespace policy::claim;

namespace {

double log_ratio(const Evidence &e, std::size_t point) {
    return e.growth->points[point].log_value - evaluate_log(e.bound.growth, e.growth->sizes_at(point));
}

// Points by their reading, the smallest first.
std::vector<std::size_t> by_reading(const Growth &growth) {
    std::vector<std::size_t> order(growth.points.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    if (growth.names().size() > 1)
        std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
            return growth.points[a].log_value < growth.points[b].log_value;
        });
    return order;
}

// Two points that show best how the readings leave the bound or keep it, from a third of the way (over
// several sizes a quarter) to the top, since start-up rules what is before. Of several sizes none is smaller
// at the second: what falls by that would say nothing.
std::pair<std::size_t, std::size_t> telling_points(const Evidence &e, const Fit *outside) {
    const Growth &growth = *e.growth;
    const std::vector<std::size_t> order = by_reading(growth);
    if (!e.is_over_several()) return {order.size() / 3, order.back()};
    std::vector<bool> counts(order.size());
    for (std::size_t i = order.size() / 4; i < order.size(); ++i)
        counts[order[i]] = true;
    const SizeOrder::Course bounds = growth.order().course_of(e.bound.growth);
    const auto excess = [&](std::size_t point) {
        if (!outside) return 0.0;
        double most = -1e300;
        for (const CandidatePtr &lead : outside->leads)
            if (!SizeOrder::within(lead->course, bounds))
                most = std::max(most, evaluate_log(lead->expression, growth.sizes_at(point)) -
                                          evaluate_log(e.bound.growth, growth.sizes_at(point)));
        return most;
    };
    std::vector<std::vector<double>> places;
    for (const Located &point : growth.points)
        places.push_back(point.sizes);
    std::pair<std::size_t, std::size_t> told = {order[order.size() / 4], order.back()};
    std::pair<double, double> most = {-1e300, 0}; // what the growth outside rises by, how far it is
    const auto try_out = [&](std::size_t from, std::size_t to) {
        double times = 0; // ln
        for (std::size_t i = 0; i < places[from].size(); ++i) {
            if (places[to][i] < places[from][i]) return;
            times += std::log(places[to][i] / std::max(places[from][i], 1.0));
        }
        if (const std::pair<double, double> rise = {excess(to) - excess(from), times};
            times > 0 && rise > most)
            most = rise, told = {from, to};
    };
    try_out(told.first, told.second);
    for (const LineThrough &line : lines_through(places)) {
        const auto is_counted = [&](std::size_t at) { return counts[at]; };
        const auto from = std::find_if(line.places.begin(), line.places.end(), is_counted);
        if (from != line.places.end())
            try_out(*from, *std::find_if(line.places.rbegin(), line.places.rend(), is_counted));
    }
    return told;
}

} // namespace

// The rise of time above the bound is no larger than twice what memory getting slower could do.
bool Evidence::memory_could_do_it() const {
    if (!memory || is_exact() || bound.kind == Bound::Kind::lower || !outside) return false;
    if (grows_within(*outside)) return false; // it is left the other way
    std::pair<std::size_t, std::size_t> ends{0, growth->points.size() - 1};
    if (is_over_several()) ends = telling_points(*this, outside);
    double span = 1;
    for (std::size_t i = 0; i < growth->names().size(); ++i) {
        double least = 1e300, largest = 1;
        for (const Located &point : growth->points)
            least = std::min(least, point.sizes[i]), largest = std::max(largest, point.sizes[i]);
        span *= largest / std::max(least, 1.0);
    }
    return std::exp(log_ratio(*this, ends.second) - log_ratio(*this, ends.first)) <
           memory_allowance * memory->steepest_rise(span);
}

Stretch Evidence::stretch(std::size_t from, std::size_t to) const {
    return {read,
            print_canonical(bound.growth),
            growth->place_at(from),
            growth->place_at(to),
            std::exp(log_ratio(*this, from)),
            std::exp(log_ratio(*this, to))};
}

Stretch Evidence::stretch() const {
    const Fit *shown = against > 0 ? outside : unlisted > enough_unlisted() ? outside_unlisted : nullptr;
    const auto [from, to] = telling_points(*this, shown);
    return stretch(from, to);
}

bool Evidence::witness_rises() const {
    return witness && log_ratio(*this, witness->to) > log_ratio(*this, witness->from);
}

Stretch Evidence::witnessed() const {
    if (!witness) return stretch();
    // What is told is read over the bound as it stands, and there it has to go the same way.
    if (outright && !witness_rises()) return stretch(outright->from, outright->to);
    // From a third on is what people look at, where it goes the same way.
    const std::size_t third = growth->points.size() / 3;
    const bool same_way = (log_ratio(*this, third) < log_ratio(*this, witness->to)) ==
                          (log_ratio(*this, witness->from) < log_ratio(*this, witness->to));
    const bool from_third = !is_over_several() && same_way && third < witness->to;
    return stretch(from_third ? third : witness->from, witness->to);
}

Plain Evidence::how_plain() const {
    if (!witness) return {};
    const Stretch seen = witnessed();
    return {witness->is_highest && witness->logarithms > plain_logarithms,
            std::abs(std::log(seen.last / seen.first)) > plain_rise};
}

std::vector<std::string> Evidence::unnamed_sizes(const Fit &fit) const {
    if (bound.kind == Bound::Kind::lower) return {};
    const std::set<std::string> named = sizes_in(bound.growth);
    std::vector<std::string> unnamed;
    for (const CandidatePtr &lead : fit.leads)
        for (const std::string &name : sizes_in(lead->expression))
            if (!named.contains(name) && std::find(unnamed.begin(), unnamed.end(), name) == unnamed.end())
                unnamed.push_back(name);
    return growth->names().size() > 1 ? unnamed : std::vector<std::string>{};
}

std::optional<WouldDecide> Evidence::would_decide() const {
    if (!inside || !outside) return std::nullopt;
    double error = 0;
    for (const Located &point : growth->points)
        error = std::max(error, point.error);
    const double enough = std::max(0.05, 4 * error);
    const Sizes top = growth->sizes_at(by_reading(*growth).back());
    constexpr double step = 1.5, farthest = 1100;
    for (double times = step; times < farthest; times *= step)
        for (const std::string &name : growth->names()) {
            Sizes sizes = top;
            sizes[name] = std::ceil(sizes[name] * times);
            if (std::abs(std::log(value_at(*outside, sizes) / value_at(*inside, sizes))) < enough) continue;
            WouldDecide decide{name, sizes[name], std::nullopt};
            if (shape->time && shape->time->is_fitted() && shape->time->names() == growth->names())
                decide.cost_ns = value_at(shape->time->told(), sizes);
            return decide;
        }
    return std::nullopt;
}

bool Evidence::is_hidden_above(const Expression &allowed) const {
    namespace policy = policy::growth;
    if (read != Metric::space || !growth) return false;
    const std::optional<double> grain = level_at_the_grain(growth->points);
    if (!grain || *grain <= policy::page) return false;
    const double seen = std::log(policy::grains_to_see * *grain / policy::least_unit);
    const auto hides = [&](const std::string &name) {
        for (std::size_t i = 0; i < growth->points.size(); ++i) {
            const Sizes sizes = growth->sizes_at(i);
            const double size = sizes.at(name);
            const double above = std::log(std::log2(std::max(size, 2.0))) + evaluate_log(allowed, sizes);
            if (std::max(above, std::log(size)) >= seen) return false;
        }
        return true;
    };
    return std::any_of(growth->names().begin(), growth->names().end(), hides);
}

WouldDecide Evidence::farther() const {
    constexpr double times = 8;
    return {growth->names().front(), times * growth->range().second, std::nullopt};
}

} // namespace iron
