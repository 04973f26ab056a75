#include "core/claim/witness.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/growth/least_squares.h"
#include "core/policy.h"
#include "core/reading/lines_through.h"

namespace iron {

namespace {

using namespace policy::claim;

struct Found {
    Witness witness;
    double clear = 0; // by so many errors
};

using PlacesInLine = std::vector<std::size_t>;

std::vector<LineThrough> lines_through_read(const std::vector<RatioRead> &places) {
    std::vector<std::vector<double>> sizes;
    for (const RatioRead &place : places)
        sizes.push_back(place.sizes);
    return lines_through(sizes);
}

// ln of how many times the capacity grows that bytes along a line are: 0 where they do not come in steps,
// which is where most stay as they are from place to place, and others leap.
double leap_of_capacity(const std::vector<double> &values) {
    std::size_t level = 0;
    double leap = 0;
    for (std::size_t i = 0; i < values.size(); ++i) {
        const double from_last = i > 0 ? values[i] - values[i - 1] : 1,
                     to_next = i + 1 < values.size() ? values[i + 1] - values[i] : 1;
        level += std::min(std::abs(from_last), std::abs(to_next)) < level_capacity;
        if (i > 0) leap = std::max(leap, from_last);
    }
    if (2 * level < values.size() || leap < level_capacity) return 0;
    return std::min(leap, std::log(largest_leap_of_capacity));
}

// By how much (ln) each place's ratio may be too low: next to where a relation ends; and where the step that
// it lies on began higher, between the last place of the step before and the first of its own.
std::vector<double> perhaps_too_low(const std::vector<RatioRead> &places) {
    std::vector<double> lower;
    for (const RatioRead &place : places)
        lower.push_back(place.at_an_edge);
    if (places.empty() || !places.front().in_steps) return lower;
    for (const auto &[grows, line] : lines_through_read(places)) {
        std::vector<double> values;
        for (const std::size_t at : line)
            values.push_back(places[at].log_ratio + places[at].log_bound);
        const double leap = leap_of_capacity(values);
        if (leap == 0) continue;
        std::optional<std::size_t> before; // the last place of the step before
        for (std::size_t i = 0; i < line.size(); ++i) {
            if (i > 0 && values[i] - values[i - 1] >= level_capacity) before = line[i - 1];
            const double may =
                before ? std::min(leap, places[line[i]].log_bound - places[*before].log_bound) : leap;
            lower[line[i]] = std::max(lower[line[i]], may);
        }
    }
    return lower;
}

// How far along a line each place lies, 0 to 1.
std::vector<double> parts_of(const std::vector<RatioRead> &places, const PlacesInLine &line) {
    const auto distance = [&](std::size_t at) {
        double sum = 0;
        for (std::size_t i = 0; i < places[at].sizes.size(); ++i)
            sum += places[line.back()].sizes[i] <= policy::largest_exponential
                       ? places[at].sizes[i] / policy::largest_exponential
                       : std::log(std::max(places[at].sizes[i], 1.0));
        return sum;
    };
    const double start = distance(line.front()), span = distance(line.back()) - start;
    std::vector<double> parts;
    for (const std::size_t at : line)
        parts.push_back(span > 0 ? (distance(at) - start) / span : 0);
    return parts;
}

// The last place at or before a part of the line; the first one where there is none.
std::size_t last_up_to(const std::vector<double> &parts, double part) {
    const auto after = std::upper_bound(parts.begin(), parts.end(), part);
    return after == parts.begin() ? 0 : static_cast<std::size_t>(after - parts.begin()) - 1;
}

// ln of how many times the logarithm grows of what grows from one place to the other: no growth leaves a
// bound by less.
double rise_of_a_logarithm(const RatioRead &from, const RatioRead &to) {
    double least = 1e300;
    for (std::size_t i = 0; i < from.sizes.size(); ++i)
        if (to.sizes[i] > from.sizes[i])
            least = std::min(least, std::log(std::log2(std::max(to.sizes[i], 3.0)) /
                                             std::log2(std::max(from.sizes[i], 3.0))));
    return least;
}

// A line cut up for what happens at its end.
class LineEnd {
  public:
    LineEnd(const std::vector<RatioRead> &places, const std::vector<double> &lower, const PlacesInLine &line,
            double sign)
        : places_(places), lower_(lower), line_(line), sign_(sign) {
        if (line.size() < least_of_a_line) return;
        parts_ = parts_of(places, line);
        const std::vector<double> &parts = parts_;
        // Two stretches, each long enough to show more than the readings' errors.
        end_ = line.size() - 1;
        half_ = last_up_to(parts, 0.5);
        const std::size_t fits = last_up_to(parts, 1 - least_stretch);
        late_ = fits > 0 ? fits : end_ - 1;
        earlier_ =
            late_ > 0 ? last_up_to(parts, std::min(parts[late_] - least_stretch, parts[late_ - 1])) : 0;
        if (late_ > earlier_) stretch_ = (1 - parts[late_]) / (parts[late_] - parts[earlier_]);
    }

