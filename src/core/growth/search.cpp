#include "core/growth/search.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/bound/print.h"
#include "core/growth/exponent.h"
#include "core/policy.h"

namespace iron {

namespace {

constexpr double nothing = -std::numeric_limits<double>::infinity();
constexpr std::size_t most_leads = 3;

} // namespace

Search::Search(Design &design, std::vector<Located> points, const FitOptions &options)
    : options_(options), design_(design),
      scored_(design, std::move(points), options.noise, options.starts_up), memory_(scored_) {
    for (std::size_t i = 0; i < design.catalogue().leading(); ++i)
        listed_.push_back(static_cast<int>(i));
    for (const Bound &claim : options.claims)
        add_claim(claim);
}

std::vector<Fit> Search::fits() {
    if (design_.catalogue().is_dense())
        fit_each();
    else {
        screen_all();
        improve();
    }
    if (!scored_.is_exact()) allow_for_memory();
    if (!design_.catalogue().is_dense()) {
        set_apart();
        bend();
    }
    return collected();
}

Search::Claim Search::claim_of(const Bound &bound) const {
    const Catalogue &catalogue = design_.catalogue();
    return {bound,
            catalogue.order().course_of(bound.growth),
            leading_terms(bound.growth, catalogue.free_order(), catalogue.names()),
            {},
            {}};
}

// Its leads may lead, and where one is not on the list, what lies near it.
void Search::add_claim(const Bound &bound) {
    for (const Claim &claim : claims_)
        if (claim.bound.kind == bound.kind &&
            print_canonical(claim.bound.growth) == print_canonical(bound.growth))
            return;
    const Catalogue &catalogue = design_.catalogue();
    Claim claim = claim_of(bound);
    for (const Expression &term : claim.terms) {
        const bool known = design_.index_of(print_canonical(term)) >= 0;
        const int index = design_.add(term, catalogue.is_dense() ? 0 : policy::growth::prior_of_a_claim);
        claim.leads.push_back(index);
        list(index);
        if (known || catalogue.is_dense()) continue;
        const SizeOrder::Course constant = catalogue.free_order().course_of(make_number(1));
        for (const Expression &near : neighbours_of(term, catalogue.names()))
            if (!SizeOrder::within(catalogue.free_order().course_of(near), constant))
                list(design_.add(near, policy::growth::prior_of_a_neighbour));
    }
    std::sort(claim.leads.begin(), claim.leads.end());
    claims_.push_back(std::move(claim));
}

void Search::list(int index) {
    if (std::find(listed_.begin(), listed_.end(), index) == listed_.end()) listed_.push_back(index);
}

bool Search::is_within(const TermSet &set, Claim &claim) const {
    if (claim.bound.kind == Bound::Kind::upper)
        return std::all_of(set.begin(), set.end(), [&](int term) {
            const auto [found, fresh] = claim.within.try_emplace(term, false);
            if (fresh) found->second = SizeOrder::within(design_.candidate(term).course, claim.course);
            return found->second;
        });
    const SizeOrder::Course course = design_.course_of(set);
    return SizeOrder::within(claim.course, course) &&
           (claim.bound.kind == Bound::Kind::lower || SizeOrder::within(course, claim.course));
}

// Of a bent set, above an upper bound.
bool Search::rises_above(const TermSet &set, const Claim &claim) const {
    if (claim.bound.kind != Bound::Kind::upper) return false;
    return std::any_of(set.begin(), set.end(), [&](int lead) {
        return iron::rises_above(design_.candidate(lead).expression, claim.terms, design_.places());
    });
}

Tried &Search::fitted(const TermSet &set) {
    const auto [found, fresh] = tried_.try_emplace(set);
    Tried &one = found->second;
    if (!fresh) return one;
    one.set = set;
    one.prior = scored_.prior_of(set);
    const Cone *cone = design_.cone(set, scored_.cone_options(false));
    if (!cone) return one;
    one.solved = scored_.solved(scored_.weighed(cone->generators));
    one.score = scored_.score_of(*cone, one.solved, one.prior);
    return one;
}

void Search::fit_each() {
    for (const int term : listed_)
        fitted({term});
}

// The best of the ranked sets, and those best on either side of every claim, get their cone.
void Search::fit_best(Ranked &ranked, std::size_t overall, std::size_t a_side) {
    std::stable_sort(ranked.begin(), ranked.end(),
                     [](const Screened &a, const Screened &b) { return a.score > b.score; });
    for (std::size_t i = 0; i < std::min(overall, ranked.size()); ++i)
        fitted(ranked[i].set);
    for (Claim &claim : claims_) {
        std::size_t found[2] = {0, 0};
        // Where a lead is nothing, what stands below it makes the score, and a hundred leads share that.
        for (const bool leading : {true, false})
            for (const Screened &one : ranked) {
                if (found[0] >= a_side && found[1] >= a_side) break;
                if (one.leads != leading) continue;
                std::size_t &side = found[is_within(one.set, claim)];
                if (side < a_side) fitted(one.set), ++side;
            }
    }
}

void Search::screen_all() {
    prepare_screen();
    Ranked ranked;
    for (const int term : listed_)
        ranked.push_back(screened({term}));
    // A screen takes nothing off: a single lead that is less by a part of its logarithm ranks there behind
    // all above it, and behind two that bend.
    Ranked alone = ranked;
    std::erase_if(alone, [](const Screened &one) { return !one.leads; });
    fit_best(alone, policy::growth::single_leads, 0);
    if (design_.catalogue().names().size() == 2)
        for (const int a : listed_)
            for (const int b : listed_)
                if (a < b && !design_.within(a, b) && !design_.within(b, a))
                    ranked.push_back(screened({a, b}));
    fit_best(ranked, 60, 15);
    for (const Claim &claim : claims_)
        if (claim.leads.size() <= most_leads) fitted(claim.leads);
}

std::vector<const Tried *> Search::ranked(bool bent_too) const {
    std::vector<const Tried *> ranked;
    for (const auto &[set, one] : tried_)
        if (one.score > nothing && (bent_too || !one.bent)) ranked.push_back(&one);
    for (const auto &[set, one] : apart_)
        if (one.score > nothing && bent_too) ranked.push_back(&one);
    std::stable_sort(ranked.begin(), ranked.end(),
                     [](const Tried *a, const Tried *b) { return a->score > b->score; });
    return ranked;
}

std::vector<TermSet> Search::best_sets(std::size_t overall, std::size_t a_side) {
    const std::vector<const Tried *> ranked = this->ranked(false);
    std::vector<TermSet> best;
    const auto take = [&](const TermSet &set) {
        if (std::find(best.begin(), best.end(), set) == best.end()) best.push_back(set);
    };
    for (std::size_t i = 0; i < std::min(overall, ranked.size()); ++i)
        take(ranked[i]->set);
    for (Claim &claim : claims_) {
        std::size_t found[2] = {0, 0};
        for (const Tried *one : ranked)
            if (std::size_t &side = found[is_within(one->set, claim)]; side < a_side) take(one->set), ++side;
    }
    return best;
}

// From the best sets: one more term, and of many sizes one exchanged.
void Search::improve() {
    const bool many = design_.catalogue().names().size() > 2;
    std::set<TermSet> done;
    for (int pass = 0; pass < (many ? 4 : 1); ++pass) {
        bool fresh = false;
        for (const TermSet &base : best_sets(3, 1)) {
            if (!done.insert(base).second) continue;
            fresh = true;
            Ranked ranked;
            const auto consider = [&](TermSet set) {
                std::sort(set.begin(), set.end());
                if (set.size() <= most_leads && !tried_.contains(set) && design_.is_antichain(set))
                    ranked.push_back(screened(set));
            };
            for (const int term : listed_) {
                TermSet longer = base;
                longer.push_back(term);
                consider(longer);
                if (!many) continue;
                for (std::size_t i = 0; i < base.size(); ++i) {
                    TermSet other = base;
                    other[i] = term;
                    consider(other);
                }
            }
            fit_best(ranked, 15, 4);
        }
        if (!fresh) break;
    }
}

// Whatever keeps an upper bound does so in any amounts: what is small beside the others, and outgrows none of
// them where it was read, belongs to it as well. That each lead shows somewhere is asked all the same.
void Search::set_apart() {
    if (options_.noise != Noise::counted) return;
    constexpr int sets = 3;
    for (Claim &claim : claims_) {
        if (claim.bound.kind != Bound::Kind::upper) continue;
        int left = sets;
        for (const Tried *within : ranked(false)) {
            if (left == 0) break;
            if (within->set.size() < 2 || !is_within(within->set, claim)) continue;
            --left;
            const auto [found, fresh] = apart_.try_emplace(within->set);
            if (fresh) found->second = each_apart(*within);
        }
    }
}

Tried Search::each_apart(const Tried &within) {
    Tried one;
    one.set = within.set;
    one.prior = within.prior + policy::growth::cost_of_bending;
    one.apart = true;
    const Cone &cone = scored_.cone_of(one);
    one.solved = scored_.solved(scored_.weighed(cone.generators));
    for (std::size_t lead = 0; lead < one.set.size(); ++lead) {
        double share = 0; // of the whole, where it is most of it
        for (std::size_t i = 0; i < scored_.points().size(); ++i)
            share = std::max(share, one.solved.coefficients[lead] * cone.generators[lead].column[i] *
                                        std::exp(scored_.unit() - scored_.points()[i].log_value));
        if (share < policy::growth::shows) return one;
    }
    one.score = scored_.score(one.solved, one.prior);
    return one;
}

// A step of the memory hierarchy may stand in any growth's way. Those that stay far behind the best one with
// it are not looked at closely.
void Search::allow_for_memory() {
    for (const TermSet &set : best_sets(70, 25))
        memory_.try_coarsely(tried_.at(set));
    std::vector<TermSet> chosen;
    if (design_.catalogue().is_dense()) {
        const std::vector<const Tried *> ranked = this->ranked(false);
        for (const Tried *one : ranked)
            if (one->score > ranked.front()->score - policy::growth::far_behind) chosen.push_back(one->set);
    } else {
        for (const TermSet &set : best_sets(4, 4))
            chosen.push_back(set);
        for (const Claim &claim : claims_)
            if (tried_.contains(claim.leads)) chosen.push_back(claim.leads);
    }
    const std::set<TermSet> each(chosen.begin(), chosen.end());
    for (const TermSet &set : each)
        memory_.try_closely(tried_.at(set));
}

std::vector<Generator> Search::generators_of(const Tried &one, const Cone &cone) const {
    return one.steps.empty() ? cone.generators : memory_.touched(cone, one.steps, one.thorough);
}

// The best of all, and the best on either side of every claim, with what they are made of; set apart, the
// next best outside each.
std::vector<Fit> Search::collected() {
    const std::vector<const Tried *> ranked = this->ranked(true);
    constexpr std::size_t best_told = 12;
    std::vector<bool> kept(ranked.size(), design_.catalogue().is_dense());
    for (std::size_t i = 0; i < ranked.size(); ++i)
        kept[i] = kept[i] || i < best_told;
    std::vector<bool> rivals(ranked.size());
    std::vector<Claim> told = claims_;
    for (const Bound &bound : options_.beside)
        told.push_back(claim_of(bound));
    for (Claim &claim : told) {
        std::size_t inside = 0, outside = 0, bent_outside[most_leads] = {};
        for (std::size_t i = 0; i < ranked.size(); ++i) {
            const Tried &one = *ranked[i];
            if (one.apart && (claim.bound.kind != Bound::Kind::upper || !is_within(one.set, claim))) continue;
            const bool keeps = is_within(one.set, claim) && !(one.bent && rises_above(one.set, claim));
            std::size_t &found = keeps ? inside : one.bent ? bent_outside[one.set.size() - 1] : outside;
            if (found++ == 0)
                kept[i] = true;
            else if (!keeps && found <= policy::growth::most_rivals)
                rivals[i] = true;
        }
    }
    std::vector<Fit> fits;
    for (std::size_t i = 0; i < ranked.size(); ++i)
        if (kept[i] || rivals[i]) {
            const Tried &one = *ranked[i];
            const Cone &cone = scored_.cone_of(one);
            (kept[i] ? fits : rivals_).push_back(scored_.described(one, cone, generators_of(one, cone)));
        }
    return fits;
}

std::optional<Fit> Search::decided(const Growth &growth) {
    if (options_.decided.empty()) return std::nullopt;
    Tried one;
    for (const CandidatePtr &lead : options_.decided)
        one.set.push_back(design_.add(lead->expression, lead->prior));
    std::sort(one.set.begin(), one.set.end());
    one.decided = true;
    one.prior = scored_.prior_of(one.set);
    const Cone *cone = design_.cone(one.set, scored_.cone_options(false, true));
    if (!cone) return std::nullopt;
    one.solved = scored_.solved(scored_.weighed(cone->generators));
    one.score = scored_.score(one.solved, one.prior);
    if (!scored_.is_exact()) memory_.try_closely(one);
    Fit fit = scored_.described(one, *cone, generators_of(one, *cone));
    const auto shows = [](const Term &term) { return term.factor > 0; };
    if (!std::all_of(fit.terms.begin(), fit.terms.begin() + static_cast<long>(one.set.size()), shows) ||
        fits_poorly(fit, growth))
        return std::nullopt;
    return fit;
}

std::optional<std::pair<double, double>> Search::interval_of(const Growth &growth) {
    if (growth.best().is_exponential()) return std::nullopt;
    const std::string &size = design_.catalogue().names().front();
    std::vector<double> sizes;
    for (const Sizes &place : design_.places())
        sizes.push_back(place.at(size));
    std::pair<double, double> all{growth.exponent, growth.exponent};
    double best = -1e300; // a closed form has no error
    for (const Fit &fit : growth.fits)
        best = std::max(best, fit.exact ? best : fit.score);
    for (const Fit &fit : growth.fits) {
        if (fit.exact || fit.score < best - policy::growth::as_good || fit.is_exponential()) continue;
        const Tried &one = tried_.at({design_.index_of(fit.name)});
        const Cone &cone = scored_.cone_of(one);
        const auto [low, high] = bend_range(scored_, scored_.weighed(generators_of(one, cone)), fit, sizes);
        const double slope = slope_at(fit, design_.places().back(), size);
        all = {std::min(all.first, slope + low), std::max(all.second, slope + high)};
    }
    return all;
}

} // namespace iron
