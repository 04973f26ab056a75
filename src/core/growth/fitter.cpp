#include "core/growth/fitter.h"

#include <algorithm>
#include <tuple>

#include "core/bound/print.h"
#include "core/growth/telling_part.h"
#include "core/policy.h"

namespace iron {

namespace {

// Each O less a logarithm: whether it is loose.
std::vector<Bound> smaller_bounds(const std::vector<Bound> &claimed, const Catalogue &catalogue) {
    std::vector<Bound> smaller;
    for (const Bound &bound : claimed)
        if (bound.kind == Bound::Kind::upper)
            for (const Expression &less :
                 smaller_by_a_logarithm(bound.growth, catalogue.order(), catalogue.names()))
                smaller.push_back({bound.kind, less, ""});
    return smaller;
}

// What all that was needed at the most keeps within, the need does.
bool keeps_all(const Growth &most, const std::vector<Bound> &claimed) {
    constexpr double clearly = -1;
    const auto kept = [&](const Bound &bound) {
        return bound.kind == Bound::Kind::upper && most.is_fitted() &&
               (most.names().size() > 1 || !fits_poorly(most)) && evidence_against(bound, most) < clearly;
    };
    return !claimed.empty() && std::all_of(claimed.begin(), claimed.end(), kept);
}

} // namespace

SeriesGrowth Fitter::fit_as_read(const NamedSeries &series, const std::vector<Bound> &claimed,
                                 const std::shared_ptr<const Catalogue> &catalogue,
                                 const std::vector<CandidatePtr> &decided) {
    FitOptions options{noise_of(series.metric)};
    // A size that never changes is no part of this.
    for (const Bound &bound : claimed)
        if (names_all(series.series.names, bound.growth)) options.claims.push_back(bound);
    options.beside = smaller_bounds(options.claims, *catalogue);
    options.decided = decided;
    options.starts_up = series.series.starts_up;
    const FitPart part = [&](const Series &some, std::size_t least_places) {
        options.least_places = least_places;
        return fit_growth(some, catalogue, options, designs_);
    };
    SeriesGrowth fitted{series.solution, series.shape, series.metric,
                        part(series.series, policy::growth::least_places)};
    if (options.noise == Noise::timed) return fitted;
    if (options.noise == Noise::weighed) look_a_step_apart(fitted.growth, series.series, part);
    look_at_the_hardest(fitted.growth, series.series, part);
    if (series.series.names.size() == 1 && !fitted.growth.fits.empty() && fits_poorly(fitted.growth)) {
        options.wanders = true;
        Growth wandering = part(series.series, policy::growth::least_places);
        if (!wandering.fits.empty() && !fits_poorly(wandering)) fitted.growth = std::move(wandering);
    }
    look_beyond_small_sizes(fitted.growth, series.series, options.claims, part);
    look_along_lines(fitted.growth, series.series, options.claims,
                     [&](const Series &line, const std::vector<Bound> &along) {
                         return fit_growth(line, catalogue_of(line, {}), {options.noise, along}, designs_);
                     });
    return fitted;
}

SeriesGrowth Fitter::fit(const NamedSeries &series, const std::vector<Bound> &claimed,
                         const std::vector<Relation> &relations, const std::vector<CandidatePtr> &decided) {
    if (auto fewer = thinned(series.series)) {
        NamedSeries thin{series.solution, series.shape, series.metric, std::move(*fewer)};
        return fit(thin, claimed, relations, decided);
    }
    const std::shared_ptr<const Catalogue> catalogue = catalogue_of(series.series, relations);
    if (series.series.grain_of_most > 0 && series.series.grain_of_most < series.series.grain) {
        NamedSeries most = series;
        most.series.grain = series.series.grain_of_most;
        SeriesGrowth fitted = fit_as_read(most, claimed, catalogue, decided);
        if (keeps_all(fitted.growth, claimed)) return fitted;
    }
    return fit_as_read(series, claimed, catalogue, decided);
}

std::shared_ptr<const Catalogue> Fitter::catalogue_of(const Series &series,
                                                      const std::vector<Relation> &relations) {
    const std::vector<bool> exponential = may_be_exponential(series);
    std::string key;
    for (std::size_t i = 0; i < series.names.size(); ++i)
        key += series.names[i] + (exponential[i] ? " !\n" : "\n");
    std::vector<Relation> between_these;
    for (const Relation &relation : relations)
        if (names_all(series.names, relation.smaller) && names_all(series.names, relation.larger)) {
            between_these.push_back(relation);
            key += print(relation.smaller) + " <= " + print(relation.larger) + "\n";
        }
    const std::lock_guard lock(mutex_);
    std::shared_ptr<const Catalogue> &known = catalogues_[key];
    if (!known)
        known = std::make_shared<const Catalogue>(series.names, std::move(between_these), exponential);
    return known;
}

const SeriesGrowth *FitStore::find(const NamedSeries &series) const {
    const auto found = std::find(series_.begin(), series_.end(), series);
    return found == series_.end() ? nullptr : &growths_[static_cast<std::size_t>(found - series_.begin())];
}

void FitStore::keep(std::vector<NamedSeries> series, std::vector<SeriesGrowth> growths) {
    series_ = std::move(series);
    growths_ = std::move(growths);
}

std::vector<SeriesGrowth> fit_all(const std::vector<FitJob> &jobs, Fitter &fitter, const EachOf &each,
                                  const std::function<const SeriesGrowth *(const NamedSeries &)> &known) {
    std::vector<SeriesGrowth> growths(jobs.size());
    std::map<std::tuple<std::size_t, std::string, std::string>, std::size_t> steps_of;
    for (std::size_t i = 0; i < jobs.size(); ++i)
        if (jobs[i].series->metric == Metric::steps)
            steps_of[{jobs[i].group, jobs[i].series->solution, jobs[i].series->shape}] = i;
    const auto decided = [&](const FitJob &job) -> std::vector<CandidatePtr> {
        if (job.series->metric != Metric::time) return {};
        const auto found = steps_of.find({job.group, job.series->solution, job.series->shape});
        if (found == steps_of.end()) return {};
        const Growth &steps = growths[found->second].growth;
        if (!steps.is_fitted() || steps.names() != job.series->series.names || steps.best().bent ||
            fits_poorly(steps))
            return {};
        return steps.best().leads;
    };
    for (const bool times : {false, true}) {
        std::vector<std::size_t> these;
        for (std::size_t i = 0; i < jobs.size(); ++i)
            if ((jobs[i].series->metric == Metric::time) == times) these.push_back(i);
        each(static_cast<int>(these.size()), [&](int i) {
            const std::size_t at = these[static_cast<std::size_t>(i)];
            const SeriesGrowth *before = known ? known(*jobs[at].series) : nullptr;
            growths[at] = before ? *before
                                 : fitter.fit(*jobs[at].series, jobs[at].claimed, jobs[at].relations,
                                              decided(jobs[at]));
        });
    }
    return growths;
}

} // namespace iron