    // What the ratio rises by in the upper half; nothing where it does not, or comes to rest there: then what
    // is lower than the bound still shows, no more.
    double late_rise() const {
        if (end_ == 0 || comes_to_rest_there()) return 0;
        const double whole = sure_rise(half_, end_);
        const bool clear =
            whole > errors_apart * error(half_, end_) &&
            whole > share_of_a_logarithm * rise_of_a_logarithm(places_[line_[half_]], places_[line_[end_]]);
        return clear ? whole : 0;
    }

    // From the least ratio on it has risen over a short way alone, and not manifold: what changes once, as
    // numbers get too long for what is kept ready, looks like that halfway.
    bool sets_in_late() const {
        std::size_t least = 0, start = 0;
        for (std::size_t i = 1; i < line_.size(); ++i)
            if (rise(least, i) < 0) least = i;
        for (std::size_t i = 0; i < line_.size(); ++i)
            if (rise(least, i) < as_much_work) start = i;
        const auto &from = places_[line_[start]].sizes, &to = places_[line_.back()].sizes;
        double times = 1;
        for (std::size_t i = 0; i < from.size(); ++i)
            if (to[i] > from[i])
                times = to[i] > policy::largest_exponential ? to[i] / std::max(from[i], 1.0) : 1e300;
        const bool is_short = times < narrow_stretch || end_ - start < least_of_a_line;
        return is_short && rise(start, end_) < rise_for_sure;
    }

    bool still_rises(double least) const {
        if (end_ == 0 || late_ <= earlier_) return false;
        const double last = sure_rise(late_, end_);
        return last > least && last > errors_apart * error(late_, end_) && !comes_to_rest_there();
    }

  private:
    double rise(std::size_t from, std::size_t to) const {
        return sign_ * (places_[line_[to]].log_ratio - places_[line_[from]].log_ratio);
    }
    double sure_rise(std::size_t from, std::size_t to) const {
        return rise(from, to) - lower_[line_[sign_ > 0 ? from : to]];
    }
    double error(std::size_t from, std::size_t to) const {
        return std::hypot(places_[line_[from]].error, places_[line_[to]].error);
    }
    // As it would rise were as much left to do everywhere: n - k beside a k that nears n is not rest.
    double rise_of_whole_work(std::size_t from, std::size_t to) const {
        return rise(from, to) + sign_ * (places_[line_[to]].at_an_edge - places_[line_[from]].at_an_edge);
    }
    bool comes_to_rest_there() const {
        return late_ > earlier_ &&
               rise_of_whole_work(late_, end_) + std::min(error(late_, end_), scatter_at_the_end()) <
                   comes_to_rest * stretch_ * rise_of_whole_work(earlier_, late_);
    }
    // The error of what the last stretch rises by, by how far its places lie from a line through them: errors
    // of places may stem from a step elsewhere. No help where they are few.
    double scatter_at_the_end() const {
        const std::size_t count = end_ - late_ + 1;
        if (count < places_of_a_stretch) return 1e300;
        std::vector<double> ratios;
        for (std::size_t at = late_; at <= end_; ++at)
            ratios.push_back(places_[line_[at]].log_ratio);
        const std::vector<double> along(parts_.begin() + static_cast<long>(late_),
                                        parts_.begin() + static_cast<long>(end_) + 1);
        const double off = least_squares({std::vector<double>(count, 1), along}, ratios).chi2;
        return std::sqrt(2 * off / static_cast<double>(count - 2));
    }

