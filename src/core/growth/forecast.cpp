#include "core/growth/forecast.h"

#include <algorithm>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>
#include <numeric>

#include "core/growth/least_squares.h"
#include "core/policy.h"
#include "core/student.h"

namespace iron {

using namespace policy::compare;

Forecaster::Forecaster(const Growth &growth, Noise noise) {
    if (growth.fits.empty()) return;
    std::vector<Sizes> places;
    for (const Located &point : growth.points) {
        Sizes sizes;
        for (std::size_t i = 0; i < growth.names().size(); ++i) {
            const std::string &name = growth.names()[i];
            sizes[name] = std::max(point.sizes[i], 1.0);
            largest_[name] = std::max(largest_[name], point.sizes[i]);
            const auto [least, fresh] = smallest_.try_emplace(name, sizes[name]);
            least->second = std::min(least->second, sizes[name]);
        }
        places.push_back(std::move(sizes));
    }
    if (growth.decided) {
        add(*growth.decided, 1, growth, places, noise);
        return;
    }
    const double best = growth.best().score;
    for (const Fit &fit : growth.fits)
        if (fit.score > best - far_behind && components_.size() < most_components)
            add(fit, std::exp((fit.score - best) / 2), growth, places, noise);
}

void Forecaster::add(const Fit &fit, double weight, const Growth &growth, const std::vector<Sizes> &places,
                     Noise noise) {
    const std::vector<Located> &points = growth.points;
    Component one;
    one.weight = weight;
    one.terms = fit.terms;
    std::vector<std::vector<double>> columns(one.terms.size());
    std::vector<double> fitted(points.size(), 0);
    for (std::size_t i = 0; i < points.size(); ++i)
        for (std::size_t j = 0; j < one.terms.size(); ++j) {
            const double log_curve = evaluate_log(one.terms[j].curve->expression, places[i]);
            fitted[i] += one.terms[j].factor * std::exp(log_curve);
            columns[j].push_back(std::exp(log_curve - points[i].log_value) / points[i].error);
        }
    one.freedom = std::max(3.0, static_cast<double>(points.size()) - static_cast<double>(one.terms.size()));
    // Counts and bytes are exact: what is off there is the curve.
    const double off = fit.chi2 / one.freedom;
    // Less off than the errors say is half luck.
    const double phi = noise == Noise::timed ? std::max((1 + off) / 2, off) : off;
    one.covariance = covariance_of(columns, 1e-9).values;
    for (double &value : one.covariance)
        value *= phi;
    std::vector<std::size_t> order(points.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin(), order.end(),
              [&](std::size_t x, std::size_t y) { return points[x].log_value < points[y].log_value; });
    double error = 0;
    const std::size_t used = std::min<std::size_t>(3, order.size());
    for (std::size_t i = order.size() - used; i < order.size(); ++i) {
        const std::size_t at = order[i];
        if (fitted[at] > 0)
            one.anchor += (points[at].log_value - std::log(fitted[at])) / static_cast<double>(used);
        error += points[at].error * points[at].error / static_cast<double>(used);
    }
    one.estimated = phi * error;
    one.known = std::pow(noise == Noise::timed ? least_time_spread : least_exact_spread, 2);
    components_.push_back(std::move(one));
}

// What the curves say at some sizes: each a Student's t in ln of the value.
class Forecaster::Mixture {
  public:
    void add(double middle, double spread, double weight, double freedom) {
        parts_.push_back({middle, spread, weight, freedom});
        weights_ += weight;
    }
    bool empty() const { return parts_.empty(); }

    // Of the values below exp(log_value).
    double share_below(double log_value) const {
        double below = 0;
        for (const Part &one : parts_)
            below +=
                one.weight / weights_ * student_below((log_value - one.middle) / one.spread, one.freedom);
        return below;
    }

    double quantile(double share) const {
        double low = 1e300, high = -1e300;
        for (const Part &one : parts_) {
            const double own = one.middle + one.spread * student_quantile(share, one.freedom);
            low = std::min(low, own), high = std::max(high, own);
        }
        if (high - low < 1e-12 * (1 + std::abs(low))) return std::exp(low);
        const auto off = [&](double log_value) { return share_below(log_value) - share; };
        low -= 1e-9, high += 1e-9;
        std::uintmax_t most = 60;
        const auto [from, to] = boost::math::tools::toms748_solve(
            off, low, high, boost::math::tools::eps_tolerance<double>(40), most);
        return std::exp((from + to) / 2);
    }

