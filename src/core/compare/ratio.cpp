#include "core/compare/ratio.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "core/growth/least_squares.h"
#include "core/policy.h"
#include "core/student.h"

namespace iron {

using namespace policy::compare;

namespace {

double student(double share, double freedom) { return student_quantile(share, std::max(freedom, 1.0)); }

struct LogRatio {
    double size = 0, value = 0, error = 0, freedom = 1;
    double kept = 1; // readings that the value is the mean of
};

// ln ratios of the rounds that both were read in.
std::vector<double> paired(const ReadPlace &one, const ReadPlace &other) {
    std::map<std::pair<int, int>, double> of_other;
    for (const Reading &reading : other.readings)
        of_other[{reading.generation, reading.round}] = reading.value;
    std::map<int, std::vector<double>> by_generation;
    for (const Reading &reading : one.readings) {
        const auto found = of_other.find({reading.generation, reading.round});
        if (found != of_other.end() && found->second > 0 && reading.value > 0)
            by_generation[reading.generation].push_back(std::log(reading.value / found->second));
    }
    std::vector<double> logs;
    for (const auto &[generation, values] : by_generation) {
        if (by_generation.size() >= 3)
            logs.push_back(quantile(values, 0.5));
        else
            logs.insert(logs.end(), values.begin(), values.end());
    }
    return logs;
}

// Trimmed mean and its standard error from the winsorised spread.
LogRatio trimmed(std::vector<double> logs, double size) {
    std::sort(logs.begin(), logs.end());
    const std::size_t cut = logs.size() / 5, kept = logs.size() - 2 * cut;
    double mean = 0, winsorised = 0, squares = 0;
    for (std::size_t i = cut; i < cut + kept; ++i)
        mean += logs[i] / static_cast<double>(kept);
    const auto pulled = [&](std::size_t i) { return logs[std::clamp(i, cut, cut + kept - 1)]; };
    for (std::size_t i = 0; i < logs.size(); ++i)
        winsorised += pulled(i) / static_cast<double>(logs.size());
    for (std::size_t i = 0; i < logs.size(); ++i)
        squares += std::pow(pulled(i) - winsorised, 2);
    LogRatio ratio{size, mean, 0, 0, static_cast<double>(kept)};
    if (kept < 2) return ratio;
    ratio.freedom = static_cast<double>(kept - 1);
    ratio.error = std::sqrt(squares / (static_cast<double>(kept) * ratio.freedom));
    return ratio;
}

LogRatio of_means(const ReadPlace &one, const ReadPlace &other) {
    const auto mean_and_error = [](const ReadPlace &point) {
        double mean = 0, squares = 0;
        const double m = static_cast<double>(point.readings.size());
        for (const Reading &reading : point.readings)
            mean += reading.value / m;
        for (const Reading &reading : point.readings)
            squares += std::pow(reading.value - mean, 2);
        mean = std::max(mean, 1e-3);
        return std::pair(mean, m > 1 ? std::sqrt(squares / (m - 1) / m) / mean : 0.0);
    };
    const auto [a, a_error] = mean_and_error(one);
    const auto [b, b_error] = mean_and_error(other);
    return {one.sizes.front(), std::log(a / b), std::hypot(a_error, b_error),
            static_cast<double>(one.readings.size() + other.readings.size()) - 2};
}

// A spread of few readings is rough: it counts beside three readings' worth of that of all sizes.
void draw_together(std::vector<LogRatio> &ratios) {
    std::vector<double> spreads;
    for (const LogRatio &ratio : ratios)
        if (ratio.freedom > 0) {
            // The median of a spread from few readings is too small (chi-squared, Wilson and Hilferty, PNAS
            // 17, 1931).
            const double median = std::pow(1 - 2 / (9 * ratio.freedom), 3);
            spreads.push_back(ratio.error * std::sqrt(ratio.kept / median));
        }
    const double common = spreads.empty() ? 0.05 : std::max(quantile(spreads, 0.5), 1e-4);
    for (LogRatio &ratio : ratios) {
        const double own = ratio.error * std::sqrt(ratio.kept);
        const double squares = pooled_spread_worth * common * common + ratio.freedom * own * own;
        ratio.error = std::sqrt(squares / (pooled_spread_worth + ratio.freedom) / ratio.kept);
        ratio.freedom += pooled_spread_worth;
    }
}

// Bytes below their grain say nothing.
ReadPlace raised(ReadPlace point, double least) {
    for (Reading &reading : point.readings)
        reading.value = std::max(reading.value, least);
    return point;
}

std::vector<LogRatio> log_ratios(const Series &one, const Series &other, Noise noise) {
    std::vector<LogRatio> all;
    const double least = noise == Noise::weighed ? std::max(one.grain, other.grain) : -1e300;
    std::map<double, const ReadPlace *> of_other;
    for (const ReadPlace &cell : other.places)
        of_other[cell.sizes.front()] = &cell;
    for (const ReadPlace &point : one.places)
        if (const auto found = of_other.find(point.sizes.front()); found != of_other.end()) {
            const ReadPlace &same = *found->second;
            if (point.readings.empty() || same.readings.empty()) continue;
            if (noise != Noise::timed) {
                all.push_back(of_means(raised(point, least), raised(same, least)));
                continue;
            }
            const std::vector<double> logs = paired(point, same);
            if (!logs.empty()) all.push_back(trimmed(logs, point.sizes.front()));
        }
    if (noise == Noise::timed) draw_together(all);
    for (LogRatio &ratio : all)
        ratio.error = std::hypot(ratio.error, noise == Noise::timed ? least_time_error : least_exact_error);
    return all;
}

struct Line {
    double level = 0, slope = 0; // at the weighted middle
    double middle = 0;           // ln size
    double level_error = 0, slope_error = 0, freedom = 0;
    double at(double log_size) const { return level + slope * (log_size - middle); }
};

// Weighted least squares; errors are taken larger where the line fits worse than they say.
Line line_through(const std::vector<LogRatio> &ratios) {
    Line line;
    double weights = 0, xx = 0, xy = 0, chi2 = 0;
    for (const LogRatio &ratio : ratios) {
        const double w = 1 / (ratio.error * ratio.error);
        weights += w, line.middle += w * std::log(ratio.size), line.level += w * ratio.value;
    }
    line.middle /= weights, line.level /= weights;
    for (const LogRatio &ratio : ratios) {
        const double w = 1 / (ratio.error * ratio.error), x = std::log(ratio.size) - line.middle;
        xx += w * x * x, xy += w * x * (ratio.value - line.level);
    }
    line.slope = xx > 0 ? xy / xx : 0;
    for (const LogRatio &ratio : ratios)
        chi2 += std::pow((ratio.value - line.at(std::log(ratio.size))) / ratio.error, 2);
    line.freedom = std::max(1.0, static_cast<double>(ratios.size()) - 2);
    const double scale = std::sqrt(std::max(1.0, chi2 / line.freedom));
    line.level_error = scale / std::sqrt(weights);
    line.slope_error = xx > 0 ? scale / std::sqrt(xx) : 1e9;
    return line;
}

Interval interval_of(const LogRatio &ratio) {
    const double half = student(0.975, ratio.freedom) * ratio.error;
    return {std::exp(ratio.value - half), std::exp(ratio.value + half)};
}

RatioCourse course_of(const std::vector<LogRatio> &ratios, double common_error) {
    RatioCourse course;
    for (const LogRatio &ratio : ratios)
        course.points.push_back({ratio.size, std::exp(ratio.value), interval_of(ratio), ratio.error});
    if (ratios.empty()) return course;
    course.ratio = course.points.back().ratio;
    course.interval = course.points.back().interval;
    if (ratios.size() >= 3) {
        const std::vector<LogRatio> upper(ratios.begin() + static_cast<long>(ratios.size() / 3),
                                          ratios.end());
        const Line line = line_through(upper);
        const double clear = student(0.995, line.freedom) * line.slope_error;
        course.kind = std::abs(line.slope) <= std::max(clear, least_slope) ? RatioCourse::Kind::level
                      : line.slope < 0                                     ? RatioCourse::Kind::falling
                                                                           : RatioCourse::Kind::rising;
        if (course.kind == RatioCourse::Kind::level) {
            const std::vector<LogRatio> half(ratios.begin() + static_cast<long>(ratios.size() / 2),
                                             ratios.end());
            const Line level = line_through(half);
            // What two builds or sessions differ by at every size does not average out.
            const double error = std::hypot(level.level_error, common_error);
            const double wide = student(0.975, level.freedom) * error;
            course.ratio = std::exp(level.level);
            course.interval = {std::exp(level.level - wide), std::exp(level.level + wide)};
        }
    }
    course.differs = course.interval.first > 1 || course.interval.second < 1;
    if (!course.differs)
        course.would_have_seen = std::sqrt(course.interval.second / course.interval.first) - 1;
    return course;
}

} // namespace

RatioCourse ratio_course(const Series &one, const Series &other, Noise noise) {
    return course_of(log_ratios(one, other, noise), noise == Noise::timed ? least_time_error : 0);
}

RatioCourse ratio_between_sessions(const Series &later, const Series &earlier, Noise noise) {
    std::vector<LogRatio> ratios;
    if (noise != Noise::timed)
        ratios = log_ratios(later, earlier, noise);
    else
        for (const Located &now : locate(later, noise))
            for (const Located &then : locate(earlier, noise))
                if (now.sizes == then.sizes)
                    ratios.push_back({now.size(), now.log_value - then.log_value,
                                      std::hypot(now.error, then.error),
                                      static_cast<double>(now.readings + then.readings), 1});
    return course_of(ratios, noise == Noise::timed ? between_sessions : 0);
}

namespace {

// The root near `start` of a cubic (a parabola or a line where points are few) of ln ratio over ln size
// through the points from `first` to `last`.
std::optional<Crossing> crossing_near(const std::vector<RatioPoint> &points, std::size_t first,
                                      std::size_t last, double start) {
    const std::size_t count = last - first + 1, degree = count >= 7 ? 3 : count >= 5 ? 2 : 1;
    // Neighbours are alike: none counts for more because its few readings lie close together by chance.
    double squares = 0;
    for (std::size_t i = first; i <= last; ++i)
        squares += points[i].error * points[i].error / static_cast<double>(count);
    std::vector<std::vector<double>> columns(degree + 1);
    std::vector<double> target;
    for (std::size_t i = first; i <= last; ++i) {
        const double x = std::log(points[i].size) - start;
        double power = 1 / std::max(points[i].error, std::sqrt(squares));
        target.push_back(power * std::log(points[i].ratio));
        for (std::vector<double> &column : columns)
            column.push_back(power), power *= x;
    }
    const double freedom = static_cast<double>(count) - static_cast<double>(degree) - 1;
    if (freedom < 1) return std::nullopt;
    const LeastSquares fit = least_squares(columns, target);
    const std::vector<double> &c = fit.coefficients;
    // The points' errors come of their own readings: they count beside what is off here.
    const double known = static_cast<double>(count);
    const double scale = (known + fit.chi2) / (known + freedom);
    const SquareMatrix covariance = covariance_of(columns);
    const auto height = [&](double x) {
        double sum = 0;
        for (std::size_t p = degree + 1; p-- > 0;)
            sum = sum * x + c[p];
        return sum;
    };
    const auto slope = [&](double x) {
        double sum = 0;
        for (std::size_t p = degree; p >= 1; --p)
            sum = sum * x + static_cast<double>(p) * c[p];
        return sum;
    };
    double root = 0;
    for (int i = 0; i < 50; ++i) { // Newton's method
        if (slope(root) == 0) return std::nullopt;
        const double step = std::clamp(height(root) / slope(root), -0.5, 0.5);
        root -= step;
        if (std::abs(step) < 1e-12) break;
    }
    if (std::abs(height(root)) > 1e-6) return std::nullopt;
    double variance = 0;
    for (std::size_t p = 0; p <= degree; ++p)
        for (std::size_t q = 0; q <= degree; ++q)
            variance += scale * covariance(p, q) * std::pow(root, static_cast<double>(p + q));
    const double error = std::sqrt(variance) / std::abs(slope(root));
    const double half = student(0.975, known + freedom) * error, at = start + root;
    return Crossing{std::exp(at), {std::exp(at - half), std::exp(at + half)}, slope(root) > 0};
}

} // namespace

std::vector<Crossing> crossings(const RatioCourse &course) {
    std::vector<Crossing> found;
    const auto &points = course.points;
    const auto above = [&](std::size_t i) { return points[i].ratio > 1; };
    const std::size_t count = points.size();
    // Clear sides: the last size that is clearly on one side, and the next that is clearly on the other.
    const auto side = [&](std::size_t i) {
        return points[i].interval.first > 1 ? 1 : points[i].interval.second < 1 ? -1 : 0;
    };
    for (std::size_t i = 0; i < count;) {
        if (side(i) == 0) {
            ++i;
            continue;
        }
        std::size_t next = i + 1;
        while (next < count && side(next) == 0)
            ++next;
        if (next < count && side(next) != side(i)) {
            const double middle = (std::log(points[i].size) + std::log(points[next].size)) / 2;
            const std::size_t first = i >= 3 ? i - 3 : 0, last = std::min(next + 3, count - 1);
            Crossing crossing{std::exp(middle), {points[i].size, points[next].size}, !above(i)};
            if (const auto fitted = crossing_near(points, first, last, middle);
                fitted && fitted->at >= points[i].size / 2 && fitted->at <= points[next].size * 2)
                crossing = *fitted;
            found.push_back(crossing);
        }
        i = next;
    }
    return found;
}

} // namespace iron
