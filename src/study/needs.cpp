#include "study/needs.h"

#include <algorithm>
#include <set>
#include <tuple>

#include "core/policy.h"
#include "study/lines.h"
#include "study/readings.h"

namespace iron {

namespace {

constexpr double barely = -3; // evidence: a claim that holds, but may do so by the luck of one input
constexpr double farther_to_bear_out = 4; // times
constexpr double farther_for_space = 4;   // times: nobody knows how far below its grain space lies

// What claims for every shape say of each.
std::vector<SolutionClaims> shape_by_shape(std::vector<SolutionClaims> claims,
                                           const std::vector<std::string> &shapes) {
    for (SolutionClaims &one : claims) {
        const auto has_own = [&](Metric metric, const std::string &shape) {
            return std::any_of(one.claims.begin(), one.claims.end(), [&](const Claim &claim) {
                return claim.metric == metric && claim.shape == shape;
            });
        };
        std::vector<Claim> each;
        for (const Claim &claim : one.claims)
            for (const std::string &shape : shapes)
                if (claim.shape == shape || (claim.shape == "every" && !has_own(claim.metric, shape)))
                    each.push_back({claim.metric, shape, claim.bound});
        one.claims = std::move(each);
    }
    return claims;
}

// Where steps were counted, times are not asked yet: they take far longer to fit.
void leave_out_times_of_counted(std::vector<Measurement> &measurements) {
    std::set<std::pair<std::string, std::string>> counted;
    for (const Measurement &m : measurements)
        if (m.kind == MeasuredKind::counting) counted.insert({m.solution, m.shape});
    std::erase_if(measurements, [&](const Measurement &m) {
        return m.kind == MeasuredKind::timing && counted.contains({m.solution, m.shape});
    });
}

class Needs {
  public:
    Needs(const Scope &scope, const std::vector<SolutionClaims> &claims) : swept_(scope.swept()) {
        for (const SolutionClaims &one : claims)
            for (const std::string &shape : scope.shapes)
                list_.push_back({one.solution, shape});
    }
    std::vector<NamedNeed> list() && { return std::move(list_); }

    // `shape`: "" for all.
    void ask_inputs(const JudgedClaim &one, const std::string &shape) {
        each(one, shape, [](NamedNeed &need) { need.more_inputs = true; });
    }
    // A claim that is exceeded, but perhaps by what changes once: up to sizes that would show it.
    void bear_out(const JudgedClaim &one, const std::vector<NamedSeries> &all) {
        const std::string &shape = one.judgement.worst_shape;
        const double largest =
            largest_read(one.judgement.decided_by.value_or(one.claim.metric), one.solution, shape, all);
        each(one, shape,
             [&](NamedNeed &need) { need.up_to = std::max(need.up_to, farther_to_bear_out * largest); });
    }
    // A claim on space that holds where so little was held that a library may have had it in hand.
    void look_farther(const JudgedClaim &one, const std::vector<NamedSeries> &all) {
        const double largest = largest_read(Metric::space, one.solution, one.claim.shape, all);
        if (largest > 0 && largest < policy::plan::space_seen_at)
            each(one, one.claim.shape,
                 [](NamedNeed &need) { need.up_to = std::max(need.up_to, policy::plan::space_seen_at); });
    }
    void leave_open(const JudgedClaim &one, const std::string &shape) {
        each(one, shape, [&](NamedNeed &need) {
            need.decided = false;
            need.more_inputs = true;
            need.short_of_places =
                need.short_of_places || std::holds_alternative<because::TooFewPlaces>(one.judgement.reason);
            const auto &decide = one.judgement.would_decide;
            const double farther = one.claim.metric == Metric::space ? farther_for_space : 1;
            if (decide && decide->size_name == swept_)
                need.up_to = std::max(need.up_to, farther * decide->size);
        });
    }

