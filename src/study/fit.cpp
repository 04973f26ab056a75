#include "study/fit.h"

#include <algorithm>
#include <map>
#include <set>

namespace iron {

namespace {

constexpr double unused_up_to = 1024; // values of such a size: enough for any growth to show

// Where no input of a shape depends on a size, what was read at one value of it is so at every other: a claim
// that names it is held against some of them.
std::vector<Measurement> spread_over_unused(const Scope &scope, const std::vector<SolutionClaims> &claims,
                                            const std::vector<Measurement> &measurements) {
    std::set<std::pair<std::string, std::string>> wanted; // solution, size
    for (const SolutionClaims &one : claims)
        for (const Claim &claim : one.claims)
            for (const std::string &size : sizes_in(claim.bound.growth))
                wanted.insert({one.solution, size});
    const bool several = scope.problem.sizes.size() > 1; // one alone is what every claim is held along
    std::vector<Measurement> more = measurements;
    for (const SizeRule &rule : scope.problem.sizes)
        for (const Measurement &m : measurements) {
            const auto unused = scope.unused.find(m.shape);
            if (unused == scope.unused.end() || !unused->second.contains(rule.name) ||
                !m.sizes.contains(rule.name) || (several && !wanted.contains({m.solution, rule.name})))
                continue;
            const auto [from, to] = range_of(rule, m.sizes);
            for (double value = std::max(from, 1.0); value <= std::min(to, unused_up_to); value *= 4)
                if (const double size = std::round(value); size != m.sizes.at(rule.name)) {
                    more.push_back(m);
                    more.back().sizes[rule.name] = size;
                }
        }
    return more;
}

std::set<std::string> whole_programs_in(const std::vector<SolutionClaims> &claims) {
    std::set<std::string> names;
    for (const SolutionClaims &one : claims)
        if (one.whole_program) names.insert(one.solution);
    return names;
}

std::vector<NamedSeries> memory_of(const Scope &scope, const std::vector<SolutionClaims> &claims,
                                   const std::vector<Measurement> &measurements) {
    std::vector<std::string> names;
    for (const SolutionClaims &one : claims)
        names.push_back(one.solution);
    return memory_series(measurements, names, whole_programs_in(claims), scope.shapes,
                         scope.problem.size_names(), scope.on_sweep());
}

std::map<std::pair<std::string, std::string>, WorkingSet>
working_sets_of(const Scope &scope, const std::vector<SolutionClaims> &claims,
                const std::vector<Measurement> &measurements) {
    std::map<std::pair<std::string, std::string>, WorkingSet> sets;
    for (const NamedSeries &one : memory_of(scope, claims, measurements)) {
        WorkingSet &set = sets[{one.solution, one.shape}];
        set.names = one.series.names;
        for (const ReadPlace &place : one.series.places)
            set.bytes[place.sizes] = mean_of(place.readings);
    }
    for (const Measurement &m : measurements)
        if (m.long_numbers) sets[{m.solution, m.shape}].long_numbers = true;
    return sets;
}

// Of what whole programs were given to read.
std::map<std::string, Growth> input_lengths(const Scope &scope, const std::vector<Measurement> &measurements,
                                            Fitter &fitter) {
    std::vector<Measurement> texts; // each length as if it had been counted
    for (const Measurement &m : measurements) {
        if (m.text_bytes <= 0) continue;
        Measurement text;
        text.kind = MeasuredKind::counting;
        text.shape = m.shape;
        text.sizes = m.sizes;
        text.seed = m.seed;
        text.steps = m.text_bytes;
        texts.push_back(std::move(text));
    }
    std::map<std::string, Growth> inputs;
    for (const NamedSeries &one :
         all_series(texts, {""}, scope.shapes, scope.problem.size_names(), scope.on_sweep()))
        inputs.emplace(one.shape, fitter.fit(one, {}, scope.problem.relations()).growth);
    return inputs;
}

} // namespace

Fitted fit(const Scope &scope, std::vector<SolutionClaims> claims, const ReadingsToJudge &readings,
           const MemoryCurve &memory, FitStore &store, const EachOf &each) {
    const std::vector<Measurement> &measurements = readings.measurements;
    Fitted fitted{{}, {}, std::move(claims), memory, {}};
    std::vector<std::string> names;
    std::map<std::string, const SolutionClaims *> claims_by_name;
    for (const SolutionClaims &one : fitted.claims) {
        names.push_back(one.solution);
        claims_by_name[one.solution] = &one;
    }
    for (SolutionClaims &one : fitted.claims)
        one.remembers = readings.remembering.contains(one.solution);
    std::vector<Measurement> spread;
    if (!scope.unused.empty()) spread = spread_over_unused(scope, fitted.claims, measurements);
    fitted.series = all_series(spread.empty() ? measurements : spread, names, scope.shapes,
                               scope.problem.size_names(), scope.on_sweep());
    const std::set<std::string> programs = whole_programs_in(fitted.claims);
    for (NamedSeries &one : fitted.series)
        one.series.starts_up = one.metric == Metric::time && (programs.contains(one.solution) ||
                                                              readings.remembering.contains(one.solution));
    std::vector<FitJob> jobs;
    for (const NamedSeries &one : fitted.series)
        jobs.push_back(
            {&one, bounds_on(*claims_by_name.at(one.solution), one.metric), scope.problem.relations()});
    fitted.growths =
        fit_all(jobs, store.fitter, each, [&](const NamedSeries &one) { return store.find(one); });
    store.keep(fitted.series, fitted.growths);
    fitted.working_sets = working_sets_of(scope, fitted.claims, measurements);
    fitted.inputs = input_lengths(scope, spread.empty() ? measurements : spread, store.fitter);
    return fitted;
}

JudgeOptions judging(const Fitted &fitted, const Without &without) {
    return {fitted.memory, without, &fitted.working_sets, &fitted.lines, &fitted.inputs};
}

std::vector<ProposedClaim> proposed_claims(const Fitted &fitted) {
    std::vector<ProposedClaim> all;
    for (const SolutionClaims &one : fitted.claims)
        for (const Metric metric : {Metric::time, Metric::space}) {
            if (!one.claims.empty() || !one.excluded.empty()) continue;
            std::string bound = claim_that_holds(metric, one, fitted.growths, judging(fitted));
            if (!bound.empty()) all.push_back({one.solution, metric, std::move(bound)});
        }
    return all;
}

std::vector<JudgedClaim> judge(const Scope &scope, const Fitted &fitted, const Without &without) {
    std::vector<JudgedClaim> claims = judge_claims(fitted.claims, fitted.growths, judging(fitted, without));
    Sizes largest;
    for (const SizeRule &one : scope.problem.sizes)
        largest[one.name] = range_of(one, largest).second;
    for (JudgedClaim &claim : claims)
        if (auto &decide = claim.judgement.would_decide;
            decide && decide->size > largest.at(decide->size_name))
            decide->ends_at = largest.at(decide->size_name);
    return claims;
}

Sizes sizes_at(const Problem &problem, const Sizes &given) {
    Sizes sizes;
    for (const SizeRule &rule : problem.sizes) {
        const auto found = given.find(rule.name);
        sizes[rule.name] = found != given.end() ? found->second : usual_of(rule, sizes);
    }
    return sizes;
}

std::vector<TargetLimits> target_limits(const Problem &problem) {
    std::vector<TargetLimits> all;
    for (const Target &target : problem.targets) {
        TargetLimits limits{target.tier, sizes_at(problem, target.sizes)};
        if (target.time_s) limits.time_ns = *target.time_s * 1e9;
        if (target.memory_bytes) limits.space_bytes = static_cast<double>(*target.memory_bytes);
        limits.time_bound = target.time_bound;
        limits.space_bound = target.space_bound;
        all.push_back(std::move(limits));
    }
    return all;
}

std::vector<MeetsTarget> target_met(const Scope &scope, const Fitted &fitted,
                                    const std::vector<Measurement> &measurements,
                                    const TargetLimits &limits) {
    std::vector<NamedSeries> series = fitted.series;
    std::vector<SeriesGrowth> growths = fitted.growths;
    if (limits.space_bytes) {
        Fitter fitter;
        for (NamedSeries &one : memory_of(scope, fitted.claims, measurements)) {
            growths.push_back(fitter.fit(one, {}, scope.problem.relations()));
            series.push_back(std::move(one));
        }
    }
    return Outlook(series, growths).meets(limits, fitted.claims, judging(fitted));
}

std::vector<LargestSize> largest_within(const Scope &scope, const Outlook &outlook, Metric metric,
                                        double limit, const std::string &along, const Sizes &others) {
    std::vector<LargestSize> all = outlook.largest_within(metric, limit, along, others);
    for (const SizeRule &rule : scope.problem.sizes) {
        if (rule.name != along || !rule.to_is_relation()) continue;
        const double end = range_of(rule, others).second;
        for (LargestSize &one : all)
            if (one.largest && one.largest->size > end) {
                one.largest->size = end;
                one.largest->interval = {end, end};
                one.ends_there = true;
            }
    }
    return all;
}

} // namespace iron
