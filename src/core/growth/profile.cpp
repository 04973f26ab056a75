#include "core/growth/profile.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <optional>

#include "core/growth/closed_form_text.h"
#include "core/policy.h"

namespace iron {

namespace {

using Counts = std::vector<double>; // by call

// b = times a + more in every call; none where it is not so.
std::optional<std::pair<double, double>> follows(const Counts &b, const Counts &a) {
    constexpr double rounding = 1e-6;
    const auto [least, most] = std::minmax_element(a.begin(), a.end());
    const auto low = static_cast<std::size_t>(least - a.begin()),
               high = static_cast<std::size_t>(most - a.begin());
    if (*least == *most) {
        if (std::any_of(b.begin(), b.end(), [&](double one) { return one != b.front(); }))
            return std::nullopt;
        return std::pair{1.0, b.front() - a.front()};
    }
    const double times = (b[high] - b[low]) / (a[high] - a[low]), more = b[low] - times * a[low];
    if (times <= 0) return std::nullopt;
    for (std::size_t i = 0; i < a.size(); ++i)
        if (std::abs(times * a[i] + more - b[i]) > rounding * std::max(1.0, b[i])) return std::nullopt;
    return std::pair{times, more};
}

Series series_of(const std::vector<CountedCall> &calls, const Counts &counts,
                 const std::vector<std::string> &names) {
    std::map<std::vector<double>, std::vector<Reading>> places;
    for (std::size_t i = 0; i < calls.size(); ++i)
        places[calls[i].sizes].push_back({calls[i].generation, 0, counts[i]});
    Series series;
    series.names = names;
    series.by_luck = true;
    for (auto &[sizes, readings] : places)
        series.places.push_back({sizes, std::move(readings)});
    return series;
}

} // namespace

std::vector<Profile> profiles_of(const std::vector<CountedCall> &calls,
                                 const std::vector<std::string> &names) {
    std::map<std::string, Counts> by_spot;
    Counts total(calls.size(), 0);
    for (std::size_t i = 0; i < calls.size(); ++i)
        for (const auto &[key, count] : calls[i].spots) {
            Counts &counts = by_spot.try_emplace(key, calls.size(), 0.0).first->second;
            counts[i] = static_cast<double>(count);
            total[i] += static_cast<double>(count);
        }
    if (by_spot.empty()) return {};
    // Where most was counted: the calls at that place.
    const auto top = static_cast<std::size_t>(std::max_element(total.begin(), total.end()) - total.begin());
    const auto at_top = [&](const Counts &counts) {
        double sum = 0, n = 0;
        for (std::size_t i = 0; i < calls.size(); ++i)
            if (calls[i].sizes == calls[top].sizes) sum += counts[i], ++n;
        return sum / n;
    };
    const double all = std::max(at_top(total), 1.0);
    const auto share_rises = [&](const Counts &counts) {
        for (std::size_t i = 0; i < calls.size(); ++i)
            if (total[i] > 0 && counts[i] / total[i] < counts[top] / total[top] / policy::claim::spare)
                return true;
        return false;
    };
    std::vector<const std::pair<const std::string, Counts> *> order;
    for (const auto &one : by_spot)
        order.push_back(&one);
    std::stable_sort(order.begin(), order.end(),
                     [&](const auto *a, const auto *b) { return at_top(a->second) > at_top(b->second); });
    std::vector<Profile> profiles;
    std::vector<const Counts *> firsts;
    Profile rest;
    rest.is_rest = true;
    Counts rest_counts(calls.size(), 0);
    for (const auto *one : order) {
        const auto &[key, counts] = *one;
        const double count = at_top(counts);
        bool joined = false;
        for (std::size_t p = 0; p < profiles.size() && !joined; ++p)
            if (const auto how = follows(counts, *firsts[p])) {
                profiles[p].spots.push_back({key, how->first, how->second, count, ""});
                profiles[p].share += count / all;
                joined = true;
            }
        if (joined) continue;
        if (count / all < policy::growth::hardly_anything && !share_rises(counts)) {
            rest.spots.push_back({key, 1, 0, count, ""});
            rest.share += count / all;
            for (std::size_t i = 0; i < calls.size(); ++i)
                rest_counts[i] += counts[i];
            continue;
        }
        profiles.push_back({{{key, 1, 0, count, ""}}, false, count / all, series_of(calls, counts, names)});
        firsts.push_back(&counts);
    }
    std::stable_sort(profiles.begin(), profiles.end(),
                     [](const Profile &a, const Profile &b) { return a.share > b.share; });
    if (!rest.spots.empty()) {
        rest.series = series_of(calls, rest_counts, names);
        profiles.push_back(std::move(rest));
    }
    return profiles;
}

namespace {

// To the digit, not only to the rounding that growth is told by.
bool gives_every_count(const Fit &fit, const Series &series) {
    constexpr double off_a_count = 0.01;
    return std::all_of(series.places.begin(), series.places.end(), [&](const ReadPlace &place) {
        Sizes sizes;
        for (std::size_t i = 0; i < series.names.size(); ++i)
            sizes[series.names[i]] = place.sizes[i];
        const double value = value_at(fit, sizes);
        return std::all_of(place.readings.begin(), place.readings.end(), [&](const Reading &reading) {
            return std::abs(reading.value - value) < off_a_count;
        });
    });
}

std::string exact_text(const Growth &growth, const Series &series, double times, double more) {
    if (!growth.is_fitted() || !growth.best().exact || !gives_every_count(growth.best(), series)) return "";
    return closed_form_text(growth.best().terms, growth.names(), times, more);
}

// One growth is told of one solution, as far as the readings of its parts do not speak against it; and none
// that is on no list.
std::string class_of(const Growth &growth, const std::string &total) {
    std::string told;
    for (const Fit &fit : growth.fits) {
        if (fit.bent) continue;
        if (told.empty()) told = fit.name;
        if (fit.exact || growth.best().exact) break;
        if (fit.name == total && fit.score > growth.best().score - policy::growth::clearly_off_the_list)
            return total;
    }
    return told;
}

Counts counts_of(const std::vector<CountedCall> &calls, const std::string &key) {
    Counts counts;
    for (const CountedCall &call : calls) {
        const auto found = call.spots.find(key);
        counts.push_back(found == call.spots.end() ? 0 : static_cast<double>(found->second));
    }
    return counts;
}

} // namespace

std::vector<ProfileGrowth> fit_profiles(const std::vector<CountedCall> &calls,
                                        const std::vector<std::string> &names, Fitter &fitter,
                                        const std::string &total, const std::vector<Bound> &claimed,
                                        const std::vector<Relation> &relations) {
    const auto fitted = [&](const Series &series) {
        return fitter.fit({"", "", Metric::steps, series}, claimed, relations).growth;
    };
    std::vector<ProfileGrowth> all;
    for (Profile &profile : profiles_of(calls, names)) {
        Growth growth = fitted(profile.series);
        for (ProfileSpot &spot : profile.spots)
            if (profile.is_rest) {
                const Series alone = series_of(calls, counts_of(calls, spot.key), names);
                spot.exact = exact_text(fitted(alone), alone, 1, 0);
            } else
                spot.exact = exact_text(growth, profile.series, spot.times, spot.more);
        std::string told = class_of(growth, total);
        all.push_back({std::move(profile), std::move(growth), std::move(told)});
    }
    return all;
}

} // namespace iron
