#include "core/growth/telling_part.h"

#include <algorithm>
#include <cmath>

#include "core/bound/print.h"
#include "core/growth/least_squares.h"
#include "core/policy.h"

namespace iron {

namespace {

// The places that do not lie far below a fitted curve.
Series near_the_curve(const Series &series, const std::vector<Located> &points,
                      const std::vector<double> &fitted) {
    constexpr double nearly = 0.7;
    Series part = series;
    std::erase_if(part.places, [](const ReadPlace &cell) { return cell.readings.empty(); });
    std::size_t at = 0;
    std::erase_if(part.places, [&](const ReadPlace &) {
        const std::size_t i = at++;
        return points[i].log_value < std::log(nearly * fitted[i]);
    });
    return part;
}

// No reading that was left out lies above the curve that a part was fitted with.
bool covers_the_rest(const Growth &growth, const Series &part, const Series &series) {
    constexpr double above = 1.1;
    for (const ReadPlace &cell : series.places) {
        const auto same = [&](const ReadPlace &other) { return cell.sizes == other.sizes; };
        if (std::any_of(part.places.begin(), part.places.end(), same)) continue;
        Sizes sizes;
        for (std::size_t i = 0; i < series.names.size(); ++i)
            sizes[series.names[i]] = std::max(cell.sizes[i], 1.0);
        const double most = above * value_at(growth.best(), sizes);
        for (const Reading &reading : cell.readings)
            if (reading.value > most) return false;
    }
    return true;
}

} // namespace

void look_at_the_hardest(Growth &growth, const Series &series, const FitPart &fit) {
    if (growth.fits.empty() || !fits_poorly(growth)) return;
    const std::size_t before = growth.points.size();
    const auto taken = [&](Growth hardest, const Series *covering) {
        const std::size_t least =
            series.names.size() > 1 ? policy::growth::least_places_of_several : policy::growth::least_places;
        if (hardest.fits.empty() || hardest.points.size() < least || hardest.points.size() == before ||
            fits_poorly(hardest) || (covering && !covers_the_rest(hardest, *covering, series)))
            return false;
        growth = std::move(hardest);
        growth.hardest = true;
        return true;
    };
    const Series without_surpassed = hardest_part(series);
    const Growth of_those = fit(without_surpassed, policy::growth::least_places);
    if (taken(of_those, nullptr)) return;
    std::vector<Series> tried = {without_surpassed}; // many curves lie above the same places
    const auto near_a_curve = [&](const Growth &by, const Series &among) {
        constexpr std::size_t most_curves = 16;
        for (std::size_t i = 0; i < std::min(most_curves, by.fits.size()); ++i) {
            Series part = near_the_curve(among, by.points, by.fits[i].fitted);
            const std::size_t left = part.places.size();
            // Of fewer it would be the curve that is believed, not the readings.
            if (left >= before || 5 * left < 4 * before ||
                std::find(tried.begin(), tried.end(), part) != tried.end())
                continue;
            if (taken(fit(part, policy::growth::least_places), &part)) return true;
            tried.push_back(std::move(part));
        }
        return false;
    };
    const Growth of_all = growth;
    if (!near_a_curve(of_all, series)) near_a_curve(of_those, without_surpassed);
}

namespace {

// How far the upper half of each set lies over a straight line through all places, ln over ln: no curve fits
// here that heights could be told over.
std::vector<double> heights_of(const std::vector<Series> &sets, const Series &series) {
    std::vector<std::vector<double>> columns(2);
    std::vector<double> values;
    const auto log_size = [](const ReadPlace &cell) { return std::log(std::max(cell.sizes.front(), 1.0)); };
    const auto log_mean = [](const ReadPlace &cell) {
        return std::log(std::max(mean_of(cell.readings), 1.0));
    };
    for (const ReadPlace &cell : series.places) {
        columns[0].push_back(1), columns[1].push_back(log_size(cell));
        values.push_back(log_mean(cell));
    }
    const std::vector<double> line = least_squares(columns, values).coefficients;
    std::vector<double> heights;
    for (const Series &set : sets) {
        const std::size_t half = set.places.size() / 2;
        double sum = 0;
        for (std::size_t i = half; i < set.places.size(); ++i)
            sum += log_mean(set.places[i]) - line[0] - line[1] * log_size(set.places[i]);
        heights.push_back(sum / static_cast<double>(set.places.size() - half));
    }
    return heights;
}

} // namespace

void look_a_step_apart(Growth &growth, const Series &series, const FitPart &fit) {
    if (series.names.size() > 1 || growth.fits.empty() || !fits_poorly(growth)) return;
    for (int doublings = 1; doublings <= 2 && fits_poorly(growth); ++doublings) {
        const std::vector<Series> sets = sizes_apart(series, doublings);
        if (sets.size() < 2) continue;
        const std::vector<double> heights = heights_of(sets, series);
        const Series &dearest = sets[static_cast<std::size_t>(
            std::max_element(heights.begin(), heights.end()) - heights.begin())];
        // Five that lie two doublings apart span eight.
        const std::size_t least =
            doublings == 1 ? policy::growth::least_places : policy::growth::least_places_two_doublings_apart;
        if (dearest.places.size() < least) continue;
        Growth apart = fit(dearest, least);
        if (apart.fits.empty() || fits_poorly(apart)) continue;
        growth = std::move(apart);
        growth.doublings_apart = doublings;
    }
}

namespace {

// The places whose sizes of these names lie in the upper half of their doublings.
Series upper_part(const Series &series, const std::set<std::string> &names) {
    Series part = series;
    for (std::size_t i = 0; i < series.names.size(); ++i) {
        if (!names.contains(series.names[i])) continue;
        double least = 1e300, largest = 1;
        for (const ReadPlace &cell : series.places)
            least = std::min(least, std::max(cell.sizes[i], 1.0)), largest = std::max(largest, cell.sizes[i]);
        std::erase_if(part.places,
                      [&](const ReadPlace &cell) { return cell.sizes[i] < std::sqrt(least * largest); });
    }
    return part;
}

} // namespace

void look_beyond_small_sizes(Growth &growth, const Series &series, const std::vector<Bound> &claims,
                             const FitPart &fit) {
    if (growth.fits.empty()) return;
    for (const Bound &bound : claims) {
        std::set<std::string> others(series.names.begin(), series.names.end());
        for (const std::string &name : sizes_in(bound.growth))
            others.erase(name);
        if (bound.kind == Bound::Kind::lower || others.empty() || series.names.size() == 1 ||
            (evidence_against(bound, growth) <= 0 && evidence_off_the_list(bound, growth) <= 0))
            continue;
        const Growth upper = fit(upper_part(series, others), policy::growth::least_places);
        if (!upper.fits.empty() && evidence_against(bound, upper) < -1)
            growth.ends_early.insert(print_canonical(bound.growth));
    }
}

Bound along_a_line(const Bound &bound, const Sizes &held) {
    return {bound.kind, with_values(bound.growth, held), ""};
}

void look_along_lines(Growth &growth, const Series &series, const std::vector<Bound> &claims,
                      const FitLine &fit) {
    if (series.names.size() == 1 || (growth.is_fitted() && !fits_poorly(growth))) return;
    for (std::size_t grows = 0; grows < series.names.size(); ++grows) {
        std::map<std::vector<double>, Series> lines; // by the sizes that stay, their own place 0
        for (const ReadPlace &place : series.places) {
            std::vector<double> stay = place.sizes;
            stay[grows] = 0;
            const double largest = *std::max_element(stay.begin(), stay.end());
            if (place.sizes[grows] < largest * largest) continue;
            Series &line =
                lines.try_emplace(stay, Series{{series.names[grows]}, {}, series.grain}).first->second;
            line.places.push_back({{place.sizes[grows]}, place.readings});
        }
        for (const auto &[stay, line] : lines) {
            if (line.places.size() < policy::growth::least_places) continue;
            LineGrowth one;
            for (std::size_t i = 0; i < stay.size(); ++i)
                if (i != grows) one.held[series.names[i]] = stay[i];
            std::vector<Bound> along;
            for (const Bound &bound : claims)
                along.push_back(along_a_line(bound, one.held));
            one.growth = fit(line, along);
            if (one.growth.is_fitted()) growth.lines.push_back(std::move(one));
        }
    }
}

} // namespace iron
