#include "core/growth/fit_all.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/bound/print.h"
#include "core/growth/least_squares.h"

namespace iron {

namespace {

// Each O less a logarithm: whether it is loose.
std::vector<Bound> smaller_bounds(const std::vector<Bound> &claimed, const JointCandidates &candidates) {
    std::vector<Bound> smaller;
    for (const Bound &bound : claimed)
        if (bound.kind == Bound::Kind::upper)
            for (const Expression &less :
                 smaller_by_a_logarithm(bound.growth, candidates.order, candidates.names))
                smaller.push_back({bound.kind, less, ""});
    return smaller;
}

std::vector<SeriesPoint> &places_of(Series &series) { return series.points; }
std::vector<SeriesCell> &places_of(CellSeries &series) { return series.cells; }

// The places that do not lie far below a fitted curve.
template <class Places>
Places near_the_curve(const Places &series, const std::vector<Located> &points,
                      const std::vector<double> &fitted) {
    constexpr double nearly = 0.7;
    Places part = series;
    auto &places = places_of(part);
    std::erase_if(places, [](const auto &place) { return place.readings.empty(); });
    std::size_t at = 0;
    std::erase_if(places, [&](const auto &) {
        const std::size_t i = at++;
        return points[i].log_value < std::log(nearly * fitted[i]);
    });
    return part;
}

double value_there(const Growth &growth, const Series &series, const SeriesPoint &point) {
    return value_at(growth.best(), series.size_name, point.size);
}
double value_there(const JointGrowth &growth, const CellSeries &series, const SeriesCell &cell) {
    Sizes sizes;
    for (std::size_t i = 0; i < series.names.size(); ++i)
        sizes[series.names[i]] = std::max(cell.sizes[i], 1.0);
    return value_at(growth.best(), sizes);
}

bool same_place(const SeriesPoint &a, const SeriesPoint &b) { return a.size == b.size; }
bool same_place(const SeriesCell &a, const SeriesCell &b) { return a.sizes == b.sizes; }

// No reading that was left out lies above the curve that a part was fitted with.
template <class Growth, class Places>
bool covers_the_rest(const Growth &growth, Places part, Places series) {
    constexpr double above = 1.1;
    for (const auto &place : places_of(series)) {
        const auto same = [&](const auto &other) { return same_place(place, other); };
        if (std::any_of(places_of(part).begin(), places_of(part).end(), same)) continue;
        const double most = above * value_there(growth, series, place);
        for (const Reading &reading : place.readings)
            if (reading.value > most) return false;
    }
    return true;
}

// Nothing fits where some calls end early: then only the hardest places tell, if those fit. They are the ones
// that no smaller place surpasses, or, of most, those that do not lie far below one of the curves.
template <class Growth, class Places, class Fit>
void look_at_the_hardest(Growth &growth, const Places &series, std::size_t least, const Fit &fit) {
    if (growth.fits.empty() || !fits_poorly(growth)) return;
    const std::size_t before = growth.points.size();
    const auto taken = [&](Growth hardest, const Places *covering) {
        if (hardest.fits.empty() || hardest.points.size() < least || hardest.points.size() == before ||
            fits_poorly(hardest) || (covering && !covers_the_rest(hardest, *covering, series)))
            return false;
        growth = std::move(hardest);
        growth.hardest = true;
        return true;
    };
    const Places without_surpassed = hardest_part(series);
    const Growth of_those = fit(without_surpassed);
    if (taken(of_those, nullptr)) return;
    std::vector<Places> tried = {without_surpassed}; // many curves lie above the same places
    const auto near_a_curve = [&](const Growth &by, const Places &among) {
        constexpr std::size_t most_curves = 16;
        for (std::size_t i = 0; i < std::min(most_curves, by.fits.size()); ++i) {
            Places part = near_the_curve(among, by.points, by.fits[i].fitted);
            const std::size_t left = places_of(part).size();
            // Of fewer it would be the curve that is believed, not the readings.
            if (left >= before || 5 * left < 4 * before ||
                std::find(tried.begin(), tried.end(), part) != tried.end())
                continue;
            if (taken(fit(part), &part)) return true;
            tried.push_back(std::move(part));
        }
        return false;
    };
    const Growth of_all = growth;
    if (!near_a_curve(of_all, series)) near_a_curve(of_those, without_surpassed);
}

// The cells whose sizes of these names lie in the upper half of their doublings.
CellSeries upper_part(const CellSeries &series, const std::set<std::string> &names) {
    CellSeries part = series;
    for (std::size_t i = 0; i < series.names.size(); ++i) {
        if (!names.contains(series.names[i])) continue;
        double least = 1e300, largest = 1;
        for (const SeriesCell &cell : series.cells)
            least = std::min(least, std::max(cell.sizes[i], 1.0)), largest = std::max(largest, cell.sizes[i]);
        std::erase_if(part.cells,
                      [&](const SeriesCell &cell) { return cell.sizes[i] < std::sqrt(least * largest); });
    }
    return part;
}

// A bound that names fewer sizes may be left for what happens while the others are small: an answer found
// early, a table not yet full.
void look_beyond_small_sizes(JointGrowth &growth, const CellSeries &series, const JointCandidates &candidates,
                             const JointOptions &options) {
    if (growth.fits.empty()) return;
    for (const Bound &bound : options.claims) {
        std::set<std::string> others(series.names.begin(), series.names.end());
        for (const std::string &name : sizes_in(bound.growth))
            others.erase(name);
        if (bound.kind == Bound::Kind::lower || others.empty() ||
            (evidence_against(bound, growth) <= 0 && evidence_off_the_list(bound, growth) <= 0))
            continue;
        const JointGrowth upper = fit_joint(upper_part(series, others), candidates, options);
        if (!upper.fits.empty() && evidence_against(bound, upper) < -1)
            growth.ends_early.insert(print_canonical(bound.growth));
    }
}

// How far the upper half of each set lies over a straight line through all points, ln over ln: no curve fits
// here that heights could be told over.
std::vector<double> heights_of(const std::vector<Series> &sets, const Series &series) {
    std::vector<std::vector<double>> columns(2);
    std::vector<double> values;
    const auto log_size = [](const SeriesPoint &point) { return std::log(std::max(point.size, 1.0)); };
    const auto log_mean = [](const SeriesPoint &point) {
        return std::log(std::max(mean_of(point.readings), 1.0));
    };
    for (const SeriesPoint &point : series.points) {
        columns[0].push_back(1), columns[1].push_back(log_size(point));
        values.push_back(log_mean(point));
    }
    const std::vector<double> line = least_squares(columns, values).coefficients;
    std::vector<double> heights;
    for (const Series &set : sets) {
        const std::size_t half = set.points.size() / 2;
        double sum = 0;
        for (std::size_t i = half; i < set.points.size(); ++i)
            sum += log_mean(set.points[i]) - line[0] - line[1] * log_size(set.points[i]);
        heights.push_back(sum / static_cast<double>(set.points.size() - half));
    }
    return heights;
}

// Nothing fits where capacities double: then the sizes that lie at the dearest place of a step tell, if those
// fit.
void look_a_step_apart(Growth &growth, const Series &series, const FitOptions &options) {
    if (growth.fits.empty() || !fits_poorly(growth)) return;
    for (int doublings = 1; doublings <= 2 && fits_poorly(growth); ++doublings) {
        const std::vector<Series> sets = sizes_apart(series, doublings);
        if (sets.size() < 2) continue;
        const std::vector<double> heights = heights_of(sets, series);
        const Series &dearest = sets[std::max_element(heights.begin(), heights.end()) - heights.begin()];
        // Five that lie two doublings apart span eight.
        FitOptions of_set = options;
        of_set.least_sizes = doublings == 1 ? 6 : 5;
        if (dearest.points.size() < of_set.least_sizes) continue;
        Growth apart = fit_growth(dearest, of_set);
        if (apart.fits.empty() || fits_poorly(apart)) continue;
        growth = std::move(apart);
        growth.doublings_apart = doublings;
    }
}

SeriesGrowth fit_as_read(const NamedSeries &series, const std::vector<Bound> &claimed,
                         const JointCandidates *candidates) {
    const Noise noise = noise_of(series.metric);
    FitOptions options{noise, {}};
    for (const Bound &bound : claimed)
        if (const auto names = sizes_in(bound.growth);
            names.empty() || (names.size() == 1 && *names.begin() == series.series.size_name))
            options.also.push_back(bound.growth);
    SeriesGrowth fitted{
        series.solution,        series.shape, series.metric, fit_growth(series.series, options), {},
        series.series.size_name};
    if (noise == Noise::weighed) look_a_step_apart(fitted.growth, series.series, options);
    if (noise != Noise::timed)
        look_at_the_hardest(fitted.growth, series.series, 6,
                            [&](const Series &part) { return fit_growth(part, options); });
    if (!candidates || series.cells.cells.empty()) return fitted;
    // A size that never changes is no part of this.
    std::vector<Bound> over_these;
    for (const Bound &bound : claimed)
        if (names_all(series.cells.names, bound.growth)) over_these.push_back(bound);
    const JointOptions joint_options{noise, over_these, smaller_bounds(over_these, *candidates)};
    JointGrowth joint = fit_joint(series.cells, *candidates, joint_options);
    if (noise != Noise::timed)
        look_at_the_hardest(joint, series.cells, 12, [&](const CellSeries &part) {
            return fit_joint(part, *candidates, joint_options);
        });
    if (noise != Noise::timed) look_beyond_small_sizes(joint, series.cells, *candidates, joint_options);
    fitted.joint = std::make_shared<const JointGrowth>(std::move(joint));
    return fitted;
}

// What all that was needed at the most keeps within, the need does.
bool keeps_all(const SeriesGrowth &most, const std::vector<Bound> &claimed) {
    constexpr double clearly = -1;
    const auto kept = [&](const Bound &bound) {
        if (bound.kind != Bound::Kind::upper) return false;
        if (most.joint) return !most.joint->fits.empty() && evidence_against(bound, *most.joint) < clearly;
        return !most.growth.fits.empty() && !fits_poorly(most.growth) &&
               evidence_against(bound, most.growth) < clearly;
    };
    return !claimed.empty() && std::all_of(claimed.begin(), claimed.end(), kept);
}

} // namespace

SeriesGrowth fit_one(const NamedSeries &series, const std::vector<Bound> &claimed,
                     const JointCandidates *candidates) {
    if (series.series.grain_of_most > 0 && series.series.grain_of_most < series.series.grain) {
        NamedSeries most = series;
        most.series.grain = most.cells.grain = series.series.grain_of_most;
        SeriesGrowth fitted = fit_as_read(most, claimed, candidates);
        if (keeps_all(fitted, claimed)) return fitted;
    }
    return fit_as_read(series, claimed, candidates);
}

const JointCandidates *CandidateStore::of(const CellSeries &series, const std::vector<Relation> &relations,
                                          const std::string &where) {
    if (series.cells.empty()) return nullptr;
    constexpr double largest_exponential = 64;
    std::vector<bool> exponential(series.names.size(), true);
    for (const SeriesCell &cell : series.cells)
        for (std::size_t i = 0; i < cell.sizes.size(); ++i)
            if (cell.sizes[i] > largest_exponential) exponential[i] = false;
    std::string key = where;
    for (std::size_t i = 0; i < series.names.size(); ++i)
        key += "\n" + series.names[i] + (exponential[i] ? " !" : "");
    const auto found = made_.find(key);
    if (found != made_.end()) return &found->second;
    std::vector<Relation> between_these;
    for (const Relation &relation : relations)
        if (names_all(series.names, relation.smaller) && names_all(series.names, relation.larger))
            between_these.push_back(relation);
    return &made_.try_emplace(key, series.names, between_these, exponential).first->second;
}

const SeriesGrowth *FitStore::find(const NamedSeries &series) const {
    const auto found = std::find(series_.begin(), series_.end(), series);
    return found == series_.end() ? nullptr : &growths_[found - series_.begin()];
}

void FitStore::keep(std::vector<NamedSeries> series, std::vector<SeriesGrowth> growths) {
    series_ = std::move(series);
    growths_ = std::move(growths);
}

} // namespace iron
