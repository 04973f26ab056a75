// Readings gathered by the sizes they were made at: what the fits work on.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/bound/expression.h"
#include "core/reading/metric.h"

namespace iron {

// One number read by one process in one pass.
struct Reading {
    int generation = 0; // one seed, one process
    int round = 0;
    double value = 0;
    bool operator==(const Reading &) const = default;
};

struct ReadPlace {
    std::vector<double> sizes; // in the order of the series' names
    std::vector<Reading> readings;
    bool swept = true; // on the line along which the first size alone grows
    bool operator==(const ReadPlace &) const = default;
};

// The readings of one (solution, shape, metric) over the sizes that change, one or several; every place once,
// in the order of the sizes.
struct Series {
    std::vector<std::string> names = {"n"};
    std::vector<ReadPlace> places;
    double grain = 16; // of bytes: differences below this say nothing
    // Where garbage may stand in the readings: to so many bytes they tell what was needed at the most. 0: as
    // finely as the grain.
    double grain_of_most = 0;
    bool starts_up = false; // times of whole programs, or of first calls: each holds a start-up
    bool by_luck = false;   // counts of what is met now and then: each has the error of a count, its root
    bool operator==(const Series &) const = default;
};

// The line along which a size grows while the others stay at their usual values, as a series over that size
// alone; empty where the line is not along it.
Series along(const Series &series, const std::string &name);

// The values of the other sizes along that line.
Sizes held_along(const Series &series);

// A series and whose it is.
struct NamedSeries {
    std::string solution, shape;
    Metric metric = Metric::steps;
    Series series;
    bool operator==(const NamedSeries &) const = default;
};

double mean_of(const std::vector<Reading> &readings);

// Where a place lies: ln of the typical value, and the standard error of that.
struct Located {
    std::vector<double> sizes;
    double log_value = 0;
    double error = 0;
    int readings = 0;
    double log_most = 0; // ln of the largest reading; of times, whose largest are spikes, the typical value
    bool swept = true;   // as the place is

    double size() const { return sizes.front(); }
};

// Readings below their grain are located at it. The grain in bytes, where none is above it.
std::optional<double> level_at_the_grain(const std::vector<Located> &points);

// Locates every place that has readings. Values at or below 0 are taken as the smallest positive double's
// neighbour 1e-3, so that a solution that takes no step at all is a constant and no error.
//
// counted: ln of the mean; error^2 (of what is met by luck 1 / mean more) = sd^2 / m + (0.29 / mean)^2 +
// 1e-12, sd (relative) smoothed over the sizes by a line, or plane, that falls in ln of each, but no more
// than twice the most seen at one place; 0.29 = 1 / sqrt 12 is the rounding of a whole number. Where every
// size has one reading alone, sd is spread_between_neighbours (scatter.h): inputs' own randomness. `wanders`:
// the same beside what the readings of a size vary by, and of bytes, since a count may go by the size's
// digits, and capacities that double are passed now early and now late.
//
// weighed: the same, values below the series' grain taken as the grain, and an error of a grain more:
// alignment and saved registers move a stack by 16 bytes, boxed numbers a heap by some hundreds, without any
// growth. Over several sizes 64 bytes more: frames are laid out otherwise.
//
// timed: passes of one generation are located by their 10th percentile, then round effects (here: generation
// effects) are removed by medians, then a one-sided trimmed mean over what is left; the spread is pooled over
// the sizes, since single sizes have few readings. Method and constants: docs/statistics.md.
std::vector<Located> locate(const Series &series, Noise noise, bool wanders = false);

// What the worst case shows: the places where no place with sizes as small took much more. For a bound O that
// rises with every size these alone count, since what is within it for them is so everywhere. Of inputs that
// make some calls end early.
Series hardest_part(const Series &series);

// Of very many places those that lie apart by some share of a doubling, in equal shares, at the most 512: the
// others only repeat what they tell. None where there are no more.
std::optional<Series> thinned(const Series &series);

// Capacities that grow by doubling leave steps in bytes: only sizes so many doublings apart lie at the same
// place of a step. Every one of these sets that has places, the sizes' halves of a doubling deciding. Of a
// series over one size.
std::vector<Series> sizes_apart(const Series &series, int doublings);

// Quantile by linear interpolation between order statistics (type 7). Throws std::invalid_argument when
// empty.
double quantile(std::vector<double> values, double share);

} // namespace iron
