#include "core/claim/rules.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/bound/print.h"
#include "core/claim/leaving_line.h"
#include "core/claim/parts.h"
#include "core/claim/start_up.h"
#include "core/policy.h"

namespace iron {

using namespace policy::claim;

namespace {

bool was_not_read(const Evidence &e) { return !e.growth; }
void decide_not_read(const Evidence &e, Judgement &j) {
    j.reason = because::NotRead{e.claimed, e.shape->shape};
}

bool speaks_of_other_sizes(const Evidence &e) { return !names_all(e.growth->names(), e.bound.growth); }
void decide_other_sizes(const Evidence &e, Judgement &j) {
    j.reason = because::OtherSizes{e.growth->names()};
}

bool is_too_few(const Evidence &e) { return !e.growth->is_fitted(); }
void decide_too_few(const Evidence &e, Judgement &j) {
    const auto [from, to] = e.growth->range();
    j.reason =
        because::TooFewPlaces{e.growth->too_few, from, to, e.growth->names().front(), e.is_over_several()};
}

bool is_below_grain(const Evidence &e) { return e.is_hidden_above(e.bound.growth); }
void decide_below_grain(const Evidence &e, Judgement &j) {
    j.name_no_growth();
    j.reason = because::BelowGrain{std::exp(e.growth->points.front().log_value)};
    j.would_decide = e.farther();
}

// What fits poorly tells nothing beside readings that rise, however much worse the growths outside fit.
bool nothing_fits(const Evidence &e) {
    return fits_poorly(*e.growth) && (std::abs(e.against) < evidence_if_ragged ||
                                      (e.against < 0 && e.witness && e.witness->is_highest));
}
void decide_nothing_fits(const Evidence &e, Judgement &j) {
    j.name_no_growth();
    j.reason = because::NothingFits{e.growth->best().name, e.off(e.growth->best())};
}

bool a_line_leaves(const Evidence &e) {
    return !e.growth->lines.empty() && (!e.growth->is_fitted() || nothing_fits(e)) && leaving_line(e);
}
void decide_line_leaves(const Evidence &e, Judgement &j) {
    const LeavingLine leaving = *leaving_line(e);
    j.verdict = Verdict::exceeded;
    j.borne_out = rises_for_sure(leaving.stretch);
    j.name_no_growth();
    j.reason = because::LineLeaves{leaving.stretch, leaving.growth, leaving.held};
}

// What ends once the sizes that the bound does not name have grown is no growth.
bool is_only_while_small(const Evidence &e) {
    return e.growth->ends_early.contains(print_canonical(e.bound.growth)) &&
           ((e.outside && e.against > 0) || (e.outside_unlisted && e.unlisted > e.enough_unlisted()));
}
void decide_only_while_small(const Evidence &e, Judgement &j) {
    const Fit &beyond = e.outside && e.against > 0 ? *e.outside : *e.outside_unlisted;
    j.reason = because::OnlyWhileSmall{e.stretch(), beyond.name, e.unnamed_sizes(beyond)};
}

bool is_spare_room(const Evidence &e) { return e.spare != Spare::no; }
void decide_spare_room(const Evidence &e, Judgement &j) {
    j.verdict = e.spare == Spare::surely ? Verdict::holds : Verdict::undecided;
    j.reason = because::SpareRoom{e.stretch()};
    if (e.spare == Spare::perhaps) j.would_decide = e.farther();
}

bool memory_could_do_it(const Evidence &e) { return e.leaving() && e.memory_could_do_it(); }
void decide_memory_could(const Evidence &e, Judgement &j) {
    j.reason = because::MemoryCould{e.stretch(), e.leaving()->name};
    j.would_decide = e.would_decide();
}

bool is_not_nearer(const Evidence &e) {
    const Plain plain = e.how_plain();
    return e.leaving() && !e.is_clearly_nearer() && !(plain.high && plain.manifold);
}
void decide_not_nearer(const Evidence &e, Judgement &j) {
    j.reason = because::NotNearer{e.stretch()};
    j.would_decide = e.would_decide();
}

// What leaves the bound hardly comes nearer, or is seldom met, and nothing of the readings rises above the
// bound where it counts.
bool is_doubtful_and_nothing_rises(const Evidence &e) {
    return (is_not_nearer(e) || e.is_rare()) && e.nothing_rises();
}

// Over a narrow stretch a lower term may go on as far as a logarithm would: there the witness has to be
// plain.
bool is_seen_nowhere(const Evidence &e) {
    return e.leaving() &&
           (!e.witness || (e.witness->times < narrow_stretch && e.witness->logarithms < plain_logarithms));
}
void decide_seen_nowhere(const Evidence &e, Judgement &j) {
    j.reason = because::NothingSeen{e.stretch(), e.leaving()->name};
    j.would_decide = e.farther();
}

// Growth that is seldom met, like n^0.75 m log m, may follow what wanders between two of the common ones: its
// witness has to be plain to see. Bytes wander more than any, by the steps of capacities.
bool is_rare_and_not_plain(const Evidence &e) {
    const Plain plain = e.how_plain();
    return e.is_rare() &&
           !(e.read == Metric::space ? plain.high && plain.manifold : plain.high || plain.manifold);
}
void decide_rare(const Evidence &e, Judgement &j) {
    j.reason = because::Rare{e.witnessed(), e.leaving()->name};
    j.would_decide = e.farther();
}

// What changes once, as numbers get too long for what is kept ready, rises like that halfway, and follows no
// growth: closely, but for counts over several sizes, of more places, as well as inputs that are drawn let
// them.
bool may_be_one_change(const Evidence &e) {
    if (!e.is_exact() || !e.leaving() || !e.witness || !e.witness->sets_in_late) return false;
    const bool scatters = e.read == Metric::steps && e.is_over_several();
    return scatters ? e.off(*e.leaving()) > ragged : !e.is_followed_closely();
}
void decide_one_change(const Evidence &e, Judgement &j) {
    j.reason = because::SetsInLate{e.witnessed()};
    j.would_decide = e.farther();
}

bool leaves(const Evidence &e) { return e.leaving(); }
void decide_leaves(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::exceeded;
    j.borne_out = e.leaving()->exact || rises_for_sure(e.witnessed());
    j.reason = because::Leaves{e.witnessed(), e.leaving()->name, e.unnamed_sizes(*e.leaving())};
}

bool is_unlisted_near(const Evidence &e) {
    return !e.is_level && e.outside_unlisted && e.unlisted > e.against && e.unlisted > e.enough_unlisted() &&
           (e.witness || e.end_rise != EndRise::none);
}
void decide_unlisted_near(const Evidence &e, Judgement &j) {
    j.reason = because::UnlistedNear{e.stretch(), e.outside_unlisted->name};
}

bool keeps_by_evidence(const Evidence &e) { return e.against < -e.needed_to_keep(); }

// Whatever explains the steps: to the top they rise above the bound.
bool still_rises(const Evidence &e) {
    return keeps_by_evidence(e) && e.read == Metric::steps && !e.is_over_several() && e.witness &&
           e.witness->late_rise > rise_to_heed && e.witness->from <= e.growth->points.size() / 3;
}
void decide_still_rises(const Evidence &e, Judgement &j) {
    j.reason = because::StillRises{e.stretch()};
    j.would_decide = e.farther();
}

// What keeps the bound is off, and ahead only since it is simpler: what leaves it comes nearer.
bool is_nearer_outside(const Evidence &e) {
    return keeps_by_evidence(e) && e.keeps_by_its_simplicity() && !e.nothing_rises();
}
// Readings that no growth is sure of, that nothing outside the bound follows, and the larger any size is, the
// lower is the highest that they come to above it. Of a whole program that may be its start-up.
bool highest_falls(const Evidence &e) {
    const bool is_followed =
        (e.leaving() && e.off(*e.leaving()) < ragged) ||
        (e.outside_unlisted && e.unlisted > e.enough_unlisted() && e.off(*e.outside_unlisted) < ragged);
    const bool is_kept_anyway = e.spare == Spare::surely || e.nothing_rises() ||
                                (keeps_by_evidence(e) && !nothing_fits(e) && !is_nearer_outside(e));
    return !e.highest.empty() && e.is_exact() && e.bound.kind == Bound::Kind::upper && !e.shape->starts_up &&
           !is_followed && !is_kept_anyway;
}
void decide_highest_falls(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::holds;
    if (!e.inside || e.against > 0 || fits_poorly(*e.growth)) j.name_no_growth();
    because::HighestFalls reason{e.read, print_canonical(e.bound.growth), {}};
    for (std::size_t i = 0; i < e.highest.size(); ++i) {
        const HighestAlong &along = e.highest[i];
        reason.sizes.push_back(
            {e.growth->names()[i], along.middle, std::exp(along.below), std::exp(along.above)});
    }
    j.reason = reason;
}

void decide_equally_well(const Evidence &e, Judgement &j) {
    j.reason = because::EquallyWell{e.stretch()};
    j.would_decide = e.would_decide();
}

void decide_keeps(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::holds;
    j.reason = because::Keeps{e.stretch()};
    j.loose = is_loose(e);
    if (e.is_hidden_above(make_number(1))) { // that it stays is the grain's
        j.loose = false;
        j.name_no_growth();
    }
}

// Whatever is told apart, nothing of the readings rises above the bound where it counts, and growth within it
// explains them.
bool nothing_rises(const Evidence &e) { return e.nothing_rises(); }

bool always(const Evidence &) { return true; }

bool counts_steps_apart(const Evidence &e, const Judgement &) {
    return e.growth && e.growth->doublings_apart > 0;
}
void tell_steps_apart(const Evidence &e, Judgement &j) {
    j.remarks.push_back(besides::StepsApart{e.growth->points.size(), e.growth->doublings_apart});
}

// Of growth that only the hardest places were left of: it decides upper bounds alone.
bool is_of_the_hardest(const Evidence &e, const Judgement &) { return e.growth && e.growth->hardest; }
void allow_for_the_hardest(const Evidence &e, Judgement &j) {
    if (e.bound.kind == Bound::Kind::upper) {
        j.remarks.push_back(besides::Hardest{e.growth->points.size()});
        return;
    }
    j.verdict = Verdict::undecided;
    j.remarks.push_back(besides::FromBelow{});
}

// Steps are within the bound, but a step takes so much longer at the larger sizes that memory can't be why.
bool hides_work(const Evidence &e, const Judgement &j) {
    if (!e.memory || !e.time || j.verdict == Verdict::exceeded || e.bound.kind == Bound::Kind::lower)
        return false;
    const double needed = e.is_over_several() ? exceeded_by_time_over_several : exceeded_by_time;
    return e.time->last_ns / e.time->first_ns >= memory_allowance * e.time->could && e.time_against >= needed;
}
void tell_hidden_work(const Evidence &e, Judgement &j) {
    const Growth &time = *e.shape->time;
    j.verdict = Verdict::exceeded;
    j.loose = false;
    j.decided_by = Metric::time;
    j.growth_class = time.best().name;
    j.exponent = time.exponent;
    j.interval = time.interval;
    j.reason = because::HiddenWork{time.best().name, *e.time};
    j.remarks.clear();
    j.would_decide.reset();
}

// The same where the bytes that are worked on tell how little memory can do: a step itself may grow, as of
// numbers that get longer, or of branches that are foreseen less well; which of them it is nobody can tell.
bool has_slow_steps(const Evidence &e, const Judgement &j) {
    if (!e.time || !e.time->could_there || j.verdict != Verdict::holds || e.bound.kind == Bound::Kind::lower)
        return false;
    const double needed = e.is_over_several() ? exceeded_by_time_over_several : exceeded_by_time;
    return e.time->last_ns / e.time->first_ns >= memory_allowance * *e.time->could_there &&
           e.time_against >= needed;
}
void tell_slow_steps(const Evidence &e, Judgement &j) {
    j.verdict = Verdict::undecided;
    j.loose = false;
    j.reason = because::SlowSteps{e.shape->time->best().name, *e.time};
    j.remarks.clear();
    j.would_decide = e.farther();
}

bool time_grows_faster(const Evidence &e, const Judgement &j) {
    return e.time && j.decided_by == Metric::steps && !std::holds_alternative<because::SlowSteps>(j.reason) &&
           e.time->last_ns / e.time->first_ns >= time_faster_told;
}
void tell_time_faster(const Evidence &e, Judgement &j) { j.remarks.push_back(besides::TimeFaster{*e.time}); }

} // namespace

const std::vector<DecidingRule> &deciding_rules() {
    static const std::vector<DecidingRule> rules = {
        {"not-read", was_not_read, decide_not_read},
        {"other-sizes", speaks_of_other_sizes, decide_other_sizes},
        {"line-leaves", a_line_leaves, decide_line_leaves},
        {"too-few", is_too_few, decide_too_few},
        {"below-grain", is_below_grain, decide_below_grain},
        {"highest-falls", highest_falls, decide_highest_falls},
        {"nothing-fits", nothing_fits, decide_nothing_fits},
        {"only-while-small", is_only_while_small, decide_only_while_small},
        {"spare-room", is_spare_room, decide_spare_room},
        {"memory-could", memory_could_do_it, decide_memory_could},
        {"nothing-rises", is_doubtful_and_nothing_rises, decide_keeps},
        {"not-nearer", is_not_nearer, decide_not_nearer},
        {"witness", is_seen_nowhere, decide_seen_nowhere},
        {"rare", is_rare_and_not_plain, decide_rare},
        {"one-change", may_be_one_change, decide_one_change},
        {"leaves", leaves, decide_leaves},
        {"unlisted", is_unlisted_near, decide_unlisted_near},
        {"still-rises", still_rises, decide_still_rises},
        {"nearer-outside", is_nearer_outside, decide_equally_well},
        {"keeps", keeps_by_evidence, decide_keeps},
        {"nothing-rises", nothing_rises, decide_keeps},
        {"equally-well", always, decide_equally_well},
    };
    return rules;
}

const std::vector<QualifyingRule> &qualifying_rules() {
    static const std::vector<QualifyingRule> rules = {
        {"steps-apart", counts_steps_apart, tell_steps_apart},
        {"hardest", is_of_the_hardest, allow_for_the_hardest},
        {"part-leaves", a_part_leaves, tell_part},
        {"part-may-leave", a_part_may_leave, tell_part_in_doubt},
        {"parts-keep", all_parts_keep, tell_parts},
        {"hidden-work", hides_work, tell_hidden_work},
        {"slow-steps", has_slow_steps, tell_slow_steps},
        {"start-up", is_start_up, allow_for_start_up},
        {"beyond-start-up", is_kept_by_the_start_up, look_beyond_the_start_up},
        {"time-faster", time_grows_faster, tell_time_faster},
    };
    return rules;
}

std::vector<std::string> rule_names() {
    return {"line-leaves", "below-grain",  "highest-falls",   "nothing-fits",  "only-while-small",
            "spare-room",  "memory-could", "not-nearer",      "nothing-rises", "witness",
            "rare",        "one-change",   "unlisted",        "still-rises",   "nearer-outside",
            "hardest",     "part-leaves",  "part-may-leave",  "parts-keep",    "hidden-work",
            "slow-steps",  "start-up",     "beyond-start-up", "capped",        "unread-shapes",
            "reading",     "garbage"};
}

namespace {

// One growth is told of a claim: where what explains the readings best is on no list, is refuted, or was
// passed over since it is seldom met, that which decided, as the reason says it. Over several sizes it is
// told of nothing that is open: there such growth follows anything.
void tell_what_decided(const Evidence &e, Judgement &j) {
    if (!e.growth || !e.growth->is_fitted()) return;
    const bool is_refuted = e.inside && e.against < 0 && e.growth->best().score > e.inside->score;
    const bool is_passed_over =
        j.verdict == Verdict::exceeded && e.leaving() && e.leaving()->score < e.growth->best().score;
    if (!e.growth->best().bent && !is_refuted && !is_passed_over) return;
    const Fit *decided = j.verdict == Verdict::exceeded ? e.leaving()
                         : j.verdict == Verdict::holds  ? e.inside
                                                        : nullptr;
    if (decided && !decided->bent)
        j.growth_class = decided->name;
    else if (j.verdict == Verdict::undecided && e.growth->names().size() > 1)
        j.growth_class.clear();
}

} // namespace

Judgement judged_on(const Evidence &e, const Without &without) {
    // That growth which is seldom met comes nearer still takes nothing from what is often met.
    if (e.outside_often && e.inside && is_rare_and_not_plain(e)) {
        Evidence often = e;
        often.outside = std::exchange(often.outside_often, nullptr);
        often.against = often.outside->score - often.inside->score;
        return judged_on(often, without);
    }
    Judgement j;
    j.worst_shape = e.shape->shape;
    if (e.growth) {
        j.decided_by = e.read;
        std::tie(j.from, j.to) = e.growth->range();
    }
    if (e.growth && e.growth->is_fitted() && names_all(e.growth->names(), e.bound.growth)) {
        j.growth_class = e.growth->best().name;
        j.exponent = e.growth->exponent;
        j.interval = e.growth->interval;
        j.evidence = e.against;
    }
    for (const DecidingRule &rule : deciding_rules())
        if (!without.contains(rule.name) && rule.applies(e)) {
            rule.decide(e, j);
            break;
        }
    tell_what_decided(e, j);
    for (const QualifyingRule &rule : qualifying_rules())
        if (!without.contains(rule.name) && rule.applies(e, j)) rule.qualify(e, j);
    return j;
}

} // namespace iron
