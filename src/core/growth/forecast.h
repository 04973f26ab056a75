// Fitted growth carried on to sizes that were not measured.
#pragma once

#include <optional>

#include "core/growth/fit.h"

namespace iron {

struct Forecast {
    double value = 0;                         // median, in the series' unit
    std::pair<double, double> interval{0, 0}; // 90 %
    double beyond = 1; // times the largest measured size (of the size that lies farthest out); 1 within
};

// A growth as far as a forecast needs it, over one size or several.
class Forecaster {
  public:
    Forecaster(const Growth &growth, Noise noise);

    // A mixture of all growths that explain the readings nearly as well, weighted by exp(half of what their
    // score is behind); where other readings of the same calls decided the growth, that one alone. Each is
    // lognormal: the curve's own uncertainty from its least squares, the readings' error and 1 % (counts 0.2
    // %) that sessions differ by, with Student's tails (docs/statistics.md). Each goes through the mean of
    // the three largest readings: where the memory hierarchy has made things dearer, they stay so. Nothing
    // where nothing was fitted, or where that tells nothing of sizes so far off.
    std::optional<Forecast> at(const Sizes &sizes) const;

    // The largest value of `along`, the other sizes as given, at which the median stays within the limit; the
    // interval where the bounds of the forecast do. Nothing where already the smallest does not; up to 1e15.
    struct Largest {
        double size = 0;
        std::pair<double, double> interval{0, 0}; // 90 %
        double beyond = 1;
    };
    std::optional<Largest> largest_within(double limit, const std::string &along, const Sizes &others) const;

  private:
    class Mixture;
    struct Component {
        std::vector<Term> terms;
        std::vector<double> covariance; // of the factors, row by row
        double weight = 0;
        double anchor = 0;               // ln: the largest readings over the curve
        double estimated = 0, known = 0; // variances of ln value at no distance
        double freedom = 3;              // of the estimated one
    };
    Mixture mixture_at(const Sizes &sizes) const;
    void add(const Fit &fit, double weight, const Growth &growth, const std::vector<Sizes> &places,
             Noise noise);

    Sizes largest_, smallest_; // measured
    std::vector<Component> components_;
};

// Curves fitted without the two largest sizes, held against those; of series over one size.
struct SelfCheck {
    int predicted = 0, inside = 0; // of the 90 % intervals
};
void check_forecast(const Series &series, Noise noise, SelfCheck &check);

} // namespace iron
