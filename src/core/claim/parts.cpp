#include "core/claim/parts.h"

#include <algorithm>
#include <cmath>

#include "core/claim/rules.h"
#include "core/policy.h"

namespace iron {

using namespace policy::claim;

namespace {

bool can_be_taken_apart(const Evidence &e) {
    return e.claimed == Metric::time && e.read == Metric::steps && e.growth && e.growth->is_fitted() &&
           !e.growth->hardest && e.bound.kind != Bound::Kind::lower && e.shape->parts &&
           e.shape->parts->size() > 1;
}

// Above alone: no part has to reach a bound from below.
Bound from_above(Bound bound) {
    bound.kind = Bound::Kind::upper;
    return bound;
}

struct JudgedPart {
    ShapeGrowth alone;
    Evidence evidence;
    Judgement judgement;
    JudgedPart(const Evidence &whole, const ProfileGrowth &part)
        : alone{whole.shape->shape, &part.growth, nullptr, nullptr, nullptr, false, nullptr},
          evidence(evidence_on(alone, Metric::time, from_above(whole.bound), nullptr)),
          judgement(judged_on(evidence)) {}
    JudgedPart(const JudgedPart &) = delete;
    JudgedPart &operator=(const JudgedPart &) = delete;
};

bool is_exact(const ProfileGrowth &part) { return part.growth.is_fitted() && part.growth.best().exact; }

// Of all steps, from a third of the places on to the last.
bool share_rises(const ProfileGrowth &part, const Growth &whole) {
    const std::vector<Located> &some = part.growth.points, &all = whole.points;
    if (some.size() != all.size()) return true; // they were thinned otherwise
    const std::size_t third = all.size() / 3, last = all.size() - 1;
    return some[last].log_value - all[last].log_value >
           some[third].log_value - all[third].log_value + least_rise;
}

} // namespace

std::optional<LeavingPart> leaving_part(const Evidence &e) {
    if (!can_be_taken_apart(e)) return std::nullopt;
    const double more = std::log(static_cast<double>(e.shape->parts->size()));
    for (const ProfileGrowth &part : *e.shape->parts) {
        if (part.profile.is_rest || !part.growth.is_fitted() || !share_rises(part, *e.growth)) continue;
        // What is met now and then, or comes in lumps as capacities double, follows no growth closely.
        const bool is_luck = part.profile.spots.front().count < met_by_luck ||
                             misfit(part.growth.best(), part.growth) > ragged;
        const JudgedPart judged(e, part);
        if (judged.judgement.verdict != Verdict::exceeded || !judged.evidence.witness) continue;
        if (!is_exact(part) &&
            (is_luck || judged.evidence.against < judged.evidence.needed_to_leave() + more))
            continue;
        return LeavingPart{&part, judged.evidence.witnessed()};
    }
    return std::nullopt;
}

std::optional<KeepingParts> keeping_parts(const Evidence &e) {
    if (!can_be_taken_apart(e) || e.bound.kind != Bound::Kind::upper) return std::nullopt;
    KeepingParts keeping{&e.shape->parts->front(), e.shape->parts->size(), true};
    for (const ProfileGrowth &part : *e.shape->parts) {
        if (JudgedPart(e, part).judgement.verdict != Verdict::holds) return std::nullopt;
        keeping.all_exact = keeping.all_exact && (is_exact(part) || part.profile.share < part_that_matters);
    }
    return keeping;
}

} // namespace iron
