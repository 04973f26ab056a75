#include "core/growth/joint.h"

#include <algorithm>
#include <cmath>
#include <deque>
#include <limits>
#include <map>
#include <set>

#include "core/bound/print.h"
#include "core/growth/gram.h"
#include "core/growth/joint_cone.h"
#include "core/growth/least_squares.h"
#include "core/growth/memory_step.h"

namespace iron {

namespace {

using Kind = ExpressionNode::Kind;
using Set = std::vector<int>; // indices of terms, in order

constexpr double nothing = -std::numeric_limits<double>::infinity();
constexpr double cost_of_a_lead = 1.5;
constexpr double cost_of_bending = 2.5; // of each lead whose exponents were set free
constexpr std::size_t most_leads = 3;
// No program is a formula: its counts stray from one by some thousandths, and large cells alone would decide
// if they were believed to the digit.
constexpr double least_exact_error = 3e-3;

// A step of the memory hierarchy and the working set that it lies on.
struct SetStep {
    std::size_t on = 0;
    MemoryStep step;
};

// A set and how well it does.
struct Candidate {
    Set set;
    double prior = 0;
    double score = nothing;
    double chi2 = 0;
    std::vector<SetStep> steps;
    bool thorough = true;
    bool bent = false;
};

class JointSearch {
  public:
    JointSearch(const CellSeries &series, const JointCandidates &candidates, const JointOptions &options)
        : candidates_(candidates), options_(options), exact_(options.noise != Noise::timed),
          points_(locate(series, options.noise)) {
        for (const SeriesCell &cell : series.cells) {
            if (cell.readings.empty()) continue;
            Sizes sizes;
            for (std::size_t i = 0; i < series.names.size(); ++i)
                sizes[series.names[i]] = std::max(cell.sizes[i], 1.0);
            cells_.push_back(std::move(sizes));
        }
        if (exact_)
            for (Located &point : points_)
                point.error = std::hypot(point.error, least_exact_error);
        unit_ = points_[points_.size() / 2].log_value;
        for (const Located &point : points_) {
            weights_.push_back(1 / (std::exp(point.log_value - unit_) * point.error));
            target_.push_back(1 / point.error);
        }
        for (const JointTerm &term : candidates.terms)
            add(term);
        constant_ = index_of("1");
        for (std::size_t i = 0; i < candidates.leading; ++i)
            listed_.push_back(static_cast<int>(i));
        for (const Bound &claim : options.claims)
            add_claim(claim);
        prepare_screen();
        if (!exact_) prepare_working_sets();
    }

    std::vector<SetFit> searched() {
        screen_all();
        improve();
        if (!exact_) allow_for_memory();
        bend();
        return collected();
    }

    const std::vector<Located> &points() const { return points_; }

  private:
    struct Claim {
        Bound bound;
        SizeOrder::Course course;
        Set leads;
        std::map<int, bool> within; // by term, filled as asked
    };

    int index_of(const std::string &name) const {
        const auto found = indices_.find(name);
        return found == indices_.end() ? -1 : found->second;
    }

    int add(const JointTerm &term) {
        if (const int known = index_of(term.name); known >= 0) return known;
        terms_.push_back(term);
        at_.push_back(at_cells(terms_.back(), cells_));
        const int index = static_cast<int>(terms_.size()) - 1;
        indices_[term.name] = index;
        return index;
    }

    int add(const Expression &expression, double prior) {
        if (const int known = index_of(print_canonical(expression)); known >= 0) return known;
        return add(candidates_.term(expression, prior));
    }

    // Its leads may lead, and where one is not on the list, what lies near it.
    void add_claim(const Bound &bound) {
        for (const Claim &claim : claims_)
            if (claim.bound.kind == bound.kind &&
                print_canonical(claim.bound.growth) == print_canonical(bound.growth))
                return;
        Claim claim{bound, candidates_.order.course_of(bound.growth), {}, {}};
        for (const Expression &term : leading_terms(bound.growth, candidates_.free, candidates_.names)) {
            const bool known = index_of(print_canonical(term)) >= 0;
            const int index = add(term, 0.5);
            claim.leads.push_back(index);
            list(index);
            if (known) continue;
            for (const Expression &near : neighbours_of(term, candidates_.names))
                if (!(SizeOrder::within(candidates_.free.course_of(near),
                                        candidates_.free.course_of(make_number(1)))))
                    list(add(near, 1));
        }
        std::sort(claim.leads.begin(), claim.leads.end());
        claims_.push_back(std::move(claim));
    }

