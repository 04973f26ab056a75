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

// The first counted line that a line stands in; 0 where it may turn on its own, or stands in none.
int holder_of(int line, const EnclosingLines &enclosing, const std::set<int> &counted) {
    while (!enclosing.turn.contains(line)) {
        const auto within = enclosing.within.find(line);
        if (within == enclosing.within.end() || within->second == line) return 0;
        line = within->second;
        if (counted.contains(line)) return line;
    }
    return 0;
}

// 0 of what is none of the first source's lines.
int line_of(const std::string &key) {
    const Spot spot = spot_of(key);
    return spot.file.empty() && spot.calls.empty() && spot.lines.size() == 1 ? spot.lines.front() : 0;
}

bool is_nowhere_more(const std::string &line, const std::string &other,
                     const std::vector<CountedCall> &calls) {
    const auto count = [](const SpotCounts &spots, const std::string &key) {
        const auto found = spots.find(key);
        return found == spots.end() ? 0 : found->second;
    };
    return std::all_of(calls.begin(), calls.end(), [&](const CountedCall &call) {
        return count(call.spots, line) <= count(call.spots, other);
    });
}

void find_holders(SolutionLines &lines, const EnclosingLines &enclosing) {
    std::map<int, std::size_t> profile_of; // by line of the first source
    std::set<int> counted;
    for (std::size_t i = 0; i < lines.profiles.size(); ++i)
        for (const ProfileSpot &one : lines.profiles[i].profile.spots)
            if (const int line = line_of(one.key); line != 0) {
                counted.insert(line);
                profile_of[line] = i;
            }
    for (std::size_t i = 0; i < lines.profiles.size(); ++i) {
        Profile &profile = lines.profiles[i].profile;
        const int line = profile.is_rest ? 0 : line_of(profile.spots.front().key);
        const int holder = line == 0 ? 0 : holder_of(line, enclosing, counted);
        if (holder == 0 || profile_of.at(holder) == i) continue;
        if (is_nowhere_more(key_of({"", {line}, ""}), key_of({"", {holder}, ""}), lines.calls))
            profile.held_by = static_cast<int>(profile_of.at(holder));
    }
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
        for (const Contender &one : scope.contenders)
            if (one.solution->name == lines.solution) find_holders(lines, one.enclosing);
    });
    earlier.lines = all;
    return all;
}

} // namespace iron
