#include "core/claim/parts.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/claim/rules.h"
#include "core/policy.h"
#include "core/reading/lines_through.h"

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

// Of all steps, up to some place beyond which nothing was read: from a third of those that are nowhere larger
// on, by the steps that they took.
bool share_rises(const ProfileGrowth &part, const Growth &whole) {
    const std::vector<Located> &some = part.growth.points, &all = whole.points;
    if (some.size() != all.size()) return true; // they were thinned otherwise
    const auto share = [&](std::size_t at) { return some[at].log_value - all[at].log_value; };
    for (std::size_t top = 0; top < all.size(); ++top) {
        std::vector<std::size_t> up;
        bool is_last = true;
        for (std::size_t at = 0; at < all.size(); ++at) {
            if (none_falls(all[at].sizes, all[top].sizes)) up.push_back(at);
            is_last = is_last && (at == top || !none_falls(all[top].sizes, all[at].sizes));
        }
        if (!is_last) continue;
        std::stable_sort(up.begin(), up.end(),
                         [&](std::size_t a, std::size_t b) { return all[a].log_value < all[b].log_value; });
        if (share(top) > share(up[up.size() / 3]) + least_rise) return true;
    }
    return false;
}

// The line that it stands in keeps the bound: it runs no more often, however chance makes it look, as under
// an `if` in a loop.
bool is_held_by_another(const Evidence &e, const ProfileGrowth &part) {
    const std::vector<ProfileGrowth> &parts = *e.shape->parts;
    const ProfileGrowth *at = &part;
    for (std::size_t up = 0; up < parts.size() && at->profile.held_by >= 0; ++up) {
        at = &parts[static_cast<std::size_t>(at->profile.held_by)];
        if (at->growth.is_fitted() && JudgedPart(e, *at).judgement.verdict == Verdict::holds) return true;
    }
    return false;
}

struct LeavingPart {
    const ProfileGrowth *part = nullptr;
    Stretch stretch; // of its own steps
};

std::optional<LeavingPart> leaving_part(const Evidence &e) {
    if (!can_be_taken_apart(e)) return std::nullopt;
    const double more = std::log(static_cast<double>(e.shape->parts->size()));
    for (const ProfileGrowth &part : *e.shape->parts) {
        if (part.profile.is_rest || !part.growth.is_fitted() || !share_rises(part, *e.growth)) continue;
        // What is met now and then, or comes in lumps as capacities double, follows no growth closely.
        const bool is_luck = part.profile.spots.front().count < met_by_luck ||
                             misfit(part.growth.best(), part.growth) > ragged;
        if (is_luck && !is_exact(part)) continue;
        const JudgedPart judged(e, part);
        if (judged.judgement.verdict != Verdict::exceeded || !judged.evidence.witness ||
            is_held_by_another(e, part))
            continue;
        if (is_exact(part) || judged.evidence.against >= judged.evidence.needed_to_leave() + more)
            return LeavingPart{&part, judged.evidence.witnessed()};
    }
    return std::nullopt;
}

// Whatever growth it follows, and however closely.
std::optional<LeavingPart> part_in_doubt(const Evidence &e) {
    if (!can_be_taken_apart(e)) return std::nullopt;
    for (const ProfileGrowth &part : *e.shape->parts) {
        if (part.profile.is_rest || !part.growth.is_fitted() || part.profile.share < part_that_matters ||
            part.profile.spots.front().count < met_by_luck || !share_rises(part, *e.growth))
            continue;
        const JudgedPart judged(e, part);
        const auto &witness = judged.evidence.witness;
        if (judged.judgement.verdict != Verdict::holds && judged.evidence.against > 0 && witness &&
            witness->is_highest && witness->logarithms > plain_logarithms &&
            witness->times > narrow_stretch && !is_held_by_another(e, part))
            return LeavingPart{&part, judged.evidence.witnessed()};
    }
    return std::nullopt;
}

struct KeepingParts {
    const ProfileGrowth *largest = nullptr;
    std::size_t parts = 0;
    bool all_exact = false; // those that matter
};

std::optional<KeepingParts> keeping_parts(const Evidence &e) {
    if (!can_be_taken_apart(e) || e.bound.kind != Bound::Kind::upper) return std::nullopt;
    KeepingParts keeping{&e.shape->parts->front(), e.shape->parts->size(), true};
    for (const ProfileGrowth &part : *e.shape->parts) {
        const JudgedPart judged(e, part);
        if (judged.judgement.verdict != Verdict::holds && is_held_by_another(e, part)) continue;
        if (judged.judgement.verdict != Verdict::holds) return std::nullopt;
        const bool is_clear = is_exact(part) || part.profile.share < part_that_matters;
        // What lies beyond the bound, on whatever list, and comes nearer is enough to leave it open.
        if (!is_clear && judged.evidence.unlisted > 0) return std::nullopt;
        keeping.all_exact = keeping.all_exact && is_clear;
    }
    return keeping;
}

} // namespace

bool a_part_leaves(const Evidence &e, const Judgement &j) {
    return j.verdict != Verdict::exceeded && leaving_part(e).has_value();
}

void tell_part(const Evidence &e, Judgement &j) {
    const LeavingPart leaving = *leaving_part(e);
    const ProfileGrowth &part = *leaving.part;
    j.verdict = Verdict::exceeded;
    j.loose = false;
    j.borne_out = is_exact(part) || rises_for_sure(leaving.stretch);
    j.growth_class = part.told;
    j.exponent = part.growth.exponent;
    j.interval = part.growth.interval;
    j.reason = because::PartLeaves{leaving.stretch, part.told, spot_of(part.profile.spots.front().key)};
    j.remarks.clear();
    j.would_decide.reset();
}

bool a_part_may_leave(const Evidence &e, const Judgement &j) {
    return j.verdict == Verdict::holds && part_in_doubt(e).has_value();
}

void tell_part_in_doubt(const Evidence &e, Judgement &j) {
    const LeavingPart doubtful = *part_in_doubt(e);
    j.verdict = Verdict::undecided;
    j.loose = false;
    j.reason = because::PartMayLeave{doubtful.stretch, spot_of(doubtful.part->profile.spots.front().key)};
    j.remarks.clear();
    j.would_decide = e.farther();
}

bool all_parts_keep(const Evidence &e, const Judgement &j) {
    if (j.verdict == Verdict::holds) return false;
    const auto keeping = keeping_parts(e);
    return keeping && (j.verdict == Verdict::undecided || keeping->all_exact);
}

void tell_parts(const Evidence &e, Judgement &j) {
    const KeepingParts keeping = *keeping_parts(e);
    const ProfileGrowth &largest = *keeping.largest;
    j.verdict = Verdict::holds;
    j.reason = because::PartsKeep{keeping.parts, largest.told, spot_of(largest.profile.spots.front().key),
                                  largest.profile.share};
    j.remarks.clear();
    j.would_decide.reset();
}

} // namespace iron
