#include "study/lines.h"

#include <algorithm>
#include <map>
#include <set>

namespace iron {

namespace {

using Key = std::pair<std::string, std::string>; // solution, shape

// Counts of one input are one reading, however often they were taken.
std::map<Key, std::vector<CountedCall>> counted_calls(const Scope &scope,
                                                      const std::vector<Measurement> &measurements) {
    const std::vector<std::string> names = scope.problem.size_names();
    std::map<Key, std::vector<CountedCall>> calls;
    std::set<std::tuple<std::string, std::string, Sizes, std::uint64_t>> seen;
    for (const Measurement &m : measurements) {
        if (m.kind != MeasuredKind::counting || m.outcome != Outcome::done || m.spots.empty()) continue;
        CountedCall call{{}, m.generation, m.spots};
        for (const std::string &name : names)
            if (const auto size = m.sizes.find(name); size != m.sizes.end())
                call.sizes.push_back(size->second);
        if (call.sizes.size() != names.size()) continue;
        if (m.varying || seen.insert({m.solution, m.shape, m.sizes, m.seed}).second)
            calls[{m.solution, m.shape}].push_back(std::move(call));
    }
    return calls;
}

// The class that all steps grow like; "" where that is not known.
std::string class_of_all(const Fitted &fitted, const SolutionLines &lines) {
    for (const SeriesGrowth &one : fitted.growths)
        if (one.solution == lines.solution && one.shape == lines.shape && one.metric == Metric::steps)
            return one.growth.is_fitted() ? one.growth.told().name : "";
    return "";
}

} // namespace

std::vector<SolutionLines> lines_of(const Scope &scope, const Fitted &fitted,
                                    const std::vector<Measurement> &measurements, EarlierFits &earlier,
                                    const EachOf &each) {
    std::map<Key, std::vector<CountedCall>> calls = counted_calls(scope, measurements);
    std::vector<SolutionLines> all;
    for (const SolutionClaims &one : fitted.claims)
        for (const std::string &shape : scope.shapes)
            if (const auto found = calls.find({one.solution, shape}); found != calls.end())
                all.push_back({one.solution, shape, std::move(found->second), {}});
    const std::vector<Relation> relations = scope.problem.relations();
    each(static_cast<int>(all.size()), [&](int i) {
        SolutionLines &lines = all[i];
        const auto known = std::find_if(earlier.lines.begin(), earlier.lines.end(), [&](const auto &one) {
            return one.solution == lines.solution && one.shape == lines.shape && one.calls == lines.calls;
        });
        if (known != earlier.lines.end()) {
            lines.profiles = known->profiles;
            return;
        }
        const auto claimed =
            std::find_if(fitted.claims.begin(), fitted.claims.end(),
                         [&](const SolutionClaims &one) { return one.solution == lines.solution; });
        lines.profiles =
            fit_profiles(lines.calls, scope.problem.size_names(), earlier.series.fitter,
                         class_of_all(fitted, lines), bounds_on(*claimed, Metric::steps), relations);
    });
    earlier.lines = all;
    return all;
}

} // namespace iron