    void list(int index) {
        if (std::find(listed_.begin(), listed_.end(), index) == listed_.end()) listed_.push_back(index);
    }

    bool within(int f, int g) {
        const int known = static_cast<int>(candidates_.terms.size());
        if (f < known && g < known)
            return candidates_.within(static_cast<std::size_t>(f), static_cast<std::size_t>(g));
        const auto [found, fresh] = within_.try_emplace({f, g}, false);
        if (fresh) found->second = SizeOrder::within(terms_[f].free, terms_[g].free);
        return found->second;
    }

    bool is_within(const Set &set, Claim &claim) {
        if (claim.bound.kind == Bound::Kind::upper)
            return std::all_of(set.begin(), set.end(), [&](int term) {
                const auto [found, fresh] = claim.within.try_emplace(term, false);
                if (fresh) found->second = SizeOrder::within(terms_[term].course, claim.course);
                return found->second;
            });
        const SizeOrder::Course course = course_of(set);
        return SizeOrder::within(claim.course, course) &&
               (claim.bound.kind == Bound::Kind::lower || SizeOrder::within(course, claim.course));
    }

    SizeOrder::Course course_of(const Set &set) const {
        SizeOrder::Course course = terms_[set.front()].course;
        for (std::size_t i = 1; i < set.size(); ++i)
            course = SizeOrder::sum(course, terms_[set[i]].course);
        return course;
    }

    // Lower terms that may stand below some lead of the set: the constant, sizes, their products, x log x,
    // and each lead less a logarithm.
    const std::vector<int> &lows_of(int lead) {
        const auto [found, fresh] = lows_.try_emplace(lead);
        if (!fresh) return found->second;
        std::vector<int> lows;
        const auto below = [&](int low) {
            if (low != lead && within(low, lead) && !within(lead, low) &&
                std::find(lows.begin(), lows.end(), low) == lows.end())
                lows.push_back(low);
        };
        below(constant_);
        for (const std::string &name : candidates_.names) {
            below(index_of(name));
            for (const std::string &other : candidates_.names)
                if (name < other) below(product_of(name, other));
            below(index_of(name + " log " + name));
            if (candidates_.names.size() == 2) // a part that ends where the other size does
                below(index_of(name + " " + least_name()));
        }
        const Expression expression = terms_[lead].expression;
        for (const Expression &less : less_a_logarithm_each(expression, candidates_.names))
            below(add(less, 1));
        return lows_[lead] = std::move(lows);
    }

    std::string least_name() const {
        return "min(" + candidates_.names[0] + ", " + candidates_.names[1] + ")";
    }

    int product_of(const std::string &a, const std::string &b) const {
        const int one = index_of(a + " " + b);
        return one >= 0 ? one : index_of(b + " " + a);
    }

    std::vector<int> lows_of(const Set &set) {
        std::vector<int> all;
        for (const int lead : set)
            for (const int low : lows_of(lead))
                if (std::find(all.begin(), all.end(), low) == all.end() &&
                    std::find(set.begin(), set.end(), low) == set.end())
                    all.push_back(low);
        return all;
    }

    double prior_of(const Set &set) const {
        double prior = cost_of_a_lead * static_cast<double>(set.size() - 1);
        for (const int term : set)
            prior += terms_[term].prior;
        return prior;
    }

    double score(double chi2, int active, double prior) const {
        const double rows = static_cast<double>(points_.size());
        // Counts have no error of their own: the scale of what is off is learned from them.
        const double nu = options_.noise == Noise::counted ? 1 : 2 * rows;
        return -(nu + rows) / 2 * std::log1p(std::max(chi2, 0.0) / nu) - 0.25 * active * std::log(rows) -
               prior;
    }

    // Screens: leads and lows mixed freely, without the cone.
    void prepare_screen() {
        for (const int lead : std::vector<int>(listed_)) // lows_of may add terms
            lows_of(lead);
        const std::size_t count = terms_.size();
        std::vector<Column> columns;
        for (const CellTerm &term : at_) {
            Column column;
            double squares = 0;
            for (std::size_t i = 0; i < points_.size(); ++i) {
                column.push_back(term.column[i] /
                                 (std::exp(points_[i].log_value - unit_) * points_[i].error));
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
                for (std::size_t i = 0; i < points_.size(); ++i)
                    sum += columns[f][i] * columns[g][i];
                gram_[f * count + g] = gram_[g * count + f] = sum;
            }
            project_[f] = 0;
            for (std::size_t i = 0; i < points_.size(); ++i)
                project_[f] += columns[f][i] / points_[i].error;
        }
        for (const Located &point : points_)
            squares_ += 1 / (point.error * point.error);
    }

