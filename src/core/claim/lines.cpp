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
    for (const SolutionLines &one : lines) {
        if (one.solution != solution) continue;
        for (const CountedCall &call : one.calls)
            if (const std::int64_t steps = total_of(call.spots); steps > most) most = steps, hardest = &one;
    }
    return hardest;
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

// Of a library function the lines that call it, the one that runs most often first, at the place of most
// steps; without those that hardly do beside it.
Spot with_callers_in_order(Spot spot, const std::vector<CountedCall> &calls) {
    const auto top = std::max_element(calls.begin(), calls.end(), [](const auto &a, const auto &b) {
        return total_of(a.spots) < total_of(b.spots);
    });
    if (spot.calls.empty() || spot.lines.size() < 2 || top == calls.end()) return spot;
    const auto runs = [&](int line) {
        const auto found = top->spots.find(key_of({spot.file, {line}, ""}));
        return found == top->spots.end() ? 0.0 : static_cast<double>(found->second);
    };
    std::stable_sort(spot.lines.begin(), spot.lines.end(), [&](int a, int b) { return runs(a) > runs(b); });
    const double enough = policy::claim::hardly_calls * runs(spot.lines.front());
    std::erase_if(spot.lines, [&](int line) { return runs(line) < enough; });
    std::sort(spot.lines.begin() + 1, spot.lines.end());
    return spot;
}

} // namespace

const ProfileGrowth *leaving(const SolutionLines &lines, const Bound &bound) {
    if (bound.kind == Bound::Kind::lower) return nullptr;
    const auto found = std::find_if(lines.profiles.begin(), lines.profiles.end(),
                                    [&](const ProfileGrowth &one) { return leaves(one, bound); });
    return found == lines.profiles.end() ? nullptr : &*found;
}

const ProfileGrowth *breaking(const SolutionLines &lines, const JudgedClaim &claim) {
    const Judgement &judged = claim.judgement;
    if (claim.solution != lines.solution || judged.verdict != Verdict::exceeded ||
        judged.decided_by != Metric::steps)
        return nullptr;
    if (const auto *part = std::get_if<because::PartLeaves>(&judged.reason);
        part && judged.worst_shape == lines.shape)
        for (const ProfileGrowth &one : lines.profiles)
            if (one.profile.spots.front().key == key_of(part->spot)) return &one;
    return leaving(lines, claim.claim.bound);
}

void name_lines(std::vector<JudgedClaim> &claims, const std::vector<SolutionLines> &lines,
                const SourceText &text) {
    for (JudgedClaim &claim : claims)
        for (const SolutionLines &one : lines) {
            if (one.shape != claim.judgement.worst_shape) continue;
            const ProfileGrowth *found = breaking(one, claim);
            if (!found) continue;
            const ProfileSpot &first = found->profile.spots.front();
            const ProfileGrowth *rest = largest_beside(one, claim.claim.bound);
            const Spot spot = with_callers_in_order(spot_of(first.key), one.calls);
            // Along a line alone it follows a growth, and which one the total's sentence says.
            const bool along = std::holds_alternative<because::LineLeaves>(claim.judgement.reason);
            auto &remarks = claim.judgement.remarks;
            remarks.insert(remarks.begin(),
                           besides::Line{spot, text(claim.solution, spot), along ? "" : found->told,
                                         first.exact,
                                         rest && !along && rest->told != found->told ? rest->told : ""});
        }
}

} // namespace iron
