#include "core/claim/level.h"

#include <algorithm>
#include <cmath>

#include "core/policy.h"
#include "core/reading/lines_through.h"
#include "core/student.h"

namespace iron {

namespace {

using namespace policy::claim;

// What reading / bound goes up by along one size, in logarithms of it: all lines share the slope, and each
// has a height of its own.
class SharedSlope {
  public:
    void add(const std::vector<double> &x, const std::vector<double> &y, double error) {
        const double count = static_cast<double>(x.size());
        double middle_x = 0, middle_y = 0, xx = 0, xy = 0;
        for (std::size_t i = 0; i < x.size(); ++i)
            middle_x += x[i] / count, middle_y += y[i] / count;
        for (std::size_t i = 0; i < x.size(); ++i) {
            const double by_x = x[i] - middle_x, by_y = y[i] - middle_y;
            xx += by_x * by_x, xy += by_x * by_y, yy_ += by_y * by_y;
        }
        lines_.push_back({xx, xy});
        xx_ += xx, xy_ += xy;
        free_ += count - 1;
        errors_ += count * error;
        places_ += count;
    }

    // Whether it is less than `most`, at 95 %, and along no line clearly more: what one term of a sum does
    // shows where that term is most of it. sign: -1 for what it goes down by.
    bool is_less_than(double most, double sign) const {
        if (!is_known()) return false;
        if (sign * xy_ / xx_ + quantile() * error() / std::sqrt(xx_) > most) return false;
        return std::none_of(lines_.begin(), lines_.end(), [&](const Line &line) {
            return line.xx > nothing && sign * line.xy / line.xx - error() / std::sqrt(line.xx) > most;
        });
    }

    // Whether along some line another goes up by so much more, at 95 %; of the same places.
    bool is_less_somewhere_than(const SharedSlope &other, double by) const {
        if (!is_known()) return false;
        for (std::size_t i = 0; i < lines_.size(); ++i)
            if (const Line &line = lines_[i]; line.xx > nothing) {
                const double more = (other.lines_[i].xy - line.xy) / line.xx;
                if (more - quantile() * error() / std::sqrt(line.xx) > by) return true;
            }
        return false;
    }

  private:
    static constexpr double nothing = 1e-12;
    struct Line {
        double xx, xy;
    };

    double degrees() const { return free_ - 1; }
    bool is_known() const { return degrees() >= 1 && xx_ >= nothing; }
    double quantile() const { return student_quantile(0.95, degrees()); }
    // Of one place. What few places scatter by may be far too little.
    double error() const {
        constexpr double enough = 5;
        const double scatter = std::sqrt(std::max(0.0, yy_ - xy_ * xy_ / xx_) / degrees());
        return degrees() < enough ? std::max(scatter, errors_ / places_) : scatter;
    }

    std::vector<Line> lines_;
    double xx_ = 0, xy_ = 0, yy_ = 0, free_ = 0, errors_ = 0, places_ = 0;
};

SharedSlope slope_along(const std::vector<RatioRead> &places, const std::vector<LineThrough> &lines,
                        std::size_t size) {
    SharedSlope shared;
    for (const LineThrough &line : lines) {
        if (line.grows != size || line.places.size() < least_of_a_line) continue;
        const auto value = [&](std::size_t at) { return std::max(places[at].sizes[size], 3.0); };
        const double half = std::sqrt(value(line.places.front()) * value(line.places.back()));
        std::vector<double> x, y;
        double error = 0;
        for (const std::size_t at : line.places) {
            if (value(at) < half || places[at].at_an_edge > level_beside_an_edge) continue;
            x.push_back(std::log(std::log2(value(at))));
            y.push_back(places[at].log_ratio);
            error = std::max(error, places[at].error);
        }
        if (x.size() > 1) shared.add(x, y, error);
    }
    return shared;
}

} // namespace

namespace {

std::vector<LineThrough> lines_of(const std::vector<RatioRead> &places) {
    std::vector<std::vector<double>> sizes;
    for (const RatioRead &place : places)
        sizes.push_back(place.sizes);
    return lines_through(sizes);
}

} // namespace

bool stays_level(Bound::Kind kind, const std::vector<RatioRead> &places) {
    if (places.empty()) return false;
    const std::vector<LineThrough> lines = lines_of(places);
    for (std::size_t size = 0; size < places.front().sizes.size(); ++size) {
        const SharedSlope shared = slope_along(places, lines, size);
        if (kind != Bound::Kind::lower && !shared.is_less_than(level_logarithms, 1)) return false;
        if (kind != Bound::Kind::upper && !shared.is_less_than(level_logarithms, -1)) return false;
    }
    return true;
}

bool rises_where_level(const std::vector<std::size_t> &along, const std::vector<RatioRead> &rival,
                       const std::vector<RatioRead> &places) {
    const std::vector<LineThrough> lines = lines_of(places);
    bool against = false;
    for (const std::size_t size : along) {
        const SharedSlope read = slope_along(places, lines, size);
        if (!read.is_less_than(level_logarithms, 1)) return false;
        against =
            against || read.is_less_somewhere_than(slope_along(rival, lines, size), level_logarithms / 2);
    }
    return against;
}

} // namespace iron