  private:
    struct Part {
        double middle, spread, weight, freedom;
    };
    std::vector<Part> parts_;
    double weights_ = 0;
};

Forecaster::Mixture Forecaster::mixture_at(const Sizes &sizes) const {
    Mixture mixture;
    for (const Component &one : components_) {
        const std::size_t count = one.terms.size();
        std::vector<double> curve(count);
        double value = 0, variance = 0;
        for (std::size_t j = 0; j < count; ++j) {
            curve[j] = std::exp(evaluate_log(one.terms[j].curve->expression, sizes));
            value += one.terms[j].factor * curve[j];
        }
        if (!(value > 0) || !std::isfinite(value)) continue;
        for (std::size_t j = 0; j < count; ++j)
            for (std::size_t k = 0; k < count; ++k)
                variance += curve[j] / value * one.covariance[j * count + k] * (curve[k] / value);
        // What is known from the start needs no Student's tails (Welch and Satterthwaite).
        const double estimated = std::max(variance, 0.0) + one.estimated, all = estimated + one.known;
        mixture.add(std::log(value) + one.anchor, std::sqrt(all), one.weight,
                    one.freedom * std::min(std::pow(all / std::max(estimated, 1e-300), 2), 1e6));
    }
    return mixture;
}

std::optional<Forecast> Forecaster::at(const Sizes &sizes) const {
    const Mixture mixture = mixture_at(sizes);
    if (mixture.empty()) return std::nullopt;
    Forecast forecast{
        mixture.quantile(0.5), {mixture.quantile(least_share), mixture.quantile(1 - least_share)}, 1};
    // Readings that tell nothing of that far.
    if (!std::isfinite(forecast.interval.first) || !std::isfinite(forecast.interval.second))
        return std::nullopt;
    for (const auto &[name, size] : sizes)
        if (const auto found = largest_.find(name); found != largest_.end())
            forecast.beyond = std::max(forecast.beyond, size / std::max(found->second, 1.0));
    return forecast;
}

std::optional<Forecaster::Largest> Forecaster::largest_within(double limit, const std::string &along,
                                                              const Sizes &others) const {
    if (components_.empty()) return std::nullopt;
    constexpr double farthest = 1e15;
    const double log_limit = std::log(limit);
    // The quantile of that share is within the limit where as large a share lies below it.
    const auto largest = [&](double share) -> double {
        const auto within = [&](double size) {
            Sizes sizes = others;
            sizes[along] = size;
            const Mixture mixture = mixture_at(sizes);
            return !mixture.empty() && mixture.share_below(log_limit) >= share;
        };
        // Below what was measured start-up is all there is, and curves may end below 0.
        const auto least = smallest_.find(along);
        double low = least == smallest_.end() ? 1 : least->second;
        if (!within(low)) {
            if (low == 1 || !within(1)) return 0;
            low = 1;
        }
        double high = 2 * low;
        while (high < farthest && within(high))
            low = high, high *= 2;
        if (high >= farthest) return farthest;
        for (int i = 0; i < 50 && high / low > 1 + 1e-7; ++i) {
            const double middle = std::sqrt(low * high);
            (within(middle) ? low : high) = middle;
        }
        return std::floor(low + 1e-6);
    };
    Largest found;
    found.size = largest(0.5);
    found.interval = {largest(1 - least_share), largest(least_share)};
    if (found.size == 0) return std::nullopt;
    if (const auto measured = largest_.find(along); measured != largest_.end())
        found.beyond = std::max(1.0, found.size / std::max(measured->second, 1.0));
    return found;
}

void check_forecast(const Series &series, Noise noise, SelfCheck &check) {
    constexpr std::size_t left_out = 2, least = 8;
    if (series.names.size() > 1 || series.places.size() < least + left_out) return;
    Series shorter = series;
    shorter.places.resize(series.places.size() - left_out);
    const Forecaster forecaster(fit_growth(shorter, {noise}), noise);
    const std::vector<Located> whole = locate(series, noise);
    for (std::size_t i = whole.size() - left_out; i < whole.size(); ++i)
        if (const auto forecast = forecaster.at({{series.names.front(), whole[i].size()}})) {
            ++check.predicted;
            const double value = std::exp(whole[i].log_value);
            check.inside += forecast->interval.first <= value && value <= forecast->interval.second;
        }
}

} // namespace iron
