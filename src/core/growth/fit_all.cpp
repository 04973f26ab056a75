#include "core/growth/fit_all.h"

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

// Nothing fits where some calls end early: then only the hardest places tell, if those fit.
template <class Growth, class Fit>
void look_at_the_hardest(Growth &growth, std::size_t least, const Fit &fit) {
    if (growth.fits.empty() || !fits_poorly(growth)) return;
    const std::size_t before = growth.points.size();
    Growth hardest = fit();
    if (hardest.fits.empty() || hardest.points.size() < least || hardest.points.size() == before ||
        fits_poorly(hardest))
        return;
    growth = std::move(hardest);
    growth.hardest = true;
}

} // namespace

SeriesGrowth fit_one(const NamedSeries &series, const std::vector<Bound> &claimed,
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
    if (noise != Noise::timed)
        look_at_the_hardest(fitted.growth, 6,
                            [&] { return fit_growth(hardest_part(series.series), options); });
    if (!candidates || series.cells.cells.empty()) return fitted;
    // A size that never changes is no part of this.
    std::vector<Bound> over_these;
    for (const Bound &bound : claimed)
        if (names_all(series.cells.names, bound.growth)) over_these.push_back(bound);
    const JointOptions joint_options{noise, over_these, smaller_bounds(over_these, *candidates)};
    JointGrowth joint = fit_joint(series.cells, *candidates, joint_options);
    if (noise != Noise::timed)
        look_at_the_hardest(
            joint, 12, [&] { return fit_joint(hardest_part(series.cells), *candidates, joint_options); });
    fitted.joint = std::make_shared<const JointGrowth>(std::move(joint));
    return fitted;
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

} // namespace iron
