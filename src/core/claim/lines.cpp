#include "core/claim/lines.h"

#include <algorithm>
#include <set>

#include "core/policy.h"

namespace iron {

std::vector<std::vector<double>> SolutionLines::places() const {
    std::set<std::vector<double>> places;
    for (const CountedCall &call : calls)
        places.insert(call.sizes);
    return {places.begin(), places.end()};
}

const SolutionLines *hardest_shape(const std::vector<SolutionLines> &lines, const std::string &solution) {
    const SolutionLines *hardest = nullptr;
    std::int64_t most = -1;
    for (const SolutionLines &one : lines)
        for (const CountedCall &call : one.solution == solution ? one.calls : std::vector<CountedCall>{})
            if (const std::int64_t steps = total_of(call.spots); steps > most) most = steps, hardest = &one;
    return hardest;
}

std::vector<Bound> exceeded_by_steps(const std::vector<JudgedClaim> &claims, const std::string &solution) {
    std::vector<Bound> exceeded;
    for (const JudgedClaim &claim : claims)
        if (claim.solution == solution && claim.judgement.verdict == Verdict::exceeded &&
            claim.judgement.decided_by == Metric::steps)
            exceeded.push_back(claim.claim.bound);
    return exceeded;
}

namespace {

// Growth above the bound: no part has to reach one from below.
bool leaves(const ProfileGrowth &one, Bound bound) {
    bound.kind = Bound::Kind::upper;
    const bool is_luck = one.profile.spots.front().count < policy::claim::met_by_luck &&
                         !(one.growth.is_fitted() && one.growth.best().exact);
    return !one.profile.is_rest && one.growth.is_fitted() && !is_luck &&
           evidence_against(bound, one.growth) > policy::claim::exceeded;
}

// The largest growth among those that do not leave a bound; null where there is none.
const ProfileGrowth *largest_beside(const SolutionLines &lines, const Bound &bound) {
    const ProfileGrowth *largest = nullptr;
    for (const ProfileGrowth &one : lines.profiles) {
        if (!one.growth.is_fitted() || leaves(one, bound)) continue;
        const auto &course = one.growth.best().course;
        if (!largest || (SizeOrder::within(largest->growth.best().course, course) &&
                         !SizeOrder::within(course, largest->growth.best().course)))
            largest = &one;
    }
    return largest;
}

} // namespace

const ProfileGrowth *leaving(const SolutionLines &lines, const Bound &bound) {
    if (bound.kind == Bound::Kind::lower) return nullptr;
    const auto found = std::find_if(lines.profiles.begin(), lines.profiles.end(),
                                    [&](const ProfileGrowth &one) { return leaves(one, bound); });
    return found == lines.profiles.end() ? nullptr : &*found;
}

void name_lines(std::vector<JudgedClaim> &claims, const std::vector<SolutionLines> &lines,
                const SourceText &text) {
    for (JudgedClaim &claim : claims) {
        Judgement &judged = claim.judgement;
        if (judged.verdict != Verdict::exceeded || judged.decided_by != Metric::steps) continue;
        const auto there = std::find_if(lines.begin(), lines.end(), [&](const SolutionLines &one) {
            return one.solution == claim.solution && one.shape == judged.worst_shape;
        });
        if (there == lines.end()) continue;
        const ProfileGrowth *found = leaving(*there, claim.claim.bound);
        if (!found) continue;
        const ProfileSpot &first = found->profile.spots.front();
        const ProfileGrowth *rest = largest_beside(*there, claim.claim.bound);
        const Spot spot = spot_of(first.key);
        judged.remarks.insert(judged.remarks.begin(),
                              besides::Line{spot, text(claim.solution, spot), found->told, first.exact,
                                            rest && rest->told != found->told ? rest->told : ""});
    }
}

} // namespace iron
