// The part of the search that sets exponents free.
#include <algorithm>
#include <limits>

#include "core/growth/search.h"
#include "core/policy.h"

namespace iron {

namespace {

constexpr double no_score = -std::numeric_limits<double>::infinity();

} // namespace

// Growth that is on no list lies between what is: where a bound would be left, growth within it gets its
// exponents free before that is believed.
void Search::bend() {
    for (Claim &claim : claims_) {
        double inside = no_score, outside = no_score;
        const std::vector<const Tried *> ranked = this->ranked(false);
        for (const Tried *one : ranked) {
            double &side = is_within(one->set, claim) ? inside : outside;
            side = std::max(side, one->score);
        }
        for (const auto &[set, one] : apart_)
            if (is_within(set, claim)) inside = std::max(inside, one.score);
        if (outside - inside < -0.5) continue;
        std::vector<Tried> starts;
        int within = 0, beyond = 0, single = 0;
        for (const Tried *one : ranked) {
            int &count = one->set.size() == 1 && single < 2 ? single
                         : is_within(one->set, claim)       ? within
                                                            : beyond;
            if (count < (&count == &within ? 3 : 2)) starts.push_back(*one), ++count;
        }
        for (const Tried &start : starts)
            bend_from(start, &claim, 0.025);
    }
    // Bytes stray from every formula by steps of capacities; free exponents would follow those.
    if (options_.noise != Noise::weighed) bend_freely();
}

// What is on no list may lie beyond a bound as well.
void Search::bend_freely() {
    std::vector<Tried> starts;
    int single = 0, any = 0;
    for (const Tried *one : ranked(false))
        if (any < 2 || (one->set.size() == 1 && single < 2)) {
            starts.push_back(*one);
            ++(one->set.size() == 1 && single < 2 ? single : any);
        }
    // Many exponents a little larger follow whatever several leads leave.
    for (const Tried &start : starts)
        bend_from(start, nullptr, start.set.size() > 2 ? 0.1 : 0.05);
}

void Search::bend_from(const Tried &start, Claim *claim, double least) {
    std::vector<Bend> bends(start.set.size());
    double best = !claim || is_within(start.set, *claim) ? start.score : no_score;
    for (const double by : {0.25, 0.1, 0.05, 0.025}) {
        if (by < least) break;
        for (bool rises = true; rises;) {
            rises = false;
            std::vector<Bend> next = bends;
            for (std::size_t i = 0; i < start.set.size(); ++i)
                for (const std::string &name :
                     what_bends(design_.candidate(start.set[i]), design_.catalogue().names()))
                    for (const double signed_by : {by, -by}) {
                        std::vector<Bend> one = bends;
                        one[i][name] += signed_by;
                        const double value = bent_score(start, one, claim);
                        if (value > best + 1e-6) best = value, next = one, rises = true;
                    }
            bends = next;
        }
    }
}

double Search::bent_score(const Tried &start, const std::vector<Bend> &bends, Claim *claim) {
    const TermSet set = bent_set(design_, start.set, bends);
    if (set.empty() || (claim && (!is_within(set, *claim) || rises_above(set, *claim)))) return no_score;
    const auto known = tried_.find(set);
    if (known != tried_.end()) return known->second.score;
    Tried one;
    one.set = set;
    one.bent = true;
    one.prior = scored_.prior_of(set);
    for (const Bend &bend : bends)
        one.prior += policy::growth::cost_of_bending *
                     std::any_of(bend.begin(), bend.end(), [](const auto &each) { return each.second != 0; });
    one.steps = start.steps;
    one.thorough = start.thorough;
    if (const Cone *cone = design_.cone(set, scored_.cone_options(!one.steps.empty()))) {
        one.solved = scored_.solved(scored_.weighed(generators_of(one, *cone)));
        one.score = scored_.score_of(*cone, one.solved, one.prior, one.steps.size());
    }
    return tried_.try_emplace(set, std::move(one)).first->second.score;
}

} // namespace iron
