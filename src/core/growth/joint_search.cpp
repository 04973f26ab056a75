#include "core/growth/joint_search.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/bound/print.h"
#include "core/growth/gram.h"

namespace iron {

namespace {

constexpr double nothing = -std::numeric_limits<double>::infinity();
constexpr double cost_of_bending = 2.5; // of each lead whose exponents were set free
constexpr std::size_t most_leads = 3;

} // namespace

JointSearch::JointSearch(const CellSeries &series, const JointCandidates &candidates,
                         const JointOptions &options)
    : options_(options), sets_(series, candidates, options.noise), memory_(sets_) {
    for (std::size_t i = 0; i < candidates.leading; ++i)
        listed_.push_back(static_cast<int>(i));
    for (const Bound &claim : options.claims)
        add_claim(claim);
    prepare_screen();
}

std::vector<SetFit> JointSearch::searched() {
    screen_all();
    improve();
    if (!sets_.exact()) allow_for_memory();
    bend();
    return collected();
}

// Its leads may lead, and where one is not on the list, what lies near it.
void JointSearch::add_claim(const Bound &bound) {
    for (const Claim &claim : claims_)
        if (claim.bound.kind == bound.kind &&
            print_canonical(claim.bound.growth) == print_canonical(bound.growth))
            return;
    Claim claim{bound, sets_.candidates().order.course_of(bound.growth), {}, {}};
    for (const Expression &term :
         leading_terms(bound.growth, sets_.candidates().free, sets_.candidates().names)) {
        const bool known = sets_.index_of(print_canonical(term)) >= 0;
        const int index = sets_.add(term, 0.5);
        claim.leads.push_back(index);
        list(index);
        if (known) continue;
        for (const Expression &near : neighbours_of(term, sets_.candidates().names))
            if (!(SizeOrder::within(sets_.candidates().free.course_of(near),
                                    sets_.candidates().free.course_of(make_number(1)))))
                list(sets_.add(near, 1));
    }
    std::sort(claim.leads.begin(), claim.leads.end());
    claims_.push_back(std::move(claim));
}

void JointSearch::list(int index) {
    if (std::find(listed_.begin(), listed_.end(), index) == listed_.end()) listed_.push_back(index);
}

bool JointSearch::is_within(const TermSet &set, Claim &claim) const {
    if (claim.bound.kind == Bound::Kind::upper)
        return std::all_of(set.begin(), set.end(), [&](int term) {
            const auto [found, fresh] = claim.within.try_emplace(term, false);
            if (fresh) found->second = SizeOrder::within(sets_.term(term).course, claim.course);
            return found->second;
        });
    const SizeOrder::Course course = sets_.course_of(set);
    return SizeOrder::within(claim.course, course) &&
           (claim.bound.kind == Bound::Kind::lower || SizeOrder::within(course, claim.course));
}

// Screens: leads and lows mixed freely, without the cone.
void JointSearch::prepare_screen() {
    for (const int lead : std::vector<int>(listed_)) // lows_of may add terms
        sets_.lows_of(lead);
    const std::size_t count = sets_.count();
    std::vector<Column> columns;
    for (std::size_t at = 0; at < count; ++at) {
        const CellTerm &term = sets_.at(static_cast<int>(at));
        Column column;
        double squares = 0;
        for (std::size_t i = 0; i < sets_.points().size(); ++i) {
            column.push_back(term.column[i] / (std::exp(sets_.points()[i].log_value - sets_.unit()) *
                                               sets_.points()[i].error));
            squares += column.back() * column.back();
        }
        for (double &value : column)
            value /= std::sqrt(squares);
        columns.push_back(std::move(column));
    }
    screened_ = count;
    gram_.resize(count * count);
    project_.resize(count);
    for (std::size_t f = 0; f < count; ++f) {
        for (std::size_t g = 0; g <= f; ++g) {
            double sum = 0;
            for (std::size_t i = 0; i < sets_.points().size(); ++i)
                sum += columns[f][i] * columns[g][i];
            gram_[f * count + g] = gram_[g * count + f] = sum;
        }
        project_[f] = 0;
        for (std::size_t i = 0; i < sets_.points().size(); ++i)
            project_[f] += columns[f][i] / sets_.points()[i].error;
    }
    for (const Located &point : sets_.points())
        squares_ += 1 / (point.error * point.error);
}

double JointSearch::screened(const TermSet &set) {
    constexpr int most = 48;
    int columns[most], count = 0;
    for (const int term : set)
        columns[count++] = term;
    for (const int low : sets_.lows_of(set))
        if (count < most && low < static_cast<int>(screened_)) columns[count++] = low;
    double gram[most * most], h[most], c[most];
    gram[0] = h[0] = 0;
    for (int i = 0; i < count; ++i) {
        if (columns[i] >= static_cast<int>(screened_)) return nothing;
        h[i] = project_[columns[i]];
        for (int j = 0; j < count; ++j)
            gram[i * count + j] = gram_[columns[i] * screened_ + columns[j]];
    }
    const int active = nonnegative_by_gram(gram, h, count, c);
    double chi2 = squares_;
    for (int i = 0; i < count; ++i) {
        chi2 -= 2 * c[i] * h[i];
        for (int j = 0; j < count; ++j)
            chi2 += c[i] * c[j] * gram[i * count + j];
    }
    return sets_.score(chi2, active, sets_.prior_of(set));
}

SetTried &JointSearch::fitted(const TermSet &set) {
    const auto [found, fresh] = tried_.try_emplace(set);
    if (!fresh) return found->second;
    SetTried &one = found->second;
    one.set = set;
    one.prior = sets_.prior_of(set);
    const auto cone = sets_.cone_of(set, sets_.taken_off(false));
    if (!cone) return one;
    const LeastSquares result = sets_.solved(cone->generators);
    one.chi2 = result.chi2;
    one.score = sets_.score(result.chi2, result.active, one.prior);
    return one;
}

// The best of the ranked sets, and those best on either side of every claim, get their cone.
void JointSearch::fit_best(Ranked &ranked, std::size_t overall, std::size_t a_side) {
    std::stable_sort(ranked.begin(), ranked.end(),
                     [](const auto &a, const auto &b) { return a.first > b.first; });
    for (std::size_t i = 0; i < std::min(overall, ranked.size()); ++i)
        fitted(ranked[i].second);
    for (Claim &claim : claims_) {
        std::size_t found[2] = {0, 0};
        for (const auto &[score, set] : ranked) {
            std::size_t &side = found[is_within(set, claim)];
            if (side < a_side) fitted(set), ++side;
            if (found[0] >= a_side && found[1] >= a_side) break;
        }
    }
}

void JointSearch::screen_all() {
    Ranked ranked;
    for (const int term : listed_)
        ranked.push_back({screened({term}), {term}});
    if (sets_.candidates().names.size() == 2)
        for (const int a : listed_)
            for (const int b : listed_)
                if (a < b && !sets_.within(a, b) && !sets_.within(b, a))
                    ranked.push_back({screened({a, b}), {a, b}});
    fit_best(ranked, 60, 15);
    for (const Claim &claim : claims_)
        if (claim.leads.size() <= most_leads) fitted(claim.leads);
}

std::vector<const SetTried *> JointSearch::ranked(bool bent_too) const {
    std::vector<const SetTried *> ranked;
    for (const auto &[set, one] : tried_)
        if (one.score > nothing && (bent_too || !one.bent)) ranked.push_back(&one);
    std::stable_sort(ranked.begin(), ranked.end(),
                     [](const SetTried *a, const SetTried *b) { return a->score > b->score; });
    return ranked;
}

std::vector<TermSet> JointSearch::best_sets(std::size_t overall, std::size_t a_side) {
    const std::vector<const SetTried *> ranked = this->ranked(false);
    std::vector<TermSet> best;
    const auto take = [&](const TermSet &set) {
        if (std::find(best.begin(), best.end(), set) == best.end()) best.push_back(set);
    };
    for (std::size_t i = 0; i < std::min(overall, ranked.size()); ++i)
        take(ranked[i]->set);
    for (Claim &claim : claims_) {
        std::size_t found[2] = {0, 0};
        for (const SetTried *one : ranked)
            if (std::size_t &side = found[is_within(one->set, claim)]; side < a_side) take(one->set), ++side;
    }
    return best;
}

// From the best sets: one more term, and of many sizes one exchanged.
void JointSearch::improve() {
    const bool many = sets_.candidates().names.size() > 2;
    std::set<TermSet> done;
    for (int pass = 0; pass < (many ? 4 : 1); ++pass) {
        bool fresh = false;
        for (const TermSet &base : best_sets(3, 1)) {
            if (!done.insert(base).second) continue;
            fresh = true;
            Ranked ranked;
            const auto consider = [&](TermSet set) {
                std::sort(set.begin(), set.end());
                if (set.size() <= most_leads && !tried_.contains(set) && sets_.antichain(set))
                    ranked.push_back({screened(set), set});
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

void JointSearch::allow_for_memory() {
    for (const TermSet &set : best_sets(70, 25))
        memory_.try_coarsely(tried_.at(set));
    std::vector<TermSet> chosen = best_sets(4, 4);
    for (const Claim &claim : claims_)
        if (tried_.contains(claim.leads)) chosen.push_back(claim.leads);
    const std::set<TermSet> each(chosen.begin(), chosen.end());
    for (const TermSet &set : each)
        memory_.try_closely(tried_.at(set));
}

// Growth that is on no list lies between what is: where a bound would be left, growth within it gets its
// exponents free before that is believed.
void JointSearch::bend() {
    for (Claim &claim : claims_) {
        double inside = nothing, outside = nothing;
        const std::vector<const SetTried *> ranked = this->ranked(false);
        for (const SetTried *one : ranked) {
            double &side = is_within(one->set, claim) ? inside : outside;
            side = std::max(side, one->score);
        }
        if (outside - inside < -0.5) continue;
        std::vector<SetTried> starts;
        int within = 0, beyond = 0, single = 0;
        for (const SetTried *one : ranked) {
            int &count = one->set.size() == 1 && single < 2 ? single
                         : is_within(one->set, claim)       ? within
                                                            : beyond;
            if (count < (&count == &within ? 3 : 2)) starts.push_back(*one), ++count;
        }
        for (const SetTried &start : starts)
            bend_from(start, &claim, 0.025);
    }
    // Bytes stray from every formula by steps of capacities; free exponents would follow those.
    if (options_.noise != Noise::weighed) bend_freely();
}

// What is on no list may lie beyond a bound as well.
void JointSearch::bend_freely() {
    std::vector<SetTried> starts;
    int single = 0, any = 0;
    for (const SetTried *one : ranked(false))
        if (any < 2 || (one->set.size() == 1 && single < 2)) {
            starts.push_back(*one);
            ++(one->set.size() == 1 && single < 2 ? single : any);
        }
    // Many exponents a little larger follow whatever several leads leave.
    for (const SetTried &start : starts)
        bend_from(start, nullptr, start.set.size() > 2 ? 0.1 : 0.05);
}

void JointSearch::bend_from(const SetTried &start, Claim *claim, double least) {
    std::vector<Bend> bends(start.set.size());
    double best = !claim || is_within(start.set, *claim) ? start.score : nothing;
    for (const double by : {0.25, 0.1, 0.05, 0.025}) {
        if (by < least) break;
        for (bool rises = true; rises;) {
            rises = false;
            std::vector<Bend> next = bends;
            for (std::size_t i = 0; i < start.set.size(); ++i)
                for (const std::string &name : what_bends(sets_.term(start.set[i]), sets_.candidates().names))
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

double JointSearch::bent_score(const SetTried &start, const std::vector<Bend> &bends, Claim *claim) {
    const TermSet set = bent_set(sets_, start.set, bends);
    if (set.empty() || (claim && !is_within(set, *claim))) return nothing;
    const auto known = tried_.find(set);
    if (known != tried_.end()) return known->second.score;
    SetTried one;
    one.set = set;
    one.bent = true;
    one.prior = sets_.prior_of(set);
    for (const Bend &bend : bends)
        one.prior += cost_of_bending *
                     std::any_of(bend.begin(), bend.end(), [](const auto &each) { return each.second != 0; });
    const bool with_steps = !start.steps.empty();
    if (const auto cone = sets_.cone_of(set, sets_.taken_off(with_steps))) {
        const LeastSquares result =
            sets_.solved(with_steps ? memory_.touched(cone->generators, set, start.steps, start.thorough)
                                    : cone->generators);
        one.chi2 = result.chi2;
        one.steps = start.steps;
        one.thorough = start.thorough;
        one.score = sets_.score(result.chi2, result.active, one.prior) -
                    cost_of_a_memory_step * static_cast<double>(start.steps.size());
    }
    tried_[set] = one;
    return one.score;
}

// The best of all, and the best on either side of every claim, with what they are made of.
std::vector<SetFit> JointSearch::collected() {
    const std::vector<const SetTried *> ranked = this->ranked(true);
    std::vector<SetFit> fits;
    constexpr std::size_t best_told = 12;
    std::vector<bool> wanted(ranked.size(), false);
    for (std::size_t i = 0; i < std::min(best_told, ranked.size()); ++i)
        wanted[i] = true;
    std::vector<Claim> told = claims_;
    for (const Bound &bound : options_.beside)
        told.push_back({bound, sets_.candidates().order.course_of(bound.growth), {}, {}});
    for (Claim &claim : told) {
        bool inside = false, outside = false, bent_outside[most_leads] = {};
        for (std::size_t i = 0; i < ranked.size(); ++i) {
            const SetTried &one = *ranked[i];
            bool &found = is_within(one.set, claim) ? inside
                          : one.bent                ? bent_outside[one.set.size() - 1]
                                                    : outside;
            if (!found) found = wanted[i] = true;
        }
    }
    for (std::size_t i = 0; i < ranked.size(); ++i)
        if (wanted[i]) fits.push_back(described(*ranked[i]));
    return fits;
}

SetFit JointSearch::described(const SetTried &one) {
    SetFit fit;
    fit.score = one.score;
    fit.chi2 = one.chi2;
    fit.bent = one.bent;
    fit.memory_steps = static_cast<int>(one.steps.size());
    const auto cone = sets_.cone_of(one.set, sets_.taken_off(!one.steps.empty()));
    sets_.describe(fit, one.set, cone->lows,
                   one.steps.empty() ? cone->generators
                                     : memory_.touched(cone->generators, one.set, one.steps, one.thorough));
    return fit;
}

} // namespace iron
