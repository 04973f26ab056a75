#include "core/claim/verdict.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

#include "core/bound/order.h"
#include "core/bound/print.h"
#include "core/bound/size_order.h"
#include "core/claim/capped.h"
#include "core/claim/joint_verdict.h"
#include "core/claim/room_to_spare.h"
#include "core/claim/time_beside_steps.h"
#include "core/claim/witness.h"
#include "core/claim/words.h"

namespace iron {

namespace {

// Evidence in ln units that a verdict needs. Steps: Bayes factors of e. Time alone: a rise by the caches can
// look like growth, and without a model of them only a very clear excess is safe (docs/statistics.md).
struct Thresholds {
    double exceeded, holds;
};
constexpr Thresholds for_steps{1, 1};
constexpr Thresholds for_time{2.8, 0.8};

double evidence_for(const Expression &bound, Bound::Kind kind, const Growth &growth) {
    return evidence_against({kind, bound, ""}, growth);
}

// Between two of the points.
std::string ratio_words(const Growth &growth, const Bound &bound, const std::string &metric,
                        const std::string &size_name, std::size_t start, std::size_t end) {
    const std::vector<Located> &points = growth.points;
    const double first = ratio_at(points[start], bound, size_name),
                 last = ratio_at(points[end], bound, size_name);
    const std::string canonical = print_canonical(bound.growth);
    const auto shown = [&](double value) { return reading_text(value, metric); };
    const std::string what = divided_text(metric, canonical);
    const std::string range =
        fmt::format("{} = {} and {}", size_name, grouped(points[start].size), grouped(points[end].size));
    const bool plural = metric == "steps";
    const char *verb = plural ? (last > first ? "rise" : "fall") : (last > first ? "rises" : "falls");
    // Below the grain of the reading nothing is told: it may be less than that.
    if (metric == "space" && canonical == "1" && last == first)
        return fmt::format("{} stays within {} between {}", what, shown(last), range);
    if (std::abs(std::log(last / first)) < 0.03)
        return fmt::format("{} {} level at {} between {}", what, plural ? "stay" : "stays", shown(last),
                           range);
    return fmt::format("{} {} from {} to {} between {}", what, verb, shown(first), shown(last), range);
}

std::optional<WouldDecide> size_that_decides(const Growth &growth, const Bound &bound,
                                             const std::string &size_name,
                                             const std::optional<Growth> &time) {
    const CurveFit *within = best_within(bound, growth), *outside = best_outside(bound, growth);
    if (!within || !outside) return std::nullopt;
    double error = 0;
    for (const Located &point : growth.points)
        error = std::max(error, point.error);
    const double enough = std::max(0.05, 4 * error);
    const double top = growth.to;
    for (double size = top * 1.5; size < top * 1100; size *= 1.5) {
        const double apart =
            std::log(value_at(*outside, size_name, size) / value_at(*within, size_name, size));
        if (std::abs(apart) < enough) continue;
        WouldDecide decide{size_name, std::ceil(size), std::nullopt};
        if (time && !time->fits.empty()) decide.cost_ns = value_at(time->best(), size_name, size);
        return decide;
    }
    return std::nullopt;
}

// True where the rise of time above the bound is no larger than twice what memory getting slower could do.
bool memory_could_do_it(const Growth &growth, const Bound &bound, const std::string &size_name,
                        const std::optional<MemoryCurve> &memory) {
    if (!memory) return false;
    const CurveFit *outside = best_outside(bound, growth);
    if (!outside || compare_growth(outside->curve.expression, bound.growth) <= 0) return false;
    const Located &first = growth.points.front(), &last = growth.points.back();
    const double rise = ratio_at(last, bound, size_name) / ratio_at(first, bound, size_name);
    return rise < 2 * memory->steepest_rise(last.size / std::max(first.size, 1.0));
}

std::optional<Witness> witness_in(const Growth &growth, const Bound &bound, const std::string &decided_by,
                                  const std::string &size_name) {
    std::vector<RatioRead> places;
    for (const Located &point : growth.points)
        places.push_back({{point.size}, std::log(ratio_at(point, bound, size_name)), point.error});
    return find_witness(bound.kind, places, least_rise_of(decided_by));
}

// Where it matters that reading / bound still rises, over most of what was read: then a bound is not told to
// hold, whatever explains the readings.
bool still_rises(const Witness &witness, const Growth &growth) {
    constexpr double rise_to_heed = 0.2; // ln: waves of whole numbers and terms taken off stay below
    return witness.late_rise > rise_to_heed && witness.from <= growth.points.size() / 3;
}

struct OneShape {
    const ShapeGrowth *shape = nullptr;
    const Growth *growth = nullptr; // null where several sizes were judged at once
    Judgement judgement;
    bool joint = false;
    bool unread = false; // all within a coarse grain
};

// A claim in sizes that did not change where the shape was read.
OneShape untold(const ShapeGrowth &shape, const std::string &size_name) {
    OneShape one{&shape, nullptr, {}};
    one.judgement.worst_shape = shape.shape;
    one.judgement.reason =
        fmt::format("the claim names other sizes than {}, and those do not change there", size_name);
    return one;
}

// Where too few sizes could be counted for growth to show, and enough timed, times have to do.
bool steps_tell(const std::optional<Growth> &steps, const std::optional<Growth> &time) {
    return steps && (!time || steps->standing == Growth::Standing::fitted ||
                     time->standing != Growth::Standing::fitted);
}

OneShape judge_shape(const std::string &metric, const Bound &bound, const std::string &size_name,
                     const ShapeGrowth &shape, const std::optional<MemoryCurve> &memory) {
    OneShape one{&shape, nullptr, {}};
    Judgement &j = one.judgement;
    const bool of_space = metric == "space";
    const bool exact = of_space || steps_tell(shape.steps, shape.time);
    const std::optional<Growth> &read = of_space ? shape.space : exact ? shape.steps : shape.time;
    if (!read) {
        j.reason = of_space ? fmt::format("space was not read for the shape '{}'", shape.shape)
                            : fmt::format("nothing was measured for the shape '{}'", shape.shape);
        return one;
    }
    const Growth &growth = *read;
    const Thresholds need = exact ? for_steps : for_time;
    one.growth = &growth;
    j.decided_by = of_space ? "space" : exact ? "steps" : "time";
    j.worst_shape = shape.shape;
    j.from = growth.from;
    j.to = growth.to;
    if (growth.standing == Growth::Standing::too_few) {
        j.reason = fmt::format("only {} measured, {} = {} to {}: too few to tell growth (6 sizes over {} "
                               "doublings are the least)",
                               growth.points.size() == 1 ? "1 size was"
                                                         : fmt::format("{} sizes were", growth.points.size()),
                               size_name, grouped(growth.from), grouped(growth.to), exact ? "2" : "3");
        return one;
    }
    if (of_space && below_a_coarse_grain(growth.points)) {
        leave_unread(growth.points, size_name, growth.to, j);
        one.unread = true;
        return one;
    }
    j.growth_class = growth.best().curve.name;
    j.exponent = growth.exponent;
    j.interval = growth.interval;
    j.evidence = evidence_against(bound, growth);
    // Start-up cost rules the smallest sizes: the course is told from a third of the ladder on.
    const std::string course = ratio_words(growth, bound, j.decided_by, size_name, growth.points.size() / 3,
                                           growth.points.size() - 1);
    const std::string name = growth.best().curve.name;
    const Spare spare = of_space && bound.kind == Bound::Kind::upper && j.evidence > 0
                            ? room_to_spare(growth, bound, size_name)
                            : Spare::no;
    const auto witness = witness_in(growth, bound, j.decided_by, size_name);
    if (fits_poorly(growth) && std::abs(j.evidence) < 15) {
        j.reason = fmt::format("no growth on the list fits: the nearest, {}, is off by {} % on average", name,
                               three_digits(100 * misfit(growth.best().fitted, growth.points)));
    } else if (spare != Spare::no) {
        j.verdict = spare == Spare::surely ? Verdict::holds : Verdict::undecided;
        j.reason = fmt::format("{}; at sizes whole doublings apart it rises by no more than what containers "
                               "keep to spare",
                               course);
        if (spare == Spare::perhaps) j.would_decide = WouldDecide{size_name, 8 * growth.to, {}};
    } else if (j.evidence > need.exceeded &&
               (exact || !memory_could_do_it(growth, bound, size_name, memory))) {
        if (witness) {
            j.verdict = Verdict::exceeded;
            // The course from a third on is what people look at, where it goes the same way.
            const auto ratio = [&](std::size_t at) { return ratio_at(growth.points[at], bound, size_name); };
            const std::size_t third = growth.points.size() / 3;
            const bool same_way =
                (ratio(third) < ratio(witness->to)) == (ratio(witness->from) < ratio(witness->to));
            const std::size_t from = same_way && third < witness->to ? third : witness->from;
            j.reason =
                fmt::format("{}, as {} does",
                            ratio_words(growth, bound, j.decided_by, size_name, from, witness->to), name);
        } else {
            j.reason = fmt::format("{}; {} explains that better than what keeps the bound, but where it was "
                                   "read nothing leaves it for all to see",
                                   course, name);
            j.would_decide = WouldDecide{size_name, 8 * growth.to, {}};
        }
    } else if (j.evidence < -need.holds &&
               !(j.decided_by == "steps" && witness && still_rises(*witness, growth))) {
        j.verdict = Verdict::holds;
        j.reason = course;
        j.loose = bound.kind == Bound::Kind::upper && compare_growth(bound.growth, make_number(1)) > 0 &&
                  evidence_for(less_a_logarithm(bound.growth, size_name), bound.kind, growth) < -need.holds;
    } else if (j.evidence < -need.holds) {
        j.reason =
            fmt::format("{}; growth within the bound explains that, but up to the largest size it still "
                        "rises above it",
                        course);
        j.would_decide = WouldDecide{size_name, 8 * growth.to, {}};
    } else {
        j.reason =
            exact || j.evidence < 0
                ? fmt::format("{}; growth within the bound and above it explain that about equally well",
                              course)
                : fmt::format("{}, as {} does; but time alone can't tell that from memory getting slower, "
                              "and no steps were counted",
                              course, name);
        j.would_decide = size_that_decides(growth, bound, size_name, shape.time);
    }
    if (growth.doublings_apart > 0)
        j.reason +=
            fmt::format("; capacities grow in steps, so only the {} sizes at the dearest place of a "
                        "step count, {} apart",
                        growth.points.size(), growth.doublings_apart == 1 ? "a doubling" : "two doublings");
    if (growth.hardest) allow_for_the_hardest(bound, growth.points.size(), j);
    if (memory && j.decided_by == "steps" && j.verdict != Verdict::exceeded)
        look_for_hidden_work(shape, bound, *memory, for_time.exceeded, j);
    return one;
}

// The smallest growth on the list that as a bound would hold, as a claim; "" where none would.
std::string smallest_claim(const Growth &growth, double needed) {
    const Curve *least = nullptr;
    for (const CurveFit &fit : growth.fits) {
        if (least && compare_growth(fit.curve.expression, least->expression) >= 0) continue;
        if (evidence_for(fit.curve.expression, Bound::Kind::upper, growth) < -needed) least = &fit.curve;
    }
    return least ? "O(" + least->name + ")" : "";
}

int severity(Verdict verdict) {
    return verdict == Verdict::exceeded ? 2 : verdict == Verdict::undecided ? 1 : 0;
}

// Takes shapes off that leave the bound or can't be told where another that holds shows all they can take.
// Returns words for it.
std::string leave_out_capped(const std::string &metric, const Bound &bound, const std::string &size_name,
                             std::vector<OneShape> &all) {
    if (bound.kind != Bound::Kind::upper) return "";
    std::string words;
    std::vector<OneShape> caps;
    for (const OneShape &one : all)
        if (one.judgement.verdict == Verdict::holds && one.judgement.decided_by != "time")
            caps.push_back(one);
    std::erase_if(all, [&](const OneShape &one) {
        if (severity(one.judgement.verdict) == 0 || one.judgement.decided_by == "time") return false;
        const auto places = places_read(metric, bound, size_name, *one.shape);
        const auto cap = std::find_if(caps.begin(), caps.end(), [&](const OneShape &other) {
            return is_capped(places, places_read(metric, bound, size_name, *other.shape));
        });
        if (cap == caps.end()) return false;
        words += fmt::format("{}on {} it never takes more than on {}", words.empty() ? "" : ", ",
                             one.shape->shape, cap->shape->shape);
        return true;
    });
    return words;
}

// A whole program's time holds its start-up: where that is most of every reading, what grows beside it is
// not seen.
void allow_for_start_up(const std::string &size_name, OneShape &one) {
    Judgement &j = one.judgement;
    if (!one.shape->starts_up || j.decided_by != "time" || j.verdict == Verdict::undecided) return;
    const std::vector<Located> &points = one.joint ? one.shape->joint_time->points : one.shape->time->points;
    const auto [least, most] =
        std::minmax_element(points.begin(), points.end(),
                            [](const Located &a, const Located &b) { return a.log_value < b.log_value; });
    if (most->log_value - least->log_value >= std::log(2)) return;
    j.verdict = Verdict::undecided;
    j.loose = false;
    j.reason =
        fmt::format("no reading is twice as long as the least, {}, and that is the program's start-up: "
                    "what it does itself hardly shows; a larger size would",
                    time_text(std::exp(least->log_value)));
    j.would_decide = WouldDecide{size_name, 8 * j.to, {}};
}

} // namespace

void leave_unread(const std::vector<Located> &points, const std::string &size_name, double to,
                  Judgement &judgement) {
    judgement.reason =
        fmt::format("no reading is above {}, and below that none says anything; a larger size would",
                    bytes_text(std::exp(points.front().log_value)));
    judgement.would_decide = WouldDecide{size_name, 8 * to, {}};
}

void allow_for_the_hardest(const Bound &bound, std::size_t places, Judgement &judgement) {
    if (bound.kind == Bound::Kind::upper) {
        judgement.reason += fmt::format(
            "; some inputs end early, so only the {} places that took most for their sizes count", places);
        return;
    }
    judgement.verdict = Verdict::undecided;
    judgement.reason += "; some inputs end early, and growth from below can't be told from these";
}

const char *word_for(Verdict verdict) {
    switch (verdict) {
    case Verdict::holds:
        return "holds";
    case Verdict::exceeded:
        return "exceeded";
    default:
        return "undecided";
    }
}

Judgement judge(const std::string &metric, const Bound &bound, const std::string &size_name,
                const std::vector<ShapeGrowth> &shapes, const std::optional<MemoryCurve> &memory) {
    std::vector<OneShape> all;
    for (const ShapeGrowth &shape : shapes) {
        if (!deciding_joint(metric, shape)) {
            all.push_back(names_all({size_name}, bound.growth)
                              ? judge_shape(metric, bound, size_name, shape, memory)
                              : untold(shape, size_name));
            continue;
        }
        OneShape one{&shape, nullptr, judge_jointly(metric, bound, shape, memory)};
        one.joint = true;
        one.unread = metric == "space" && shape.joint_space->standing == Growth::Standing::fitted &&
                     below_a_coarse_grain(shape.joint_space->points);
        one.judgement.worst_shape = shape.shape;
        all.push_back(std::move(one));
    }
    if (all.empty()) {
        Judgement nothing;
        nothing.reason = "nothing was measured";
        return nothing;
    }
    // What never comes above the grain is not the worst where another does.
    std::string unread;
    if (bound.kind == Bound::Kind::upper && std::any_of(all.begin(), all.end(), [](const OneShape &one) {
            return (one.growth || one.joint) && !one.unread;
        }))
        std::erase_if(all, [&](const OneShape &one) {
            if (one.unread) unread += (unread.empty() ? "" : ", ") + one.shape->shape;
            return one.unread;
        });
    for (OneShape &one : all)
        allow_for_start_up(size_name, one);
    const std::string capped = leave_out_capped(metric, bound, size_name, all);
    // The worst verdict first; among equals the shape that comes nearest to leaving the bound.
    const auto worse = [](const OneShape &a, const OneShape &b) {
        const int sa = severity(a.judgement.verdict), sb = severity(b.judgement.verdict);
        if (sa != sb) return sa > sb;
        if (a.joint && b.joint && a.judgement.loose != b.judgement.loose) return b.judgement.loose;
        if (a.joint && b.joint) return a.judgement.evidence > b.judgement.evidence;
        const bool fa = a.growth && !a.growth->fits.empty(), fb = b.growth && !b.growth->fits.empty();
        if (fa != fb) return fa;
        if (!fa) return false;
        const int order =
            compare_growth(a.growth->best().curve.expression, b.growth->best().curve.expression);
        if (order != 0) return order > 0;
        return a.growth->points.back().log_value > b.growth->points.back().log_value;
    };
    std::stable_sort(all.begin(), all.end(), worse);
    Judgement judgement = all.front().judgement;
    const OneShape &worst = all.front();
    // What was left out may be what needs the bound, and so may what a start-up hides.
    judgement.loose =
        judgement.loose && unread.empty() && capped.empty() &&
        !(worst.shape->starts_up && judgement.decided_by == "time") &&
        std::all_of(all.begin(), all.end(), [](const OneShape &one) { return one.judgement.loose; });
    if (shapes.size() > 1 && !judgement.worst_shape.empty())
        judgement.reason = fmt::format("{}: {}", judgement.worst_shape, judgement.reason);
    if (!unread.empty()) judgement.reason += fmt::format("; on {} it stays below what can be read", unread);
    if (!capped.empty()) judgement.reason += "; " + capped;
    if (bound.kind == Bound::Kind::upper && (judgement.verdict == Verdict::exceeded || judgement.loose)) {
        const bool by_time = judgement.decided_by == "time";
        const std::string claim = worst.joint ? smallest_joint_claim(metric, judgement, *worst.shape)
                                              : smallest_claim(by_time ? *worst.shape->time : *worst.growth,
                                                               (by_time ? for_time : for_steps).holds);
        if (!claim.empty()) judgement.reason += fmt::format("; the smallest claim that holds is {}", claim);
    }
    if (worst.joint) return judgement;
    if (judgement.decided_by == "steps") judgement.reason += time_beside_steps(*all.front().shape);
    return judgement;
}

} // namespace iron