    double screened(const Set &set) {
        constexpr int most = 48;
        int columns[most], count = 0;
        for (const int term : set)
            columns[count++] = term;
        for (const int low : lows_of(set))
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
        return score(chi2, active, prior_of(set));
    }

    bool antichain(const Set &set) {
        for (const int a : set)
            for (const int b : set)
                if (a != b && within(a, b)) return false;
        return true;
    }

    std::vector<Generator> cone_of_set(const Set &set, double taken_off, std::vector<int> &lows, bool &fits) {
        std::vector<const CellTerm *> leads;
        for (const int term : set)
            leads.push_back(&at_[term]);
        lows = lows_of(set);
        std::vector<LowTerm> below;
        for (const int low : lows) {
            LowTerm one{&at_[low], {}};
            for (const int lead : set) {
                const std::vector<int> &own = lows_of(lead);
                one.below.push_back(std::find(own.begin(), own.end(), low) != own.end());
            }
            below.push_back(std::move(one));
        }
        auto cone = joint_cone(leads, below, cells_, candidates_.relations, taken_off, exact_);
        fits = cone.has_value();
        return fits ? std::move(*cone) : std::vector<Generator>{};
    }

    // All generators with the steps of the memory hierarchy that touch them.
    std::vector<Generator> touched(const std::vector<Generator> &cone, const Set &set,
                                   const std::vector<SetStep> &steps, bool thorough) const {
        std::vector<Generator> all = cone;
        for (const SetStep &step : steps) {
            Column dearer;
            for (const double doublings : working_sets_[step.on])
                dearer.push_back(dearer_by(step.step, doublings));
            for (std::size_t g = 0; g < cone.size(); ++g) {
                if (!thorough && g >= set.size()) continue;
                Generator one = cone[g];
                for (std::size_t i = 0; i < dearer.size(); ++i)
                    one.column[i] *= dearer[i];
                // What a term costs is said of the largest working set: the step is behind it there.
                for (auto &[part, share] : one.parts)
                    share *= *std::max_element(dearer.begin(), dearer.end());
                all.push_back(one);
                if (g >= set.size()) continue;
                const double start = quantile(cone[g].column, 0.67); // a start-up does not see the cache
                for (double &value : one.column)
                    value += start;
                all.push_back(std::move(one));
            }
        }
        return all;
    }

    LeastSquares solved(const std::vector<Generator> &generators) const {
        const std::size_t rows = points_.size();
        std::vector<Column> columns;
        columns.reserve(generators.size());
        for (const Generator &generator : generators) {
            Column column = generator.column;
            for (std::size_t i = 0; i < rows; ++i)
                column[i] *= weights_[i];
            columns.push_back(std::move(column));
        }
        if (exact_) return nonnegative_least_squares(columns, target_);
        return by_gram(columns);
    }

    LeastSquares by_gram(const std::vector<Column> &columns) const {
        const int count = static_cast<int>(columns.size());
        const std::size_t rows = points_.size();
        std::vector<double> gram(columns.size() * columns.size()), h(columns.size());
        LeastSquares result;
        result.coefficients.resize(columns.size());
        for (int f = 0; f < count; ++f) {
            const double *a = columns[f].data();
            for (int g = 0; g <= f; ++g) {
                const double *b = columns[g].data();
                double sum = 0;
                for (std::size_t i = 0; i < rows; ++i)
                    sum += a[i] * b[i];
                gram[f * count + g] = gram[g * count + f] = sum;
            }
            for (std::size_t i = 0; i < rows; ++i)
                h[f] += a[i] * target_[i];
        }
        result.active = nonnegative_by_gram(gram.data(), h.data(), count, result.coefficients.data());
        for (std::size_t i = 0; i < rows; ++i) {
            double off = target_[i];
            for (int f = 0; f < count; ++f)
                if (result.coefficients[f] != 0) off -= result.coefficients[f] * columns[f][i];
            result.chi2 += off * off;
        }
        return result;
    }

    double taken_off(bool with_steps) const { return exact_ ? 0.6 : with_steps ? 0 : 0.15; }

