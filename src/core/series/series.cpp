#include "core/series/series.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <stdexcept>

namespace iron {

Noise noise_of(const std::string &metric) {
    if (metric == "time") return Noise::timed;
    return metric == "space" || metric == "memory" ? Noise::weighed : Noise::counted;
}

double quantile(std::vector<double> values, double share) {
    if (values.empty()) throw std::invalid_argument("quantile of nothing");
    std::sort(values.begin(), values.end());
    const double at = share * static_cast<double>(values.size() - 1);
    const std::size_t below = static_cast<std::size_t>(at);
    if (below + 1 >= values.size()) return values.back();
    return values[below] + (at - static_cast<double>(below)) * (values[below + 1] - values[below]);
}

namespace {

double safe_log(double value) { return std::log(std::max(value, 1e-3)); }

// The relative spread of readings of which every size has one alone: how far they lie from the straight line
// between their neighbours, in logarithms; 0 where that is little, or always to the same side, as a smooth
// curve's bend is. The median over 0.6745 estimates a standard deviation (Rousseeuw and Croux 1993).
double spread_between_neighbours(const std::vector<Located> &points) {
    constexpr std::size_t least_points = 8;
    constexpr double seen = 0.04, turns_of_noise = 0.4;
    if (points.size() < least_points) return 0;
    std::vector<double> off;
    double turns = 0, last = 0;
    for (std::size_t i = 1; i + 1 < points.size(); ++i) {
        const double from = std::log(points[i - 1].size), at = std::log(points[i].size),
                     to = std::log(points[i + 1].size);
        if (!(to > from)) return 0;
        const double share = (at - from) / (to - from);
        const double beside =
            points[i].log_value - (1 - share) * points[i - 1].log_value - share * points[i + 1].log_value;
        off.push_back(std::abs(beside) / std::sqrt(1 + share * share + (1 - share) * (1 - share)));
        turns += beside * last < 0;
        last = beside;
    }
    const double spread = quantile(off, 0.5) / 0.6745;
    return spread > seen && turns >= turns_of_noise * static_cast<double>(off.size() - 1) ? spread : 0;
}

// `frames`: bytes that a call's frames differ by from place to place.
std::vector<Located> locate_counted(const Series &series, double grain, double frames) {
    const double off = grain > 0 ? std::hypot(0.29 * std::max(1.0, grain), frames) : 0.29;
    std::vector<Located> located;
    std::vector<double> log_sizes, log_spreads;
    std::vector<double> relative(series.points.size());
    bool varies = false;
    for (std::size_t i = 0; i < series.points.size(); ++i) {
        const SeriesPoint &point = series.points[i];
        const double m = static_cast<double>(point.readings.size());
        double mean = 0, squares = 0;
        for (const Reading &reading : point.readings)
            mean += std::max(reading.value, grain) / m;
        for (const Reading &reading : point.readings)
            squares += std::pow(std::max(reading.value, grain) - mean, 2);
        relative[i] = m > 1 && mean > 0 ? std::sqrt(squares / (m - 1)) / mean : 0;
        varies = varies || relative[i] > 0;
        located.push_back({point.size, safe_log(mean), off / std::max(mean, 1.0), static_cast<int>(m)});
        if (m > 1) {
            log_sizes.push_back(std::log(point.size));
            log_spreads.push_back(std::log(std::max(relative[i], 0.1 / std::max(mean, 1.0))));
        }
    }
    if (varies) {
        // Single spreads of a few readings are rough: they are taken as constant or shrinking with the size,
        // as steeply as a straight line through their logarithms says, and as large as all together show.
        double mean_x = 0, mean_y = 0, xx = 0, xy = 0;
        const double k = static_cast<double>(log_sizes.size());
        for (std::size_t i = 0; i < log_sizes.size(); ++i)
            mean_x += log_sizes[i] / k, mean_y += log_spreads[i] / k;
        for (std::size_t i = 0; i < log_sizes.size(); ++i) {
            xx += std::pow(log_sizes[i] - mean_x, 2);
            xy += (log_sizes[i] - mean_x) * (log_spreads[i] - mean_y);
        }
        constexpr double steepest = -1.5;
        const double slope = xx > 0 ? std::clamp(xy / xx, steepest, 0.0) : 0;
        double squares = 0;
        for (std::size_t i = 0; i < log_sizes.size(); ++i)
            squares += std::exp(2 * (log_spreads[i] - slope * (log_sizes[i] - mean_x))) / k;
        mean_y = std::log(squares) / 2;
        for (Located &point : located) {
            const double spread = std::exp(mean_y + slope * (std::log(point.size) - mean_x));
            point.error = std::hypot(point.error, spread / std::sqrt(static_cast<double>(point.readings)));
        }
    }
    const bool single = log_sizes.empty() && grain == 0;
    const double unknown = single ? spread_between_neighbours(located) : 0;
    for (Located &point : located)
        point.error = std::hypot(point.error, std::hypot(unknown, 1e-6));
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

std::vector<Located> locate_timed(const Series &series) {
    // One value a generation and size: the 10th percentile of its passes. With one generation, every pass
    // counts.
    std::map<int, int> generations;
    for (const SeriesPoint &point : series.points)
        for (const Reading &reading : point.readings)
            ++generations[reading.generation];
    const bool by_generation = generations.size() >= 3;
    std::vector<std::map<int, double>> logs(series.points.size()); // group (generation or round) -> ln value
    for (std::size_t i = 0; i < series.points.size(); ++i) {
        std::map<int, std::vector<double>> groups;
        for (const Reading &reading : series.points[i].readings) {
            const int group =
                by_generation ? reading.generation : reading.generation * 1'000'000 + reading.round;
            groups[group].push_back(safe_log(reading.value));
        }
        for (const auto &[group, values] : groups)
            logs[i][group] = quantile(values, 0.1);
    }
    for (int pass = 0; pass < 2; ++pass) { // group effects: slow drift hits all sizes of a group alike
        std::map<int, std::vector<double>> off;
        for (const auto &point : logs) {
            if (point.empty()) continue;
            std::vector<double> values;
            for (const auto &[group, value] : point)
                values.push_back(value);
            const double middle = median(values);
            for (const auto &[group, value] : point)
                off[group].push_back(value - middle);
        }
        for (auto &point : logs)
            for (auto &[group, value] : point)
                value -= median(off[group]);
    }
    std::vector<double> spreads;
    for (const auto &point : logs) {
        if (point.size() < 2) continue;
        std::vector<double> values;
        for (const auto &[group, value] : point)
            values.push_back(value);
        spreads.push_back((median(values) - *std::min_element(values.begin(), values.end())) /
                          median_above_minimum(values.size()));
    }
    const double sigma = std::max(0.002, spreads.empty() ? 0.05 : median(spreads));
    std::vector<Located> located;
    for (std::size_t i = 0; i < logs.size(); ++i) {
        std::vector<double> values;
        for (const auto &[group, value] : logs[i])
            values.push_back(value);
        if (values.empty()) continue;
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
        located.push_back({series.points[i].size, mean, std::sqrt(1.15 * variance / k + 0.004 * 0.004),
                           static_cast<int>(series.points[i].readings.size())});
    }
    return located;
}

} // namespace

namespace {

std::vector<Located> located(const Series &series, Noise noise, double frames) {
    Series whole = series;
    std::erase_if(whole.points, [](const SeriesPoint &point) { return point.readings.empty(); });
    if (noise == Noise::timed) return locate_timed(whole);
    return locate_counted(whole, noise == Noise::weighed ? series.grain : 0, frames);
}

} // namespace

std::vector<Located> locate(const Series &series, Noise noise) { return located(series, noise, 0); }

double mean_of(const std::vector<Reading> &readings) {
    double mean = 0;
    for (const Reading &reading : readings)
        mean += reading.value / static_cast<double>(readings.size());
    return mean;
}

std::vector<Located> locate(const CellSeries &series, Noise noise) {
    Series flat{"", {}, series.grain};
    for (const SeriesCell &cell : series.cells) {
        if (cell.readings.empty()) continue;
        flat.points.push_back({std::max(mean_of(cell.readings), 1e-3), cell.readings});
    }
    // Other sizes, other frames: arguments and loops are laid out otherwise.
    constexpr double frames = 64;
    return located(flat, noise, frames);
}

CellSeries hardest_part(const CellSeries &series) {
    constexpr double nearly = 0.7;
    CellSeries part = series;
    std::erase_if(part.cells, [&](const SeriesCell &cell) {
        if (cell.readings.empty()) return true;
        double most = 0;
        for (const SeriesCell &other : series.cells) {
            bool no_larger = !other.readings.empty();
            for (std::size_t i = 0; i < cell.sizes.size(); ++i)
                no_larger = no_larger && other.sizes[i] <= cell.sizes[i];
            if (no_larger) most = std::max(most, mean_of(other.readings));
        }
        return mean_of(cell.readings) < nearly * most;
    });
    return part;
}

Series hardest_part(const Series &series) {
    CellSeries cells{{series.size_name}, {}, series.grain};
    for (const SeriesPoint &point : series.points)
        cells.cells.push_back({{point.size}, point.readings});
    Series part{series.size_name, {}, series.grain};
    for (SeriesCell &cell : hardest_part(cells).cells)
        part.points.push_back({cell.sizes[0], std::move(cell.readings)});
    return part;
}

std::vector<Series> sizes_apart(const Series &series, int doublings) {
    std::map<int, Series> sets;
    for (const SeriesPoint &point : series.points) {
        if (point.size < 1) continue;
        const int place = static_cast<int>(std::lround(2 * std::log2(point.size))) % (2 * doublings);
        sets.try_emplace(place, Series{series.size_name, {}, series.grain})
            .first->second.points.push_back(point);
    }
    std::vector<Series> all;
    for (auto &[place, set] : sets)
        all.push_back(std::move(set));
    return all;
}

} // namespace iron
