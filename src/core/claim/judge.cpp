#include "core/claim/judge.h"

#include <algorithm>
#include <set>

#include "core/bound/order.h"
#include "core/claim/joint_verdict.h"

namespace iron {

namespace {

bool speaks_of_others(const Bound &bound, const std::string &size_name) {
    for (const std::string &name : sizes_in(bound.growth))
        if (name != size_name) return true;
    return false;
}

std::vector<ShapeGrowth> shapes_of(const SolutionClaims &solution, const std::vector<SeriesGrowth> &growths) {
    std::vector<ShapeGrowth> shapes;
    for (const SeriesGrowth &growth : growths) {
        if (growth.solution != solution.solution) continue;
        const auto same = [&](const ShapeGrowth &shape) { return shape.shape == growth.shape; };
        auto found = std::find_if(shapes.begin(), shapes.end(), same);
        if (found == shapes.end()) {
            found = shapes.insert(shapes.end(), {growth.shape, {}, {}, {}});
            found->starts_up = solution.whole_program;
        }
        (growth.metric == "steps"   ? found->steps
         : growth.metric == "space" ? found->space
                                    : found->time) = growth.growth;
        (growth.metric == "steps"   ? found->joint_steps
         : growth.metric == "space" ? found->joint_space
                                    : found->joint_time) = growth.joint;
    }
    // One that nothing was read of may be the one that leaves a bound.
    if (!shapes.empty())
        for (const std::string &name : solution.shapes)
            if (std::none_of(shapes.begin(), shapes.end(),
                             [&](const ShapeGrowth &shape) { return shape.shape == name; }))
                shapes.push_back({name, {}, {}, {}});
    return shapes;
}

// A whole program has to read its input: growth above the bound that is no faster than the input's own may be
// the reading's.
void allow_for_reading(const Bound &bound, const std::string &size_name,
                       const std::vector<ShapeGrowth> &shapes, Judgement &judgement) {
    const Expression input = make_size(size_name);
    if (judgement.verdict != Verdict::exceeded || bound.kind == Bound::Kind::lower ||
        compare_growth(bound.growth, input) >= 0)
        return;
    const bool of_space = judgement.decided_by == "space";
    for (const ShapeGrowth &shape : shapes)
        for (const auto &growth : {of_space ? shape.space : shape.steps, of_space ? shape.space : shape.time})
            if (growth && !growth->fits.empty() && compare_growth(growth->best().curve.expression, input) > 0)
                return;
    judgement.verdict = Verdict::undecided;
    judgement.reason += "; a whole program can't be told from its reading of the input: function style can";
}

// Where garbage is collected now and then, memory read from outside is more than what is in use.
void allow_for_garbage(Judgement &judgement) {
    if (judgement.verdict != Verdict::exceeded) return;
    judgement.verdict = Verdict::undecided;
    judgement.reason +=
        "; what is collected only later counts in this reading, so it can't tell that from need";
}

Judgement undecided(std::string reason) {
    Judgement judgement;
    judgement.reason = std::move(reason);
    return judgement;
}

} // namespace

std::vector<JudgedClaim> judge_claims(const std::vector<SolutionClaims> &solutions,
                                      const std::vector<SeriesGrowth> &growths, const std::string &size_name,
                                      const std::optional<MemoryCurve> &memory) {
    std::vector<JudgedClaim> judged;
    for (const SolutionClaims &solution : solutions) {
        const std::vector<ShapeGrowth> shapes = shapes_of(solution, growths);
        for (const Claim &claim : solution.claims) {
            JudgedClaim one{solution.solution, claim, {}};
            std::set<std::string> named; // shapes with a claim of their own on this metric
            for (const Claim &other : solution.claims)
                if (other.metric == claim.metric && other.shape != "every") named.insert(other.shape);
            std::vector<ShapeGrowth> meant;
            for (const ShapeGrowth &shape : shapes)
                if (claim.shape == "every" ? !named.contains(shape.shape) : shape.shape == claim.shape)
                    meant.push_back(shape);
            if (!solution.excluded.empty())
                one.judgement = undecided("no verdict: " + solution.excluded);
            else if (speaks_of_others(claim.bound, size_name) &&
                     std::none_of(meant.begin(), meant.end(), [&](const ShapeGrowth &shape) {
                         const auto joint = deciding_joint(claim.metric, shape);
                         return joint && names_all(joint->names, claim.bound.growth);
                     }))
                one.judgement =
                    undecided("the claim names other sizes than " + size_name + ", and those do not change");
            else {
                one.judgement = judge(claim.metric, claim.bound, size_name, meant, memory);
                if (solution.whole_program) allow_for_reading(claim.bound, size_name, meant, one.judgement);
                if (claim.metric == "space" && solution.collects_garbage) allow_for_garbage(one.judgement);
                if (claim.metric == "space" && solution.whole_program && one.judgement.decided_by == "space")
                    one.judgement.decided_by = "resident";
            }
            judged.push_back(std::move(one));
        }
    }
    return judged;
}

std::vector<Bound> bounds_on(const SolutionClaims &solution, const std::string &metric) {
    std::vector<Bound> bounds;
    for (const Claim &claim : solution.claims)
        if (claim.metric == (metric == "space" ? "space" : "time")) bounds.push_back(claim.bound);
    return bounds;
}

} // namespace iron