  private:
    double largest_read(Metric metric, const std::string &solution, const std::string &shape,
                        const std::vector<NamedSeries> &all) const {
        double largest = 0;
        for (const NamedSeries &series : all)
            if (series.metric == metric && series.solution == solution && series.shape == shape)
                for (const ReadPlace &place : along(series.series, swept_).places)
                    largest = std::max(largest, place.sizes.front());
        return largest;
    }
    template <typename Change>
    void each(const JudgedClaim &one, const std::string &shape, const Change &change) {
        for (NamedNeed &need : list_)
            if (need.solution == one.solution && (shape.empty() || need.shape == shape)) change(need);
    }
    std::string swept_;
    std::vector<NamedNeed> list_;
};

// Where nobody claims anything, what could be claimed is asked for; else time goes into the claims made.
std::vector<SolutionClaims> made_or_tried(std::vector<SolutionClaims> claims, const Fitted &fitted) {
    if (std::all_of(claims.begin(), claims.end(),
                    [](const SolutionClaims &one) { return one.claims.empty(); }))
        for (SolutionClaims &one : claims)
            one = with_claims_to_try(one, fitted.growths, judging(fitted));
    return claims;
}

Fitted fitted_with_lines(const Scope &scope, const std::vector<SolutionClaims> &claims,
                         const ReadingsToJudge &taken, const MemoryCurve &memory, EarlierFits &earlier,
                         const EachOf &each) {
    Fitted fitted = fit(scope, claims, taken, memory, earlier.series, each);
    fitted.lines = lines_of(scope, fitted, taken.measurements, earlier, each);
    return fitted;
}

} // namespace

bool all_certain(const Scope &scope, const std::vector<SolutionClaims> &claims,
                 const std::vector<Measurement> &measurements, int turns, const MemoryCurve &memory,
                 EarlierFits &earlier, const EachOf &each) {
    Fitted fitted = fitted_with_lines(scope, claims, readings_to_judge(measurements), memory, earlier, each);
    fitted.claims = made_or_tried(claims, fitted);
    const std::vector<JudgedClaim> judged = judge(scope, fitted);
    return std::all_of(judged.begin(), judged.end(), [&](const JudgedClaim &one) {
        const Judgement &j = one.judgement;
        if (j.verdict == Verdict::undecided) return turns > 1 && j.would_decide && j.would_decide->ends_at;
        return j.verdict != Verdict::exceeded || j.borne_out || turns > 1;
    });
}

std::vector<NamedNeed> open_needs(const Scope &scope, const std::vector<SolutionClaims> &claims,
                                  const std::vector<Measurement> &measurements, const MemoryCurve &memory,
                                  EarlierFits &earlier, const EachOf &each) {
    ReadingsToJudge taken = readings_to_judge(measurements);
    leave_out_times_of_counted(taken.measurements);
    const Fitted fitted = fitted_with_lines(scope, claims, taken, memory, earlier, each);
    const std::vector<SolutionClaims> trying = made_or_tried(claims, fitted);
    Needs needs(scope, trying);
    std::set<std::tuple<std::string, Metric, std::string>> open; // solution, metric, bound
    const auto key_of = [](const JudgedClaim &one) {
        return std::tuple(one.solution, one.claim.metric, one.claim.bound.written);
    };
    for (const JudgedClaim &one : judge_claims(trying, fitted.growths, judging(fitted))) {
        if (one.judgement.verdict == Verdict::undecided) {
            open.insert(key_of(one));
            needs.leave_open(one, one.judgement.worst_shape);
        } else if (one.judgement.verdict == Verdict::exceeded) {
            needs.ask_inputs(one, one.judgement.worst_shape); // no claim is refused for one input's luck
            if (!one.judgement.borne_out) needs.bear_out(one, fitted.series);
        }
    }
    for (const JudgedClaim &one :
         judge_claims(shape_by_shape(trying, scope.shapes), fitted.growths, judging(fitted))) {
        if (one.claim.metric == Metric::space && one.judgement.verdict == Verdict::holds)
            needs.look_farther(one, fitted.series);
        if (one.judgement.verdict == Verdict::undecided && open.contains(key_of(one)))
            needs.leave_open(one, one.claim.shape);
        else if (one.judgement.evidence > barely)
            needs.ask_inputs(one, one.claim.shape);
    }
    return std::move(needs).list();
}

} // namespace iron
