// All solutions of a problem against each other.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/compare/ratio.h"
#include "core/growth/fitter.h"

namespace iron {

// "worst": at each size whichever shape takes most, as far as all shapes were read
extern const char *const worst_shape_name;

struct PairComparison {
    std::string solution, against, shape;
    Metric metric = Metric::time;
    RatioCourse course;
};

struct PairCrossing {
    std::string solution, against, shape;
    Metric metric = Metric::time;
    Crossing crossing;
    bool measured = true; // else by forecast
};

// A solution at one size: what it takes, and who is better in both.
struct TradePoint {
    std::string solution;
    double time_ns = 0, space_bytes = 0;
    std::string beaten_by; // the fastest that is no worse in both; "" where none is
    bool unbeaten() const { return beaten_by.empty(); }
};

struct Ranked {
    std::string shape;
    double size = 0;
    std::vector<std::pair<std::string, double>> times; // ns, the fastest first
};

// Who is the fastest, clearly, at the largest size that the problem allows, where that was not read.
struct FastestFarther {
    double size = 0;
    std::string solution;
    double time_ns = 0;      // by forecast, in its worst shape
    Interval interval{0, 0}; // 90 %
};

// Up to `to` this one is the fastest; the last range has no end (infinity).
struct FastestRange {
    double from = 0, to = 0;
    std::string solution;
};

struct ComparisonOfAll {
    std::string size_name = "n";
    std::vector<PairComparison> pairs;
    std::vector<PairCrossing> crossings;
    std::vector<Ranked> rankings;          // of every shape, the worst last
    std::vector<FastestRange> fastest;     // in the worst shape, as far as was read
    double read_from = 0, read_to = 0;     // of those
    std::optional<FastestFarther> farther; // where it is another than at the largest size read
    double trade_at = 0;
    std::vector<TradePoint> trade; // worst shape
};

struct CompareOptions {
    std::vector<std::string> solutions; // in this order
    std::string size = "n";             // that grows, the others at their usual values
    std::string against = "";           // "" for every pair
    double largest = 0;                 // size that the problem allows beside the others; 0: not known
    double at = 0;                      // size of the trade-off; 0: the largest common one
};

// Forecast crossings are looked for up to 16 times the largest size, from the growths.
ComparisonOfAll compare_all(const std::vector<NamedSeries> &series, const std::vector<SeriesGrowth> &growths,
                            const CompareOptions &options);

} // namespace iron