    const std::vector<RatioRead> &places_;
    const std::vector<double> &lower_; // than they may be
    const PlacesInLine &line_;
    double sign_;
    std::vector<double> parts_;                               // how far along each place lies
    std::size_t end_ = 0, half_ = 0, late_ = 0, earlier_ = 0; // 0 for the end: too short a line
    double stretch_ = 0; // the last one's length over that of the one before
};

bool nothing_larger_was_read(const std::vector<RatioRead> &places, std::size_t at) {
    return std::none_of(places.begin(), places.end(), [&](const RatioRead &other) {
        return other.sizes != places[at].sizes && none_falls(places[at].sizes, other.sizes);
    });
}

// No place that is not smaller in every size has a higher ratio.
bool is_highest(const std::vector<RatioRead> &places, std::size_t at, double sign) {
    const RatioRead &end = places[at];
    return std::none_of(places.begin(), places.end(), [&](const RatioRead &other) {
        return sign * (other.log_ratio - end.log_ratio) > errors_apart * std::hypot(end.error, other.error) &&
               !none_falls(other.sizes, end.sizes);
    });
}

// Whether a ratio that rises along a line to a place does so only while what leads the bound outgrows the
// rest of it: as n over n + k does up to n alone. Then nothing rises against the lead either, and as much
// work was already farther above the bound where it was smaller.
bool only_wakes_up(const std::vector<RatioRead> &places, const LineThrough &along, double sign) {
    const PlacesInLine &line = along.places;
    const RatioRead &end = places[line.back()];
    if (sign < 0 || end.beside_lead.empty()) return false;
    const auto against_the_lead = [&](std::size_t at) {
        return places[at].log_ratio + places[at].beside_lead[along.grows];
    };
    const std::size_t half = line[last_up_to(parts_of(places, line), 0.5)];
    if (against_the_lead(line.back()) - against_the_lead(half) >
        errors_apart * std::hypot(end.error, places[half].error))
        return false;
    const auto reading = [](const RatioRead &one) { return one.log_ratio + one.log_bound; };
    return std::any_of(places.begin(), places.end(), [&](const RatioRead &other) {
        return none_falls(other.sizes, end.sizes) && reading(other) > reading(end) - as_much_work &&
               other.log_ratio - end.log_ratio > errors_apart * std::hypot(end.error, other.error);
    });
}

// Ends of lines along which the bound stays as it is, and the ratio still rises.
std::set<std::size_t> ends_beside_a_level_bound(const std::vector<RatioRead> &places,
                                                const std::vector<double> &lower,
                                                const std::vector<LineThrough> &lines, double sign) {
    constexpr double level = 1e-9; // ln
    std::set<std::size_t> ends;
    for (const LineThrough &line : lines) {
        const std::size_t first = line.places.front(), last = line.places.back();
        if (std::abs(places[last].log_bound - places[first].log_bound) < level &&
            LineEnd(places, lower, line.places, sign).late_rise() > 0)
            ends.insert(last);
    }
    return ends;
}

std::optional<Found> rising(const std::vector<RatioRead> &places, const std::vector<double> &lower,
                            double sign, double least_rise) {
    const std::vector<LineThrough> lines = lines_through_read(places);
    const std::set<std::size_t> unnamed = ends_beside_a_level_bound(places, lower, lines, sign);
    const auto ratio = [&](std::size_t at) { return sign * places[at].log_ratio; };
    // What a start may be at the most: the least of those is the clearest, not what is least by a wide error.
    const auto from_below = [&](std::size_t at) { return ratio(at) + (sign > 0 ? lower[at] : 0); };
    const auto at_most = [&](std::size_t at) { return from_below(at) + errors_apart * places[at].error; };
    const auto clearly_rises = [&](std::size_t from, std::size_t to) {
        const double rise = ratio(to) - ratio(from);
        return rise > share_of_a_rise * least_rise &&
               rise > std::hypot(places[from].error, places[to].error) &&
               none_falls(places[from].sizes, places[to].sizes);
    };
    // What rises once, and stays, is a step, of a buffer or of a cache: so it rises from a start to a place
    // between, and from there on.
    const auto lower_start = [&](std::optional<std::size_t> known, std::optional<std::size_t> other) {
        return other && (!known || at_most(*other) < at_most(*known)) ? other : known;
    };
    std::vector<std::optional<std::size_t>> start_of(places.size());
    for (std::size_t between = 0; between < places.size(); ++between)
        for (std::size_t from = 0; from < places.size(); ++from)
            if (clearly_rises(from, between)) start_of[between] = lower_start(start_of[between], from);
    std::optional<Found> found;
    for (std::size_t to = 0; to < places.size(); ++to) {
        std::optional<std::size_t> start;
        for (std::size_t between = 0; between < places.size(); ++between)
            if (start_of[between] && clearly_rises(between, to))
                start = lower_start(start, start_of[between]);
        if (!start) continue;
        const double rise = ratio(to) - (sign > 0 ? 0 : lower[to]) - from_below(*start);
        const double clear = rise / std::max(1e-12, std::hypot(places[*start].error, places[to].error));
        if (clear <= errors_apart || (found && clear <= found->clear) || rise < least_rise) continue;
        if (nothing_larger_was_read(places, to) || (unnamed.contains(to) && is_highest(places, to, sign)))
            found = {{*start, to, 0}, clear};
    }
    if (!found) return found;
    found->witness.sets_in_late = true;
    for (const LineThrough &line : lines) {
        const LineEnd end(places, lower, line.places, sign);
        const double rise = end.late_rise();
        if (rise <= 0 || only_wakes_up(places, line, sign)) continue;
        found->witness.late_rise = std::max(found->witness.late_rise, rise);
        found->witness.sets_in_late = found->witness.sets_in_late && end.sets_in_late();
    }
    if (found->witness.late_rise <= 0) return std::nullopt;
    found->witness.is_highest = is_highest(places, found->witness.to, sign);
    const RatioRead &from = places[found->witness.from], &to = places[found->witness.to];
    for (std::size_t i = 0; i < from.sizes.size(); ++i)
        found->witness.times = std::max(found->witness.times, to.sizes[i] / std::max(from.sizes[i], 1.0));
    found->witness.logarithms = sign * (to.log_ratio - from.log_ratio) / rise_of_a_logarithm(from, to);
    return found;
}

} // namespace

std::optional<Witness> find_witness(Bound::Kind kind, const std::vector<RatioRead> &places,
                                    double least_rise) {
    const std::vector<double> lower = perhaps_too_low(places);
    std::optional<Found> up, down;
    if (kind != Bound::Kind::lower) up = rising(places, lower, 1, least_rise);
    if (kind != Bound::Kind::upper) down = rising(places, lower, -1, least_rise);
    if (up && down) return up->clear > down->clear ? up->witness : down->witness;
    return up ? std::optional(up->witness) : down ? std::optional(down->witness) : std::nullopt;
}

EndRise rise_at_the_ends(Bound::Kind kind, const std::vector<RatioRead> &places, double least) {
    const std::vector<double> lower = perhaps_too_low(places);
    EndRise found = EndRise::none;
    for (const LineThrough &line : lines_through_read(places))
        for (const double sign : {1.0, -1.0}) {
            if (kind == (sign > 0 ? Bound::Kind::lower : Bound::Kind::upper)) continue;
            if (!LineEnd(places, lower, line.places, sign).still_rises(least) ||
                only_wakes_up(places, line, sign))
                continue;
            found = EndRise::some;
            if (is_highest(places, line.places.back(), sign)) return EndRise::to_the_highest;
        }
    return found;
}

} // namespace iron
