// What a climb can afford: the part of it that weighs costs.
#include <algorithm>
#include <cmath>

#include "core/plan/climb.h"
#include "core/policy.h"

namespace iron {

using namespace policy::plan;
using policy::largest_exponential;

double Climb::until_s() const {
    const bool longer = up_to_ > 0 || plan().urgent; // which begins where its first line may end
    return std::max(until_, longer ? climbs_on_until : climbs_until) * ledger_->options.budget_s;
}

const SolutionCosts &Climb::solution_costs() const {
    static const SolutionCosts none;
    const auto found = ledger_->costs.find(at_.solution);
    return found == ledger_->costs.end() ? none : found->second;
}

double Climb::expected_count_s(double size) const {
    const double call_s = costs_.expected(size);
    if (counted_ < 2 || call_s >= solution_costs().stopped_call_s)
        return solution_costs().expected_count_s(call_s);
    // One that was slow is no growth: counts grow as calls do, or, where a start hides that, as the size.
    const double last = count_costs_.largest_size();
    const double grown = std::max(call_s / std::max(costs_.expected(last), 1e-9), size / std::max(last, 1.0));
    const double here = std::min(count_costs_.expected(size), count_costs_.last_s() * std::max(grown, 1.0));
    // One alone may have met a slow moment: what others of the solution's took is heard as well.
    return counted_ > 2 ? here : std::min(here, solution_costs().expected_count_s(call_s));
}

double Climb::expected_weight_s(double size) const {
    return std::max(costs_.expected(size), weight_costs_.expected(size));
}

double Climb::next_s() const {
    const bool counted = ledger_->options.counted[static_cast<std::size_t>(at_.solution)] && counts_here();
    const double beside_s = counted                    ? expected_count_s(at_.size)
                            : affords_weight(at_.size) ? expected_weight_s(at_.size)
                                                       : 0;
    return std::max(time_s_, expected_s()) + beside_s;
}

// A process started for each, or a run of a whole program, is as dear at every size.
bool Climb::level_counts(double expected_s) const {
    return expected_s < as_dear * solution_costs().least_count_s &&
           expected_s < level_count * ledger_->options.budget_s;
}

bool Climb::affords_count(double expected_s) const {
    const double budget_s = ledger_->options.budget_s;
    if (expected_s <= usual_s()) return true;
    if (up_to_ > 0) return expected_s < needed_count * (budget_s - ledger_->elapsed_s);
    const double dearest_s = (counted_ < sizes_wanted ? dearest_of_few : dearest_count) * budget_s;
    return expected_s <= dearest_s || level_counts(expected_s);
}

bool Climb::affords_weight(double size) const {
    if (!ledger_->options.weighed[static_cast<std::size_t>(at_.solution)]) return false;
    const double dearest = weighed_ < sizes_wanted || up_to_ > 0 ? dearest_of_few : dearest_count;
    return expected_weight_s(size) <= dearest * ledger_->options.budget_s;
}

bool Climb::counts_here() const {
    const double expected_s = expected_count_s(at_.size);
    if (!affords_count(expected_s)) return false;
    if (expected_s <= usual_s() || up_to_ > 0) return true;
    const bool every_place = level_counts(expected_s) && expected_s <= count_worth * last_s();
    return every_place || seen_.size() % 2 == 0;
}

// Few sizes, and none to be had below the ladder: there an exponential finds as many as it needs for little,
// but beside a start-up that hides growth they would say nothing.
bool Climb::stays_short() const {
    const bool exponential =
        !seen_.empty() && !down_ && largest_ <= largest_exponential && costs_.shows_growth();
    return seen_.size() + (exponential ? plan().below.size() : 0) < sizes_wanted;
}

// Whether a call there is worth its cost, whatever time is left.
bool Climb::affordable(double size) const {
    if (size >= ceiling_) return false;
    const PlanOptions &options = ledger_->options;
    const double call = costs_.expected(size), elapsed_s = ledger_->elapsed_s;
    // A verdict needs it: a tenth of what is left, over all generations, may go into a size.
    if (up_to_ > 0)
        return call * 2 * (options.generations - ledger_->generation) <
               needed_call * (options.budget_s - elapsed_s);
    const bool higher = stays_short() && elapsed_s < short_series_until * options.budget_s;
    const double limit = (higher ? call_of_a_short_series : usual_call) * options.budget_s;
    // What is dear from the start and stays level (a whole program's start-up) is worth going on with.
    const bool level = !seen_.empty() && seen_.front().second > limit / 2 &&
                       call < as_dear * seen_.front().second && call < dearest_start_up * options.budget_s;
    return call <= limit || level || is_smallest(size);
}

// What no smaller size is cheaper than is tried whatever it costs: nothing is known without.
bool Climb::is_smallest(double size) const {
    return costs_.empty() || size <= (plan().below.empty() ? *sizes_ : plan().below).front() ||
           (seen_.empty() && costs_.expected(size) <= as_dear * costs_.least_s());
}

// Whether it can be read before the climb has to end.
bool Climb::in_time(double size) const {
    if (up_to_ > 0 || (is_smallest(size) && !ledger_->read_anything_of(at_.solution)))
        return true; // no solution is left unread
    double load = 0;
    if (!seen_.empty())
        if (const auto last = ledger_->cells.find({at_.solution, at_.shape, at_.line, seen_.back().first});
            last != ledger_->cells.end())
            load = 2 * (last->second.load_s + last->second.count_s);
    return ledger_->elapsed_s + costs_.expected(size) + load < until_s();
}

} // namespace iron