    Candidate &fitted(const Set &set) {
        const auto [found, fresh] = tried_.try_emplace(set);
        if (!fresh) return found->second;
        Candidate &one = found->second;
        one.set = set;
        one.prior = prior_of(set);
        std::vector<int> lows;
        bool fits = false;
        const auto cone = cone_of_set(set, taken_off(false), lows, fits);
        if (!fits) return one;
        const LeastSquares result = solved(cone);
        one.chi2 = result.chi2;
        one.score = score(result.chi2, result.active, one.prior);
        return one;
    }

    // The best of the ranked sets, and those best on either side of every claim, get their cone.
    void fit_best(std::vector<std::pair<double, Set>> &ranked, std::size_t overall, std::size_t a_side) {
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

    void screen_all() {
        std::vector<std::pair<double, Set>> ranked;
        for (const int term : listed_)
            ranked.push_back({screened({term}), {term}});
        if (candidates_.names.size() == 2)
            for (const int a : listed_)
                for (const int b : listed_)
                    if (a < b && !within(a, b) && !within(b, a)) ranked.push_back({screened({a, b}), {a, b}});
        fit_best(ranked, 60, 15);
        for (const Claim &claim : claims_)
            if (claim.leads.size() <= most_leads) fitted(claim.leads);
    }

    std::vector<Set> best_sets(std::size_t overall, std::size_t a_side) {
        std::vector<const Candidate *> ranked;
        for (const auto &[set, candidate] : tried_)
            if (candidate.score > nothing && !candidate.bent) ranked.push_back(&candidate);
        std::stable_sort(ranked.begin(), ranked.end(),
                         [](const Candidate *a, const Candidate *b) { return a->score > b->score; });
        std::vector<Set> best;
        const auto take = [&](const Set &set) {
            if (std::find(best.begin(), best.end(), set) == best.end()) best.push_back(set);
        };
        for (std::size_t i = 0; i < std::min(overall, ranked.size()); ++i)
            take(ranked[i]->set);
        for (Claim &claim : claims_) {
            std::size_t found[2] = {0, 0};
            for (const Candidate *one : ranked)
                if (std::size_t &side = found[is_within(one->set, claim)]; side < a_side)
                    take(one->set), ++side;
        }
        return best;
    }

    // From the best sets: one more term, and of many sizes one exchanged.
    void improve() {
        const bool many = candidates_.names.size() > 2;
        std::set<Set> done;
        for (int pass = 0; pass < (many ? 4 : 1); ++pass) {
            bool fresh = false;
            for (const Set &base : best_sets(3, 1)) {
                if (!done.insert(base).second) continue;
                fresh = true;
                std::vector<std::pair<double, Set>> ranked;
                const auto consider = [&](Set set) {
                    std::sort(set.begin(), set.end());
                    if (set.size() <= most_leads && !tried_.contains(set) && antichain(set))
                        ranked.push_back({screened(set), set});
                };
                for (const int term : listed_) {
                    Set longer = base;
                    longer.push_back(term);
                    consider(longer);
                    if (!many) continue;
                    for (std::size_t i = 0; i < base.size(); ++i) {
                        Set other = base;
                        other[i] = term;
                        consider(other);
                    }
                }
                fit_best(ranked, 15, 4);
            }
            if (!fresh) break;
        }
    }

    void prepare_working_sets() {
        const auto add_set = [&](auto doublings_of) {
            std::vector<double> doublings;
            for (std::size_t i = 0; i < cells_.size(); ++i)
                doublings.push_back(doublings_of(i));
            working_sets_.push_back(std::move(doublings));
        };
        for (const std::string &name : candidates_.names)
            add_set([&](std::size_t i) { return std::log2(std::max(cells_[i].at(name), 1.0)); });
        add_set([&](std::size_t i) {
            double sum = 0;
            for (const auto &[name, size] : cells_[i])
                sum += size;
            return std::log2(std::max(sum, 1.0));
        });
        add_set([&](std::size_t i) {
            double sum = 0;
            for (const auto &[name, size] : cells_[i])
                sum += std::log2(std::max(size, 1.0));
            return sum;
        });
        bool exponential = false;
        for (const std::string &name : candidates_.names) {
            double largest = 0;
            for (const Sizes &sizes : cells_)
                largest = std::max(largest, sizes.at(name));
            exponential = exponential || largest <= 64;
        }
        if (exponential) // tables of 2^k: only the reading itself tells
            add_set([&](std::size_t i) { return (points_[i].log_value - unit_) / std::log(2.0) + 20; });
    }

    // A set's generators, weighted, so that one step after another can be tried on them.
    class Stepped {
      public:
        Stepped(JointSearch &search, const Set &set) : search_(search), set_(set) {
            std::vector<int> lows;
            cone_ = search.cone_of_set(set, 0, lows, fits_);
        }
        bool fits() const { return fits_; }
        LeastSquares solved(const std::vector<SetStep> &steps, bool thorough) const {
            return search_.solved(search_.touched(cone_, set_, steps, thorough));
        }

      private:
        JointSearch &search_;
        const Set &set_;
        std::vector<Generator> cone_;
        bool fits_ = false;
    };

    void keep_if_better(Candidate &one, const LeastSquares &result, const std::vector<SetStep> &steps,
                        bool thorough) {
        const double value = score(result.chi2, result.active, one.prior) -
                             cost_of_a_memory_step * static_cast<double>(steps.size());
        if (value <= one.score) return;
        one.score = value;
        one.chi2 = result.chi2;
        one.steps = steps;
        one.thorough = thorough;
    }

    // One step on every working set, coarsely; the best on each.
    std::vector<std::pair<double, SetStep>> coarse_steps(const Stepped &stepped, double apart, double width) {
        std::vector<std::pair<double, SetStep>> best;
        for (std::size_t on = 0; on < working_sets_.size(); ++on) {
            const auto [from, to] = std::minmax_element(working_sets_[on].begin(), working_sets_[on].end());
            std::pair<double, SetStep> here{1e300, {}};
            for (double at = *from + apart / 2; at < *to; at += apart) {
                const SetStep step{on, {at, width}};
                const double chi2 = stepped.solved({step}, true).chi2;
                if (chi2 < here.first) here = {chi2, step};
            }
            if (here.first < 1e300) best.push_back(here);
        }
        std::sort(best.begin(), best.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
        return best;
    }

    void allow_for_memory() {
        const double rows = static_cast<double>(points_.size());
        // Nothing is left to explain where the readings' own errors are as large as what is off.
        const auto explained = [&](const Candidate &one) { return one.chi2 < 0.3 * rows; };
        for (const Set &set : best_sets(70, 25)) {
            Candidate &one = tried_.at(set);
            if (explained(one)) continue;
            const Stepped stepped(*this, set);
            if (!stepped.fits()) continue;
            const auto best = coarse_steps(stepped, 2, 0.6);
            if (!best.empty())
                keep_if_better(one, stepped.solved({best.front().second}, true), {best.front().second}, true);
        }
        std::vector<Set> chosen = best_sets(4, 4);
        for (const Claim &claim : claims_)
            if (tried_.contains(claim.leads)) chosen.push_back(claim.leads);
        std::set<Set> done;
        for (const Set &set : chosen) {
            Candidate &one = tried_.at(set);
            if (!done.insert(set).second || explained(one)) continue;
            polish(one);
        }
    }

    void polish(Candidate &one) {
        const double rows = static_cast<double>(points_.size());
        const Stepped stepped(*this, one.set);
        if (!stepped.fits()) return;
        auto starts = coarse_steps(stepped, 0.8, 0.3);
        for (const auto &start : coarse_steps(stepped, 0.8, 0.7))
            starts.push_back(start);
        std::sort(starts.begin(), starts.end(),
                  [](const auto &a, const auto &b) { return a.first < b.first; });
        std::set<std::size_t> on;
        double least = 1e300;
        for (const auto &[chi2, start] : starts) {
            if (on.size() >= 2 || !on.insert(start.on).second) continue;
            const auto value = [&, set = start.on](const MemoryStep &step) {
                return stepped.solved({SetStep{set, step}}, true).chi2;
            };
            const SetStep end{start.on, polished(value, start.step, 55)};
            const LeastSquares result = stepped.solved({end}, true);
            keep_if_better(one, result, {end}, true);
            least = std::min(least, result.chi2);
        }
        if (least < 0.95 * rows || least == 1e300) return;
        for (const std::size_t set : on)
            two_steps(one, stepped, set);
    }

    // Two steps on one working set: every pair of a grid, the best polished in turns. Half-way optima pass
    // for growth.
    void two_steps(Candidate &one, const Stepped &stepped, std::size_t on) {
        const auto [from, to] = std::minmax_element(working_sets_[on].begin(), working_sets_[on].end());
        const double range = *to - *from;
        constexpr int places = 10;
        std::vector<std::pair<double, std::pair<MemoryStep, MemoryStep>>> pairs;
        for (int i = 0; i < places; ++i)
            for (int j = i + 1; j < places; ++j) {
                const MemoryStep a{*from + range * (i + 0.5) / places, 0.5},
                    b{*from + range * (j + 0.5) / places, 0.5};
                pairs.push_back({stepped.solved({{on, a}, {on, b}}, false).chi2, {a, b}});
            }
        std::sort(pairs.begin(), pairs.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
        for (std::size_t start = 0; start < std::min<std::size_t>(2, pairs.size()); ++start) {
            auto [first, second] = pairs[start].second;
            for (int turn = 0; turn < 2; ++turn) {
                second = polished(
                    [&](const MemoryStep &step) {
                        return stepped.solved({{on, first}, {on, step}}, false).chi2;
                    },
                    second, 40);
                first = polished(
                    [&](const MemoryStep &step) {
                        return stepped.solved({{on, step}, {on, second}}, false).chi2;
                    },
                    first, 40);
            }
            const std::vector<SetStep> both = {{on, first}, {on, second}};
            for (const bool thorough : {false, true})
                keep_if_better(one, stepped.solved(both, thorough), both, thorough);
        }
    }

    // Growth that is on no list lies between what is: where a bound would be left, growth within it gets its
    // exponents free before that is believed.
    void bend() {
        for (Claim &claim : claims_) {
            double inside = nothing, outside = nothing;
            std::vector<const Candidate *> ranked;
            for (const auto &[set, one] : tried_) {
                if (one.bent || one.score == nothing) continue;
                ranked.push_back(&one);
                double &side = is_within(set, claim) ? inside : outside;
                side = std::max(side, one.score);
            }
            if (outside - inside < -0.5) continue;
            std::stable_sort(ranked.begin(), ranked.end(),
                             [](const Candidate *a, const Candidate *b) { return a->score > b->score; });
            std::vector<Candidate> starts;
            int within = 0, beyond = 0, single = 0;
            for (const Candidate *one : ranked) {
                int &count = one->set.size() == 1 && single < 2 ? single
                             : is_within(one->set, claim)       ? within
                                                                : beyond;
                if (count < (&count == &within ? 3 : 2)) starts.push_back(*one), ++count;
            }
            for (const Candidate &start : starts)
                bend_from(start, claim);
        }
    }

    struct Bent {
        std::vector<std::map<std::string, double>> by; // exponents added, by lead: of a size, or "min"
    };

    // The set with its exponents changed, or an empty one where that makes no sense.
    Set bent_set(const Set &base, const Bent &bent) {
        Set set;
        for (std::size_t i = 0; i < base.size(); ++i) {
            const Expression expression = terms_[base[i]].expression;
            std::vector<Expression> factors = {expression};
            for (const auto &[name, by] : bent.by[i]) {
                if (by == 0) continue;
                const Expression root = name == "min" ? minimum_in(expression) : make_size(name);
                if (power_of(expression, root) + by < -1e-9) return {};
                factors.push_back(make(Kind::power, {root, make_number(by)}));
            }
            if (factors.size() == 1)
                set.push_back(base[i]);
            else {
                const Expression product = make(Kind::product, factors);
                const std::string name = print_canonical(product);
                set.push_back(add(parse_expression(name, candidates_.names), terms_[base[i]].prior));
            }
        }
        std::sort(set.begin(), set.end());
        if (std::adjacent_find(set.begin(), set.end()) != set.end() || !antichain(set)) return {};
        return set;
    }

    static std::vector<Expression> factors_of(const Expression &e) {
        return e->kind == Kind::product ? e->of : std::vector<Expression>{e};
    }

    static Expression minimum_in(const Expression &e) {
        for (const Expression &factor : factors_of(e)) {
            if (factor->kind == Kind::minimum) return factor;
            if ((factor->kind == Kind::power || factor->kind == Kind::square_root) &&
                factor->of[0]->kind == Kind::minimum)
                return factor->of[0];
        }
        return nullptr;
    }

    static double power_of(const Expression &e, const Expression &root) {
        const std::string name = print(root);
        double power = 0;
        for (const Expression &factor : factors_of(e)) {
            if (print(factor) == name) power += 1;
            if (factor->kind == Kind::square_root && print(factor->of[0]) == name) power += 0.5;
            if (factor->kind == Kind::power && print(factor->of[0]) == name &&
                sizes_in(factor->of[1]).empty())
                power += static_cast<double>(evaluate(factor->of[1], {}));
        }
        return power;
    }

    void bend_from(const Candidate &start, Claim &claim) {
        Bent bent;
        bent.by.resize(start.set.size());
        double best = is_within(start.set, claim) ? start.score : nothing;
        for (const double by : {0.25, 0.1, 0.05, 0.025})
            for (bool rises = true; rises;) {
                rises = false;
                Bent next = bent;
                for (std::size_t i = 0; i < start.set.size(); ++i) {
                    std::vector<std::string> names = candidates_.names;
                    if (minimum_in(terms_[start.set[i]].expression)) names = {"min"};
                    for (const std::string &name : names)
                        for (const double signed_by : {by, -by}) {
                            Bent one = bent;
                            one.by[i][name] += signed_by;
                            const double value = bent_score(start, one, claim);
                            if (value > best + 1e-6) best = value, next = one, rises = true;
                        }
                }
                bent = next;
            }
    }

    double bent_score(const Candidate &start, const Bent &bent, Claim &claim) {
        const Set set = bent_set(start.set, bent);
        if (set.empty() || !is_within(set, claim)) return nothing;
        const auto known = tried_.find(set);
        if (known != tried_.end()) return known->second.score;
        Candidate one;
        one.set = set;
        one.bent = true;
        one.prior = prior_of(set);
        for (const auto &by : bent.by)
            one.prior += cost_of_bending *
                         std::any_of(by.begin(), by.end(), [](const auto &each) { return each.second != 0; });
        std::vector<int> lows;
        bool fits = false;
        const bool with_steps = !start.steps.empty();
        const auto cone = cone_of_set(set, taken_off(with_steps), lows, fits);
        if (fits) {
            const LeastSquares result =
                solved(with_steps ? touched(cone, set, start.steps, start.thorough) : cone);
            one.chi2 = result.chi2;
            one.steps = start.steps;
            one.thorough = start.thorough;
            one.score = score(result.chi2, result.active, one.prior) -
                        cost_of_a_memory_step * static_cast<double>(start.steps.size());
        }
        tried_[set] = one;
        return one.score;
    }

    // The best of all, and the best on either side of every claim, with what they are made of.
    std::vector<SetFit> collected() {
        std::vector<const Candidate *> ranked;
        for (const auto &[set, candidate] : tried_)
            if (candidate.score > nothing) ranked.push_back(&candidate);
        std::stable_sort(ranked.begin(), ranked.end(),
                         [](const Candidate *a, const Candidate *b) { return a->score > b->score; });
        std::vector<SetFit> fits;
        constexpr std::size_t described = 12;
        std::vector<bool> wanted(ranked.size(), false);
        for (std::size_t i = 0; i < std::min(described, ranked.size()); ++i)
            wanted[i] = true;
        std::vector<Claim> told = claims_;
        for (const Bound &bound : options_.beside)
            told.push_back({bound, candidates_.order.course_of(bound.growth), {}, {}});
        for (Claim &claim : told) {
            bool found[2] = {false, false};
            for (std::size_t i = 0; i < ranked.size() && !(found[0] && found[1]); ++i) {
                const bool inside = is_within(ranked[i]->set, claim);
                if (found[inside] || (ranked[i]->bent && !inside)) continue;
                found[inside] = wanted[i] = true;
            }
        }
        for (std::size_t i = 0; i < ranked.size(); ++i)
            if (wanted[i]) fits.push_back(described_fit(*ranked[i]));
        return fits;
    }

    SetFit described_fit(const Candidate &candidate) {
        SetFit fit;
        fit.score = candidate.score;
        fit.chi2 = candidate.chi2;
        fit.bent = candidate.bent;
        fit.memory_steps = static_cast<int>(candidate.steps.size());
        fit.course = course_of(candidate.set);
        for (const int term : candidate.set) {
            fit.leads.push_back(terms_[term]);
            fit.name += (fit.name.empty() ? "" : " + ") + terms_[term].name;
        }
        std::vector<int> lows;
        bool fits = false;
        const auto cone = cone_of_set(candidate.set, taken_off(!candidate.steps.empty()), lows, fits);
        const auto all = candidate.steps.empty()
                             ? cone
                             : touched(cone, candidate.set, candidate.steps, candidate.thorough);
        const LeastSquares result = solved(all);
        fit.fitted.assign(points_.size(), 0);
        std::vector<double> factors(candidate.set.size() + lows.size(), 0);
        for (std::size_t g = 0; g < all.size(); ++g) {
            if (result.coefficients[g] == 0) continue;
            for (std::size_t i = 0; i < points_.size(); ++i)
                fit.fitted[i] += result.coefficients[g] * all[g].column[i] * std::exp(unit_);
            for (const auto &[part, share] : all[g].parts)
                factors[part] += result.coefficients[g] * share;
        }
        for (std::size_t part = 0; part < factors.size(); ++part) {
            const int term =
                part < candidate.set.size() ? candidate.set[part] : lows[part - candidate.set.size()];
            if (part < candidate.set.size() || factors[part] != 0)
                fit.terms.push_back(
                    {terms_[term].name, factors[part] * std::exp(unit_ - at_[term].log_unit)});
        }
        return fit;
    }

    const JointCandidates &candidates_;
    const JointOptions &options_;
    bool exact_;
    std::vector<Located> points_;
    std::vector<Sizes> cells_;
    double unit_ = 0; // ln: values are brought near 1 by it
    std::vector<double> weights_, target_;
    std::deque<JointTerm> terms_; // a deque: cells' terms point into it
    std::deque<CellTerm> at_;
    std::map<std::string, int> indices_;
    std::map<std::pair<int, int>, bool> within_;
    std::map<int, std::vector<int>> lows_;
    int constant_ = -1;
    std::vector<int> listed_; // may lead
    std::vector<Claim> claims_;
    std::size_t screened_ = 0;
    std::vector<double> gram_, project_;
    double squares_ = 0;
    std::vector<std::vector<double>> working_sets_; // doublings, by working set and cell
    std::map<Set, Candidate> tried_;
};

// Enough cells, and every size over enough doublings.
bool enough(const CellSeries &series) {
    std::size_t cells = 0;
    std::vector<double> least(series.names.size(), 1e300), largest(series.names.size(), 0);
    for (const SeriesCell &cell : series.cells) {
        if (cell.readings.empty()) continue;
        ++cells;
        for (std::size_t i = 0; i < cell.sizes.size(); ++i) {
            least[i] = std::min(least[i], cell.sizes[i]);
            largest[i] = std::max(largest[i], cell.sizes[i]);
        }
    }
    for (std::size_t i = 0; i < series.names.size(); ++i)
        if (const bool exponential = largest[i] <= 64 && largest[i] - least[i] >= 5;
            !exponential && std::log2(largest[i] / std::max(least[i], 1.0)) < 2)
            return false;
    return cells >= 12;
}

} // namespace

bool SetFit::within(const Bound &bound, const SizeOrder::Course &bounds) const {
    const bool below = SizeOrder::within(course, bounds), above = SizeOrder::within(bounds, course);
    return bound.kind == Bound::Kind::upper   ? below
           : bound.kind == Bound::Kind::lower ? above
                                              : below && above;
}

JointGrowth fit_joint(const CellSeries &series, const JointCandidates &candidates,
                      const JointOptions &options) {
    JointGrowth growth;
    growth.names = series.names;
    growth.order = candidates.order;
    for (const SeriesCell &cell : series.cells)
        if (!cell.readings.empty()) growth.cells.push_back(cell.sizes);
    if (!enough(series)) {
        growth.points = locate(series, options.noise);
        return growth;
    }
    JointSearch search(series, candidates, options);
    growth.fits = search.searched();
    growth.points = search.points();
    if (!growth.fits.empty()) growth.standing = Growth::Standing::fitted;
    return growth;
}

bool fits_poorly(const JointGrowth &growth) {
    return is_poor_fit(growth.best().chi2, growth.best().fitted, growth.points);
}

double value_at(const SetFit &fit, const Sizes &sizes) {
    std::vector<std::string> names;
    for (const auto &[name, size] : sizes)
        names.push_back(name);
    double value = 0;
    for (const Term &term : fit.terms)
        value += term.factor * std::exp(evaluate_log(parse_expression(term.curve, names), sizes));
    return value;
}

double evidence_against(const Bound &bound, const JointGrowth &growth) {
    const SizeOrder::Course bounds = growth.order.course_of(bound.growth);
    double inside = nothing, outside = nothing;
    for (const SetFit &fit : growth.fits) {
        const bool within = fit.within(bound, bounds);
        if (fit.bent && !within) continue;
        double &side = within ? inside : outside;
        side = std::max(side, fit.score);
    }
    return outside - inside;
}

} // namespace iron
