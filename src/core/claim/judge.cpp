#include "core/claim/judge.h"

#include <algorithm>
#include <functional>
#include <set>

#include "core/bound/order.h"
#include "core/claim/capped.h"
#include "core/claim/lines.h"
#include "core/policy.h"

namespace iron {

const char *word_for(Verdict verdict) {
    switch (verdict) {
    case Verdict::holds:
        return "holds";
    case Verdict::exceeded:
        return "exceeded";
    case Verdict::undecided:
        return "undecided";
    }
    return "";
}

namespace {

struct OneShape {
    Evidence evidence;
    Judgement judgement;
};

int severity(Verdict verdict) {
    return verdict == Verdict::exceeded ? 2 : verdict == Verdict::undecided ? 1 : 0;
}

// Takes shapes off that leave the bound or can't be told where another that holds shows all they can take.
std::vector<besides::Capped> leave_out_capped(const Bound &bound, std::vector<OneShape> &all) {
    std::vector<besides::Capped> capped;
    if (bound.kind != Bound::Kind::upper) return capped;
    std::vector<OneShape> caps;
    for (const OneShape &one : all)
        if (one.judgement.verdict == Verdict::holds && one.judgement.decided_by != Metric::time)
            caps.push_back(one);
    std::erase_if(all, [&](const OneShape &one) {
        if (severity(one.judgement.verdict) == 0 || one.judgement.decided_by == Metric::time) return false;
        const auto read = [&](const OneShape &which) {
            return places_read(which.evidence.claimed, bound, *which.evidence.shape);
        };
        const auto cap = std::find_if(caps.begin(), caps.end(), [&](const OneShape &other) {
            return is_capped(read(one), read(other));
        });
        if (cap == caps.end()) return false;
        capped.push_back({one.evidence.shape->shape, cap->evidence.shape->shape});
        return true;
    });
    return capped;
}

// What never comes above the grain is not the worst where another does.
std::vector<std::string> leave_out_unread(const Bound &bound, std::vector<OneShape> &all) {
    const auto is_unread = [](const OneShape &one) {
        return std::holds_alternative<because::BelowGrain>(one.judgement.reason);
    };
    std::vector<std::string> unread;
    if (bound.kind != Bound::Kind::upper || std::none_of(all.begin(), all.end(), [&](const OneShape &one) {
            return one.evidence.growth && !is_unread(one);
        }))
        return unread;
    std::erase_if(all, [&](const OneShape &one) {
        if (is_unread(one)) unread.push_back(one.evidence.shape->shape);
        return is_unread(one);
    });
    return unread;
}

// The worst verdict first; among equals the shape that comes nearest to leaving the bound.
bool is_worse(const OneShape &a, const OneShape &b) {
    const int sa = severity(a.judgement.verdict), sb = severity(b.judgement.verdict);
    if (sa != sb) return sa > sb;
    const Growth *ga = a.evidence.growth, *gb = b.evidence.growth;
    const bool fa = ga && ga->is_fitted(), fb = gb && gb->is_fitted();
    if (fa != fb) return fa;
    if (!fa) return false;
    if (a.judgement.loose != b.judgement.loose) return b.judgement.loose;
    if (ga->names() != gb->names() || ga->names().size() > 1)
        return a.judgement.evidence > b.judgement.evidence;
    const bool below = SizeOrder::within(ga->best().course, gb->best().course),
               above = SizeOrder::within(gb->best().course, ga->best().course);
    if (below != above) return above;
    return ga->points.back().log_value > gb->points.back().log_value;
}

// The sum of what leads it.
Expression growth_of(const Fit &fit) {
    Expression growth;
    for (const CandidatePtr &lead : fit.leads)
        growth = growth ? make(ExpressionNode::Kind::sum, {growth, lead->expression}) : lead->expression;
    return growth;
}

// The smallest growth on the list that as a bound holds, as a claim; "" where none does.
std::string smallest_claim(const Growth &growth, double needed,
                           const std::function<bool(const Bound &)> &holds) {
    const Fit *least = nullptr;
    for (const Fit &fit : growth.fits) {
        if (fit.bent || (least && !(SizeOrder::within(fit.course, least->course) &&
                                    !SizeOrder::within(least->course, fit.course))))
            continue;
        const Bound bound{Bound::Kind::upper, growth_of(fit), ""};
        if (evidence_against(bound, growth) < -needed && holds(bound)) least = &fit;
    }
    return least ? "O(" + least->name + ")" : "";
}

Judgement undecided(Reason reason) {
    Judgement judgement;
    judgement.reason = std::move(reason);
    return judgement;
}

} // namespace

Judgement judge(Metric claimed, const Bound &bound, const std::vector<ShapeGrowth> &shapes,
                const JudgeOptions &options) {
    const MemoryCurve *memory = options.memory ? &*options.memory : nullptr;
    std::vector<OneShape> all;
    for (const ShapeGrowth &shape : shapes) {
        OneShape one{evidence_on(shape, claimed, bound, memory), {}};
        one.judgement = judged_on(one.evidence, options.without);
        all.push_back(std::move(one));
    }
    if (all.empty()) return undecided(because::NothingMeasured{});
    std::vector<std::string> unread;
    if (!options.without.contains("unread-shapes")) unread = leave_out_unread(bound, all);
    std::vector<besides::Capped> capped;
    if (!options.without.contains("capped")) capped = leave_out_capped(bound, all);
    std::stable_sort(all.begin(), all.end(), is_worse);
    const OneShape &worst = all.front();
    Judgement judgement = worst.judgement;
    judgement.one_of_several = shapes.size() > 1;
    // What was left out may be what needs the bound, and so may what a start-up hides.
    judgement.loose =
        judgement.loose && unread.empty() && capped.empty() &&
        (judgement.decided_by == Metric::steps ||
         !worst.evidence.shape->holds_start_up(judgement.decided_by.value_or(Metric::time))) &&
        std::all_of(all.begin(), all.end(), [](const OneShape &one) { return one.judgement.loose; });
    // What time does beside steps is said last.
    std::vector<Remark> last;
    if (!judgement.remarks.empty() && std::holds_alternative<besides::TimeFaster>(judgement.remarks.back())) {
        last.push_back(std::move(judgement.remarks.back()));
        judgement.remarks.pop_back();
    }
    if (!unread.empty()) judgement.remarks.push_back(besides::BelowGrainOn{unread});
    for (besides::Capped &one : capped)
        judgement.remarks.push_back(std::move(one));
    // Where a part or a line decided, the total tells too little to say what holds.
    const bool by_part = std::holds_alternative<because::PartLeaves>(judgement.reason) ||
                         std::holds_alternative<because::LineLeaves>(judgement.reason);
    if (bound.kind == Bound::Kind::upper && !by_part &&
        (judgement.verdict == Verdict::exceeded || judgement.loose)) {
        const bool by_time = judgement.decided_by == Metric::time;
        Evidence deciding = worst.evidence;
        if (by_time) deciding.growth = deciding.shape->time, deciding.read = Metric::time;
        // Judged as if it had been made.
        const auto holds = [&](const Bound &smaller) {
            return std::all_of(all.begin(), all.end(), [&](const OneShape &one) {
                const Evidence evidence = evidence_on(*one.evidence.shape, claimed, smaller, memory);
                return judged_on(evidence, options.without).verdict == Verdict::holds;
            });
        };
        const std::string claim = smallest_claim(*deciding.growth, deciding.needed_to_keep(), holds);
        if (!claim.empty()) judgement.remarks.push_back(besides::SmallestClaim{claim});
    }
    judgement.remarks.insert(judgement.remarks.end(), last.begin(), last.end());
    return judgement;
}

namespace {

std::vector<ShapeGrowth> shapes_of(const SolutionClaims &solution, const std::vector<SeriesGrowth> &growths,
                                   const JudgeOptions &options) {
    std::vector<ShapeGrowth> shapes;
    for (const SeriesGrowth &growth : growths) {
        if (growth.solution != solution.solution || growth.metric == Metric::memory) continue;
        const auto same = [&](const ShapeGrowth &shape) { return shape.shape == growth.shape; };
        auto found = std::find_if(shapes.begin(), shapes.end(), same);
        if (found == shapes.end()) {
            found = shapes.insert(shapes.end(), {growth.shape});
            found->starts_up = solution.whole_program;
            found->first_calls = solution.remembers;
            if (options.inputs)
                if (const auto input = options.inputs->find(growth.shape); input != options.inputs->end())
                    found->input = &input->second;
            if (options.lines)
                for (const SolutionLines &one : *options.lines)
                    if (one.solution == solution.solution && one.shape == growth.shape)
                        found->parts = &one.profiles;
            if (options.working_sets)
                if (const auto set = options.working_sets->find({solution.solution, growth.shape});
                    set != options.working_sets->end())
                    found->working_set = &set->second;
        }
        (growth.metric == Metric::steps  ? found->steps
         : growth.metric == Metric::time ? found->time
                                         : found->space) = &growth.growth;
    }
    // One that nothing was read of may be the one that leaves a bound.
    if (!shapes.empty())
        for (const std::string &name : solution.shapes)
            if (std::none_of(shapes.begin(), shapes.end(),
                             [&](const ShapeGrowth &shape) { return shape.shape == name; }))
                shapes.push_back({name});
    return shapes;
}

// The shapes that a claim speaks of.
std::vector<ShapeGrowth> meant_by(const Claim &claim, const SolutionClaims &solution,
                                  const std::vector<ShapeGrowth> &shapes) {
    std::set<std::string> named; // shapes with a claim of their own on this metric
    for (const Claim &other : solution.claims)
        if (other.metric == claim.metric && other.shape != "every") named.insert(other.shape);
    std::vector<ShapeGrowth> meant;
    for (const ShapeGrowth &shape : shapes)
        if (claim.shape == "every" ? !named.contains(shape.shape) : shape.shape == claim.shape)
            meant.push_back(shape);
    return meant;
}

// How long the text is that a whole program reads. Where that is not known, any size may tell it.
Expression length_of(const ShapeGrowth &shape, const std::vector<std::string> &names) {
    std::vector<Expression> terms;
    const Growth *input = shape.input;
    if (input && input->is_fitted() && input->names() == names && !fits_poorly(*input)) {
        for (const CandidatePtr &lead : input->told().leads)
            terms.push_back(lead->expression);
        return terms.size() == 1 ? terms[0] : make(ExpressionNode::Kind::sum, terms);
    }
    for (const std::string &name : names)
        terms.push_back(make_size(name));
    return terms.size() == 1 ? terms[0] : make(ExpressionNode::Kind::product, terms);
}

// The growth of the part that a verdict rests on, if it rests on one.
const Growth *part_that_decides(const Judgement &judgement, const std::vector<ShapeGrowth> &shapes) {
    const auto *leaves = std::get_if<because::PartLeaves>(&judgement.reason);
    if (!leaves) return nullptr;
    for (const ShapeGrowth &shape : shapes)
        if (shape.parts && shape.shape == judgement.worst_shape)
            for (const ProfileGrowth &part : *shape.parts)
                if (part.growth.is_fitted() && spot_of(part.profile.spots.front().key) == leaves->spot)
                    return &part.growth;
    return nullptr;
}

// Whether growth above the bound is no faster than the input's: of work, which adds up, than both together.
bool may_be_reading(const Bound &bound, const ShapeGrowth &shape, const Growth &growth) {
    const Expression length = length_of(shape, growth.names());
    const SizeOrder &order = growth.order();
    if (SizeOrder::within(order.course_of(length), order.course_of(bound.growth))) return false;
    const bool is_space = &growth == shape.space;
    const Expression most = is_space ? length : make(ExpressionNode::Kind::sum, {bound.growth, length});
    const Bound widened{Bound::Kind::upper, most, ""};
    // Times that hardly stand out from the start-up follow anything.
    if (&growth == shape.time) return evidence_against(widened, growth) <= policy::claim::exceeded_by_time;
    return SizeOrder::within(growth.best().course, order.course_of(most)) ||
           (!is_space && evidence_against(widened, growth) <= 0);
}

// A whole program has to read its input: growth above the bound that is no faster than the input's own may be
// the reading's. Of one that a part has decided, it is that part's.
void allow_for_reading(const Claim &claim, const std::vector<ShapeGrowth> &shapes, Judgement &judgement) {
    if (judgement.verdict != Verdict::exceeded || claim.bound.kind == Bound::Kind::lower) return;
    const Growth *part = part_that_decides(judgement, shapes);
    for (const ShapeGrowth &shape : shapes) {
        if (part && shape.shape != judgement.worst_shape) continue;
        std::vector<const Growth *> deciding = {shape.steps, shape.time};
        if (part || judgement.decided_by == Metric::space) deciding = {part ? part : shape.space};
        for (const Growth *growth : deciding)
            if (growth && growth->is_fitted() && !may_be_reading(claim.bound, shape, *growth)) return;
    }
    judgement.verdict = Verdict::undecided;
    judgement.remarks.push_back(besides::ReadingOfInput{});
}

// Where garbage is collected now and then, memory read from outside is more than what is in use.
void allow_for_garbage(Judgement &judgement) {
    if (judgement.verdict != Verdict::exceeded) return;
    judgement.verdict = Verdict::undecided;
    judgement.remarks.push_back(besides::Garbage{});
}

} // namespace

std::vector<JudgedClaim> judge_claims(const std::vector<SolutionClaims> &solutions,
                                      const std::vector<SeriesGrowth> &growths, const JudgeOptions &options) {
    std::vector<JudgedClaim> judged;
    for (const SolutionClaims &solution : solutions) {
        const std::vector<ShapeGrowth> shapes = shapes_of(solution, growths, options);
        for (const Claim &claim : solution.claims) {
            JudgedClaim one{solution.solution, claim, {}};
            if (!solution.excluded.empty()) {
                one.judgement = undecided(because::LeftOut{solution.excluded});
                judged.push_back(std::move(one));
                continue;
            }
            const std::vector<ShapeGrowth> meant = meant_by(claim, solution, shapes);
            one.judgement = meant.empty() && !shapes.empty()
                                ? undecided(because::ShapesOfTheirOwn{})
                                : judge(claim.metric, claim.bound, meant, options);
            if (solution.whole_program && !options.without.contains("reading"))
                allow_for_reading(claim, meant, one.judgement);
            if (claim.metric == Metric::space && solution.collects_garbage &&
                !options.without.contains("garbage"))
                allow_for_garbage(one.judgement);
            if (solution.whole_program && one.judgement.decided_by == Metric::space)
                one.judgement.decided_by = Metric::resident;
            if (solution.remembers && one.judgement.decided_by)
                one.judgement.remarks.push_back(besides::FirstCalls{});
            judged.push_back(std::move(one));
        }
    }
    return judged;
}

std::string claim_that_holds(Metric claimed, const SolutionClaims &solution,
                             const std::vector<SeriesGrowth> &growths, const JudgeOptions &options) {
    const std::vector<ShapeGrowth> shapes = shapes_of(solution, growths, options);
    std::string claim;
    std::optional<SizeOrder::Course> least;
    for (const ShapeGrowth &shape : shapes) {
        const Growth *growth = deciding_growth(claimed, shape);
        if (!growth || !growth->is_fitted()) return "";
        const Fit &fit = growth->told();
        if (fit.bent) return ""; // nobody would claim that
        if (least && !SizeOrder::within(fit.course, *least)) continue;
        const Judgement judgement = judge(claimed, {Bound::Kind::upper, growth_of(fit), ""}, shapes, options);
        if (judgement.verdict != Verdict::holds) continue;
        claim = "O(" + fit.name + ")";
        least = fit.course;
        for (const Remark &remark : judgement.remarks)
            if (const auto *smaller = std::get_if<besides::SmallestClaim>(&remark)) claim = smaller->claim;
    }
    return claim;
}

SolutionClaims with_claims_to_try(const SolutionClaims &solution, const std::vector<SeriesGrowth> &growths,
                                  const JudgeOptions &options) {
    SolutionClaims trying = solution;
    if (!solution.claims.empty() || !solution.excluded.empty()) return trying;
    const std::vector<ShapeGrowth> shapes = shapes_of(solution, growths, options);
    for (const Metric metric : {Metric::time, Metric::space}) {
        const Fit *most = nullptr;
        Expression linear; // where nothing is known yet
        for (const ShapeGrowth &shape : shapes) {
            const Growth *growth = deciding_growth(metric, shape);
            if (growth && growth->catalogue) linear = make_size(growth->names().front());
            if (!growth || !growth->is_fitted()) continue;
            const Fit &fit = growth->told();
            if (!most || !SizeOrder::within(fit.course, most->course)) most = &fit;
        }
        if (most)
            trying.claims.push_back(
                {metric, "every", {Bound::Kind::upper, growth_of(*most), "O(" + most->name + ")"}});
        else if (linear)
            trying.claims.push_back({metric, "every", {Bound::Kind::upper, linear, ""}});
    }
    return trying;
}

std::vector<Bound> bounds_on(const SolutionClaims &solution, Metric metric) {
    std::vector<Bound> bounds;
    for (const Claim &claim : solution.claims)
        if (claim.metric == (noise_of(metric) == Noise::weighed ? Metric::space : Metric::time))
            bounds.push_back(claim.bound);
    return bounds;
}

} // namespace iron
