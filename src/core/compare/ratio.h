// How many times one series over one size is larger than another, size by size and as a whole.
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/reading/series.h"

namespace iron {

using Interval = std::pair<double, double>; // 95 %, unless said otherwise

// Value of the one divided by that of the other, at one size.
struct RatioPoint {
    double size = 0;
    double ratio = 1;
    Interval interval{1, 1};
    double error = 0; // standard error of ln ratio
};

struct RatioCourse {
    enum class Kind {
        level,   // the same growth, as far as the readings tell
        falling, // the first grows slower
        rising,  // the first grows faster
        unknown, // fewer than 3 common sizes
    };
    Kind kind = Kind::unknown;
    std::vector<RatioPoint> points; // at the common sizes
    // level: over the upper half of the sizes; else at the largest one
    double ratio = 1;
    Interval interval{1, 1};
    bool differs = false;       // 1 is not within the interval
    double would_have_seen = 0; // level and no difference: the smallest relative one that would have shown
};

// Ratios from paired rounds: both were read in the same round of the same generation, so that drift cancels.
// At each size ln of the ratios, the median of each generation's where there are three and more, else every
// round's; their 20 % trimmed mean with the error of Yuen (Biometrika 61, 1974), drawn towards that of all
// sizes (as three more readings would), and Student's quantiles. Times get 0.5 % of a standard error at the
// least: two copies of one source lie differently in memory. Counts and bytes are exact: the ratio of the
// means, and an interval only where inputs spread; bytes below their grain are taken for it.
//
// The course: a weighted straight line of ln ratio over ln size through the upper two thirds of the sizes; it
// rises or falls where its slope is clear at 99 % and larger than 0.03.
RatioCourse ratio_course(const Series &one, const Series &other, Noise noise);

// The same where the two were read in different sessions, so that no rounds belong together: each is located
// by itself, and what sessions differ by, 1 %, does not average out.
RatioCourse ratio_between_sessions(const Series &later, const Series &earlier, Noise noise);

// Where the order of two series changes.
struct Crossing {
    double at = 0;
    Interval interval{0, 0};
    bool first_is_smaller_below = false;
};

// Within the measured range: between two sizes at which it is clear who takes less, and not the same one.
// Each from a cubic of ln ratio over ln size through the four nearest sizes on either side (where those are
// few, a parabola or a line): its root, with an error of its height there over its slope and Student's
// quantile.
std::vector<Crossing> crossings(const RatioCourse &course);

} // namespace iron
