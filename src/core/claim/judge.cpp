#include "core/claim/judge.h"

#include <algorithm>
#include <set>

namespace iron {

namespace {

bool speaks_of_others(const Bound &bound, const std::string &size_name) {
    for (const std::string &name : sizes_in(bound.growth))
        if (name != size_name) return true;
    return false;
}

std::vector<ShapeGrowth> shapes_of(const std::string &solution, const std::vector<SeriesGrowth> &growths) {
    std::vector<ShapeGrowth> shapes;
    for (const SeriesGrowth &growth : growths) {
        if (growth.solution != solution) continue;
        const auto same = [&](const ShapeGrowth &shape) { return shape.shape == growth.shape; };
        auto found = std::find_if(shapes.begin(), shapes.end(), same);
        if (found == shapes.end()) found = shapes.insert(shapes.end(), {growth.shape, {}, {}});
        (growth.metric == "steps" ? found->steps : found->time) = growth.growth;
    }
    return shapes;
}

Judgement undecided(std::string reason) {
    Judgement judgement;
    judgement.reason = std::move(reason);
    return judgement;
}

} // namespace

std::vector<JudgedClaim> judge_claims(const std::vector<SolutionClaims> &solutions,
                                      const std::vector<SeriesGrowth> &growths,
                                      const std::string &size_name) {
    std::vector<JudgedClaim> judged;
    for (const SolutionClaims &solution : solutions) {
        const std::vector<ShapeGrowth> shapes = shapes_of(solution.solution, growths);
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
            else if (claim.metric == "space")
                one.judgement = undecided("space is not measured in this version");
            else if (speaks_of_others(claim.bound, size_name))
                one.judgement = undecided("the claim names several sizes; only growth in " + size_name +
                                          " alone is judged in this version");
            else
                one.judgement = judge_time(claim.bound, size_name, meant);
            judged.push_back(std::move(one));
        }
    }
    return judged;
}

std::map<std::string, std::vector<Expression>> claimed_growths(const std::vector<SolutionClaims> &solutions,
                                                               const std::string &size_name) {
    std::map<std::string, std::vector<Expression>> growths;
    for (const SolutionClaims &solution : solutions)
        for (const Claim &claim : solution.claims)
            if (claim.metric == "time" && !speaks_of_others(claim.bound, size_name))
                growths[solution.solution].push_back(claim.bound.growth);
    return growths;
}

} // namespace iron
