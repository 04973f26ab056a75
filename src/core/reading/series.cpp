#include "core/reading/series.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>
#include <set>
#include <stdexcept>

#include "core/policy.h"
#include "core/reading/scatter.h"

namespace iron {

double quantile(std::vector<double> values, double share) {
    if (values.empty()) throw std::invalid_argument("quantile of nothing");
    std::sort(values.begin(), values.end());
    const double at = share * static_cast<double>(values.size() - 1);
    const std::size_t below = static_cast<std::size_t>(at);
    if (below + 1 >= values.size()) return values.back();
    return values[below] + (at - static_cast<double>(below)) * (values[below + 1] - values[below]);
}

std::optional<double> level_at_the_grain(const std::vector<Located> &points) {
    constexpr double little_more = 1.5; // times the grain: a page or two say nothing
    if (points.empty()) return std::nullopt;
    const double first = points.front().log_value;
    const auto near_first = [&](const Located &point) {
        return point.log_value <= first + std::log(little_more);
    };
    const auto below = [](const Located &point) { return point.log_most < point.log_value; };
    const bool is_level =
        std::all_of(points.begin(), points.end(), near_first) &&
        std::any_of(points.begin(), points.end(), below); // else it is a large table that stays
    return is_level ? std::optional(std::exp(first)) : std::nullopt;
}

namespace {

double safe_log(double value) { return std::log(std::max(value, 1e-3)); }

// How steeply y falls along each coordinate of its place, none by more than `steepest` and none rising: least
// squares within bounds, one coordinate at a time until nothing changes.
std::vector<double> falling_slopes(const std::vector<std::vector<double>> &places,
                                   const std::vector<double> &y, double steepest) {
    std::vector<double> slopes(places.empty() ? 0 : places.front().size(), 0);
    if (slopes.empty()) return slopes;
    const double k = static_cast<double>(y.size());
    std::vector<double> middle(slopes.size(), 0);
    double mean = 0;
    for (std::size_t i = 0; i < y.size(); ++i) {
        mean += y[i] / k;
        for (std::size_t d = 0; d < slopes.size(); ++d)
            middle[d] += places[i][d] / k;
    }
    constexpr int passes = 50;
    for (int pass = 0; pass < (slopes.size() > 1 ? passes : 1); ++pass)
        for (std::size_t d = 0; d < slopes.size(); ++d) {
            double xx = 0, xy = 0;
            for (std::size_t i = 0; i < y.size(); ++i) {
                double off = y[i] - mean;
                for (std::size_t e = 0; e < slopes.size(); ++e)
                    if (e != d) off -= slopes[e] * (places[i][e] - middle[e]);
                xx += std::pow(places[i][d] - middle[d], 2);
                xy += (places[i][d] - middle[d]) * off;
            }
            slopes[d] = xx > 0 ? std::clamp(xy / xx, steepest, 0.0) : 0;
        }
    return slopes;
}

std::vector<double> log_sizes(const std::vector<double> &sizes) {
    std::vector<double> logs;
    for (const double size : sizes)
        logs.push_back(std::log(std::max(size, 1.0)));
    return logs;
}

// `grain`: of bytes, else 0.
std::vector<Located> locate_counted(const Series &series, double grain, bool wanders) {
    // Other sizes, other frames: arguments and loops are laid out otherwise.
    constexpr double frames = 64; // bytes
    const bool several = series.names.size() > 1;
    const double off = grain > 0 ? std::hypot(0.29 * std::max(1.0, grain), several ? frames : 0) : 0.29;
    std::vector<std::vector<double>> places;
    for (const ReadPlace &cell : series.places)
        places.push_back(log_sizes(cell.sizes));
    std::vector<Located> located;
    std::vector<std::vector<double>> spread_at;
    std::vector<double> log_spreads;
    std::vector<double> relative(series.places.size());
    bool varies = false;
    for (std::size_t i = 0; i < series.places.size(); ++i) {
        const ReadPlace &cell = series.places[i];
        const double m = static_cast<double>(cell.readings.size());
        double mean = 0, squares = 0, most = 0;
        for (const Reading &reading : cell.readings) {
            mean += std::max(reading.value, grain) / m;
            most = std::max(most, reading.value);
        }
        for (const Reading &reading : cell.readings)
            squares += std::pow(std::max(reading.value, grain) - mean, 2);
        relative[i] = m > 1 && mean > 0 ? std::sqrt(squares / (m - 1)) / mean : 0;
        varies = varies || relative[i] > 0;
        const double least = std::max(mean, 1.0), luck = series.by_luck ? std::sqrt(least) : 0;
        located.push_back({cell.sizes, safe_log(series.by_luck ? least : mean), std::hypot(off, luck) / least,
                           static_cast<int>(m), safe_log(series.by_luck ? std::max(most, 1.0) : most),
                           cell.swept});
        if (m > 1) {
            spread_at.push_back(places[i]);
            log_spreads.push_back(std::log(std::max(relative[i], 0.1 / std::max(mean, 1.0))));
        }
    }
    if (varies) {
        // Single spreads of a few readings are rough: they are taken as constant or shrinking with the size,
        // as steeply along each size as a plane through their logarithms says, and as large as all together
        // show.
        constexpr double steepest = -1.5;
        const std::vector<double> slopes = falling_slopes(spread_at, log_spreads, steepest);
        const auto fallen = [&](const std::vector<double> &place) {
            double sum = 0;
            for (std::size_t d = 0; d < slopes.size(); ++d)
                sum += slopes[d] * place[d];
            return sum;
        };
        double squares = 0;
        for (std::size_t i = 0; i < log_spreads.size(); ++i)
            squares += std::exp(2 * (log_spreads[i] - fallen(spread_at[i])));
        const double level = std::log(squares / static_cast<double>(log_spreads.size())) / 2;
        // Two readings that happen to be equal make the plane steep: at its far end it must not tell of more
        // than was seen anywhere.
        constexpr double more_than_seen = 2;
        const double most = more_than_seen * *std::max_element(relative.begin(), relative.end());
        for (std::size_t i = 0; i < located.size(); ++i) {
            const double spread = std::min(most, std::exp(level + fallen(places[i])));
            located[i].error =
                std::hypot(located[i].error, spread / std::sqrt(static_cast<double>(located[i].readings)));
        }
    }
    const bool single = log_spreads.empty() && grain == 0;
    const std::vector<double> unknown =
        single || wanders ? spread_between_neighbours(located) : std::vector<double>(located.size(), 0);
    for (std::size_t i = 0; i < located.size(); ++i)
        located[i].error = std::hypot(located[i].error, std::hypot(unknown[i], 1e-6));
    return located;
}

// Expected (median - minimum) of m standard normals, by m: turns that distance into a standard deviation
// which upward spikes do not touch.
double median_above_minimum(std::size_t m) {
    static const double table[] = {0, 0, 0.564, 0.683, 0.927, 1.073, 1.184, 1.267, 1.348, 1.427, 1.479};
    if (m < std::size(table)) return table[m];
    if (m <= 15) return 1.479 + (1.69 - 1.479) * static_cast<double>(m - 10) / 5;
    return 1.69 + (1.824 - 1.69) * std::min(1.0, static_cast<double>(m - 15) / 5);
}

double median(const std::vector<double> &values) { return quantile(values, 0.5); }

// ln of a place's readings, one a group: a generation, or a round of one.
using GroupedLogs = std::map<int, double>;

std::vector<double> values_of(const GroupedLogs &logs) {
    std::vector<double> values;
    for (const auto &[group, value] : logs)
        values.push_back(value);
    return values;
}

// One value a generation and place: the 10th percentile of its passes. With few generations every pass
// counts.
std::vector<GroupedLogs> grouped_logs(const Series &series) {
    std::set<int> generations;
    for (const ReadPlace &place : series.places)
        for (const Reading &reading : place.readings)
            generations.insert(reading.generation);
    const bool by_generation = generations.size() >= 3;
    std::vector<GroupedLogs> logs;
    for (const ReadPlace &place : series.places) {
        std::map<int, std::vector<double>> groups;
        for (const Reading &reading : place.readings)
            groups[by_generation ? reading.generation : reading.generation * 1'000'000 + reading.round]
                .push_back(safe_log(reading.value));
        GroupedLogs here;
        for (const auto &[group, values] : groups)
            here[group] = quantile(values, 0.1);
        logs.push_back(std::move(here));
    }
    return logs;
}

// Slow drift hits all places of a group alike.
void take_group_effects_off(std::vector<GroupedLogs> &logs) {
    for (int pass = 0; pass < 2; ++pass) {
        std::map<int, std::vector<double>> off;
        for (const GroupedLogs &here : logs) {
            if (here.empty()) continue;
            const double middle = median(values_of(here));
            for (const auto &[group, value] : here)
                off[group].push_back(value - middle);
        }
        std::map<int, double> effects;
        for (const auto &[group, values] : off)
            effects[group] = median(values);
        for (GroupedLogs &here : logs)
            for (auto &[group, value] : here)
                value -= effects.at(group);
    }
}

// Standard deviation of one value, of all places together.
double pooled_spread(const std::vector<GroupedLogs> &logs) {
    std::vector<double> spreads;
    for (const GroupedLogs &here : logs) {
        if (here.size() < 2) continue;
        const std::vector<double> values = values_of(here);
        spreads.push_back((median(values) - *std::min_element(values.begin(), values.end())) /
                          median_above_minimum(values.size()));
    }
    return std::max(0.002, spreads.empty() ? 0.05 : median(spreads));
}

// The mean of the lower values, and its error.
std::pair<double, double> lower_mean(const std::vector<double> &values, double sigma) {
    const double low = std::min(median(values), quantile(values, 1.0 / 3) + 0.5 * sigma);
    std::vector<double> kept;
    for (const double value : values)
        if (value < low + 2.5 * sigma) kept.push_back(value);
    const double k = static_cast<double>(kept.size());
    double mean = 0, squares = 0;
    for (const double value : kept)
        mean += value / k;
    for (const double value : kept)
        squares += std::pow(value - mean, 2);
    const double variance = (3 * sigma * sigma + squares) / (k + 2);
    return {mean, std::sqrt(1.15 * variance / k + 0.004 * 0.004)};
}

std::vector<Located> locate_timed(const Series &series) {
    std::vector<GroupedLogs> logs = grouped_logs(series);
    take_group_effects_off(logs);
    const double sigma = pooled_spread(logs);
    std::vector<Located> located;
    for (std::size_t i = 0; i < logs.size(); ++i) {
        if (logs[i].empty()) continue;
        const auto [mean, error] = lower_mean(values_of(logs[i]), sigma);
        const ReadPlace &place = series.places[i];
        located.push_back(
            {place.sizes, mean, error, static_cast<int>(place.readings.size()), mean, place.swept});
    }
    return located;
}

} // namespace

std::vector<Located> locate(const Series &series, Noise noise, bool wanders) {
    Series read = series;
    std::erase_if(read.places, [](const ReadPlace &cell) { return cell.readings.empty(); });
    if (noise == Noise::timed) return locate_timed(read);
    return locate_counted(read, noise == Noise::weighed ? series.grain : 0, wanders);
}

double mean_of(const std::vector<Reading> &readings) {
    double mean = 0;
    for (const Reading &reading : readings)
        mean += reading.value / static_cast<double>(readings.size());
    return mean;
}

namespace {

Series emptied(const Series &series) {
    return {series.names, {}, series.grain, series.grain_of_most, series.starts_up};
}

} // namespace

Series along(const Series &series, const std::string &name) {
    Series line = emptied(series);
    line.names = {name};
    if (series.names.front() != name) return line;
    for (const ReadPlace &cell : series.places)
        if (cell.swept) line.places.push_back({{cell.sizes.front()}, cell.readings});
    return line;
}

Sizes held_along(const Series &series) {
    Sizes held;
    for (const ReadPlace &cell : series.places)
        for (std::size_t i = 1; cell.swept && i < series.names.size(); ++i)
            held[series.names[i]] = cell.sizes[i];
    return held;
}

Series hardest_part(const Series &series) {
    constexpr double nearly = 0.7;
    Series part = emptied(series);
    std::vector<std::pair<const ReadPlace *, double>> read; // with the mean
    for (const ReadPlace &cell : series.places)
        if (!cell.readings.empty()) read.push_back({&cell, mean_of(cell.readings)});
    for (const auto &[cell, mean] : read) {
        const double enough = mean / nearly;
        const bool surpassed = std::any_of(read.begin(), read.end(), [&, at = cell](const auto &other) {
            return other.second > enough && std::equal(at->sizes.begin(), at->sizes.end(),
                                                       other.first->sizes.begin(), std::greater_equal<>());
        });
        if (!surpassed) part.places.push_back(*cell);
    }
    return part;
}

std::optional<Series> thinned(const Series &series) {
    constexpr std::size_t most = 512;
    if (series.places.size() <= most) return std::nullopt;
    for (double shares = 64;; shares /= 2) { // of a doubling
        const auto too_many = [&](const auto &kept) { return kept.size() > most && shares > 0.5; };
        std::map<std::vector<long>, const ReadPlace *> kept;
        for (const ReadPlace &cell : series.places) {
            if (cell.readings.empty()) continue;
            if (too_many(kept)) break;
            std::vector<long> place;
            for (const double size : cell.sizes)
                place.push_back(std::lround(shares * std::log2(std::max(size, 1.0))));
            const auto [found, fresh] = kept.try_emplace(std::move(place), &cell);
            if (!fresh && cell.readings.size() > found->second->readings.size()) found->second = &cell;
        }
        if (too_many(kept)) continue;
        Series part = emptied(series);
        for (const auto &[place, cell] : kept)
            part.places.push_back(*cell);
        return part;
    }
}

std::vector<Series> sizes_apart(const Series &series, int doublings) {
    std::map<int, Series> sets;
    for (const ReadPlace &cell : series.places) {
        if (cell.sizes.front() < 1) continue;
        const int place = static_cast<int>(std::lround(2 * std::log2(cell.sizes.front()))) % (2 * doublings);
        sets.try_emplace(place, emptied(series)).first->second.places.push_back(cell);
    }
    std::vector<Series> all;
    for (auto &[place, set] : sets)
        all.push_back(std::move(set));
    return all;
}

} // namespace iron
