#include "core/plan/climbing.h"

#include <algorithm>
#include <cmath>

#include "core/policy.h"

namespace iron {

using namespace policy::plan;

Climbing::Climbing(Ledger &ledger) : ledger_(ledger) {
    const PlanOptions &options = ledger.options;
    for (int solution = 0; solution < options.solutions; ++solution)
        for (int shape = 0; shape < options.shapes; ++shape)
            for (int line = 0; line < static_cast<int>(options.lines.size()); ++line)
                climbs_.emplace_back(ledger, solution, shape, line);
    for (int line = 0; line < static_cast<int>(options.lines.size()); ++line) {
        const PlanLine &one = options.lines[static_cast<std::size_t>(line)];
        for (std::size_t rung = 0; rung < one.places.size(); ++rung)
            lines_at_[one.places[rung]].push_back({line, one.sizes[rung]});
    }
}

std::size_t Climbing::index_of(const Cell &cell) const {
    const PlanOptions &options = ledger_.options;
    const int lines = static_cast<int>(options.lines.size());
    return static_cast<std::size_t>((cell.solution * options.shapes + cell.shape) * lines + cell.line);
}

// On other lines than the first: whether its solution has not yet come so far there.
bool Climbing::waits_for_main(const Climb &climb) const {
    const std::vector<double> &on_first = ledger_.options.line_of(climb.at()).on_first;
    return climb.line() != 0 && climb.rung() < on_first.size() &&
           main_of(climb).largest() < on_first[climb.rung()];
}

// The same; ends the climb where it never will.
bool Climbing::has_to_wait(Climb &climb) {
    if (!waits_for_main(climb)) return false;
    if (!main_of(climb).climbing()) climb.stop();
    return true;
}

// Of a solution on a shape: the places on all its lines, and what the cheapest that can be next costs.
Climbing::SeriesSoFar Climbing::series_of(const Climb &climb) const {
    SeriesSoFar series;
    for (int line = 0; line < static_cast<int>(ledger_.options.lines.size()); ++line) {
        const Climb &one = climbs_[index_of({climb.at().solution, climb.at().shape, line, 0})];
        series.places += static_cast<double>(one.seen().size());
        if (one.climbing() && !waits_for_main(one)) series.least_s = std::min(series.least_s, one.next_s());
    }
    return series;
}

// What a series will have taken with its next step, of what each has where the climb's time is shared
// equally.
double Climbing::share_taken(const Climb &climb) const {
    const PlanOptions &options = ledger_.options;
    const auto spent = ledger_.spent_s.find({climb.at().solution, climb.at().shape});
    const double taken_s = (spent == ledger_.spent_s.end() ? 0 : spent->second) + climb.next_s();
    return taken_s * options.solutions * options.shapes / (climbs_until * options.budget_s);
}

// On an urgent line the fast solutions first, each to its end. Else a step that costs next to nothing is
// taken at once: what is fast comes far up before the slow ones' calls have eaten the time. Then the thrifty
// series, by what they took: all that are so together take no more than that part from the others. Then the
// series with the fewest places, so that all come up together, but a step of twice the cost waits for three
// places more: where there is not time for all, the cheap ones come to what a verdict needs. Of a series'
// lines the one with the fewest sizes, and so on, but the first one is a few ahead, and gets every second
// turn: where there is time for few places, one size that has grown says more than many that have not.
Climbing::Turn Climbing::turn_of(const Climb &climb, bool urgent_alone) {
    if (urgent_alone) {
        const Climb &main = main_of(climb);
        return {-1 / (1e-12 + main.last_s() / std::max(main.largest(), 1.0)), 0};
    }
    const double little = ledger_.options.budget_s * policy::plan::little;
    const auto waits = [&](double cost) { return std::log2(std::max(cost, 1e-12) / little); };
    constexpr double many = 1e6;
    const auto sizes = static_cast<double>(climb.seen().size());
    const double cost = climb.next_s();
    const SeriesSoFar series = series_of(climb);
    if (sizes > 0 && cost <= little) return {sizes, 0};
    const double share = share_taken(climb);
    const bool is_thrifty = share < thrifty;
    // Of the first sizes the cheap ones, as far as that is known; reading them costs a start as well.
    if (series.places == 0) return {is_thrifty ? many / 2 + share : many + std::max(0.0, waits(cost)), 0};
    const Climb &main = main_of(climb);
    const bool first_comes_first =
        climb.line() != 0 && main.climbing() && main.seen().size() < first_line_ahead;
    return {is_thrifty ? many / 2 + share
                       : many + series.places + dearer_waits * std::max(0.0, waits(series.least_s)),
            (climb.line() == 0 ? sizes / 2 : sizes) + (first_comes_first ? many : 0) +
                dearer_waits * std::max(0.0, waits(cost))};
}

// The one whose turn_of() is least, chance deciding among equals; null where nobody climbs.
Climb *Climbing::whose_turn(std::mt19937_64 &random) {
    // Once its first line has told what is affordable, an urgent one goes ahead for a while.
    const auto is_early = [&](Climb &climb) { return is_urgent(climb) && main_of(climb).climbing(); };
    const bool urgent_alone =
        ledger_.elapsed_s < ahead_of_others * ledger_.options.budget_s &&
        std::any_of(climbs_.begin(), climbs_.end(), [&](Climb &climb) {
            return climb.climbing() && is_urgent(climb) && !is_early(climb) && !has_to_wait(climb);
        });
    std::vector<Climb *> first;
    Turn earliest;
    for (Climb &climb : climbs_) {
        if (!climb.climbing()) continue;
        if (ledger_.elapsed_s > climb.until_s() && ledger_.read_anything_of(climb.at().solution)) {
            climb.cut_off_by_the_clock();
            continue;
        }
        if (is_early(climb) || has_to_wait(climb)) continue;
        if (urgent_alone && !is_urgent(climb)) continue;
        // Costs next to nothing, and the series would stay short without.
        if (climb.goes_down() && climb.expected_s() <= ledger_.options.budget_s * policy::plan::little)
            return &climb;
        const Turn turn = turn_of(climb, urgent_alone);
        if (!first.empty() && turn > earliest) continue;
        if (!first.empty() && turn < earliest) first.clear();
        earliest = turn;
        first.push_back(&climb);
    }
    return first.empty() ? nullptr : first[random() % first.size()];
}

// A series that came to nothing on every line begins at the smallest sizes of all.
bool Climbing::try_last_resorts() {
    if (last_resorts_tried_ || climbs_.empty()) return false;
    last_resorts_tried_ = true;
    const std::size_t lines = ledger_.options.lines.size();
    bool any = false;
    for (std::size_t series = 0; series + lines <= climbs_.size(); series += lines) {
        const auto begin = climbs_.begin() + static_cast<long>(series),
                   end = begin + static_cast<long>(lines);
        if (std::any_of(begin, end, [](const Climb &climb) { return !climb.seen().empty(); })) continue;
        for (auto climb = begin; climb != end; ++climb)
            if (ledger_.options.lines[static_cast<std::size_t>(climb->line())].last_resort) {
                climb->begin();
                any = any || climb->climbing();
            }
    }
    return any;
}

// A count: what its call takes was not known when it was queued. The first of a series is taken whatever the
// cost, as long as none of the solution's was stopped.
bool Climbing::is_worth_its_cost(const Cell &cell) const {
    const auto costs = ledger_.costs.find(cell.solution);
    bool first = costs == ledger_.costs.end() || !costs->second.stopped();
    for (int line = 0; line < static_cast<int>(ledger_.options.lines.size()); ++line)
        first = first && climbs_[index_of({cell.solution, cell.shape, line, 0})].counted() == 0;
    const Climb &climb = climbs_[index_of(cell)];
    return first || climb.affords_count(climb.expected_count_s(cell.size));
}

Next Climbing::next(std::mt19937_64 &random) {
    while (!queue_.empty()) { // what goes with a cell just timed: a count, or else its memory alone
        const Next step = queue_.back();
        queue_.pop_back();
        const auto found = ledger_.cells.find(step.cell);
        if (found == ledger_.cells.end()) continue;
        if (step.task == Task::count && is_worth_its_cost(step.cell)) return step;
        found->second.uncounted = true;
        if (of(step.cell).affords_weight(step.cell.size)) return ledger_.issue(Task::weigh, step.cell);
    }
    const Climb *chosen = whose_turn(random);
    if (!chosen && try_last_resorts()) chosen = whose_turn(random);
    if (!chosen) return {};
    const Climb &climb = *chosen;
    const Cell cell = climb.at();
    if (climb.probes()) {
        Next probe = ledger_.issue(Task::probe, cell);
        probe.limit_s = climb.probe_limit_s();
        return probe;
    }
    const bool counted = ledger_.options.counted[static_cast<std::size_t>(cell.solution)];
    CellRecord &record = ledger_.cells[cell];
    record.loaded = true;
    record.has_count = true;
    record.uncounted = counted && !climb.counts_here();
    if (counted) queue_.push_back(ledger_.issue(record.uncounted ? Task::weigh : Task::count, cell));
    return ledger_.issue(Task::time, cell);
}

bool Climbing::go_on_for_verdicts() {
    bool any = false;
    for (Climb &climb : climbs_) {
        const auto need = ledger_.needs.find({climb.at().solution, climb.at().shape});
        if (need == ledger_.needs.end()) continue;
        const bool is_open = !need->second.decided;
        // Both are asked: each may have something.
        const bool higher = (is_open && climb.climb_longer(need->second.short_of_places)) |
                            climb.climb_to(need->second.up_to);
        any = higher || (is_open && climb.climb_between()) || any;
    }
    return any;
}

void Climbing::count_what_was_left_out(const Climb &climb, double dearest_s, bool spaces,
                                       std::vector<Next> &queue) const {
    const auto &seen = climb.seen();
    for (auto place = seen.rbegin(); place != seen.rend(); ++place) { // the smallest is taken first
        if (climb.expected_count_s(place->first) > dearest_s) continue;
        Cell cell = climb.at();
        cell.size = place->first;
        const auto found = ledger_.cells.find(cell);
        if (found == ledger_.cells.end()) continue;
        CellRecord &record = found->second;
        if (!record.uncounted && !(spaces && record.lacks_space)) continue;
        record.uncounted = record.lacks_space = false;
        queue.push_back({Task::count, cell, ledger_.generation, 0});
    }
}

void Climbing::told_probe(const Cell &cell, double call_s) { of(cell).told_probe(cell.size, call_s); }

void Climbing::told_probe_stopped(const Cell &cell, double after_s) {
    of(cell).told_probe_stopped(cell.size, after_s);
}

void Climbing::told_time(const Cell &cell, double call_s, double cost_s, bool climbs) {
    of(cell).told_time(cell.size, call_s, cost_s, climbs);
    tell_other_lines(cell, call_s);
}

// They need not read the place again.
void Climbing::tell_other_lines(const Cell &cell, double call_s) {
    const PlanLine &here = ledger_.options.line_of(cell);
    const auto rung = std::lower_bound(here.sizes.begin(), here.sizes.end(), cell.size);
    if (here.places.empty() || rung == here.sizes.end() || *rung != cell.size) return;
    const int place = here.places[static_cast<std::size_t>(rung - here.sizes.begin())];
    for (const auto &[line, size] : lines_at_.at(place))
        if (line != cell.line) of({cell.solution, cell.shape, line, 0}).read_elsewhere(size, call_s);
}

void Climbing::recall(const Cell &cell, double call_s) {
    of(cell).recall(cell.size, call_s);
    tell_other_lines(cell, call_s);
}

void Climbing::told_count(const Cell &cell, double cost_s, bool climbs) {
    Climb &climb = of(cell);
    climb.told_count(cell.size, cost_s);
    // Only the first was dear, by what was started for it.
    const double cheap_s = usual_call * ledger_.options.budget_s;
    if (climbs && cost_s <= cheap_s) count_what_was_left_out(climb, cheap_s, false, queue_);
}

void Climbing::told_count_stopped(const Cell &cell, double after_s, bool climbs) {
    of(cell).told_count_stopped(cell.size, after_s);
    if (climbs && of(cell).affords_weight(cell.size)) queue_.push_back(ledger_.issue(Task::weigh, cell));
}

void Climbing::told_weight(const Cell &cell, double cost_s) { of(cell).told_weight(cell.size, cost_s); }

void Climbing::told_failure(const Cell &cell, double after_s) { of(cell).told_failure(cell.size, after_s); }

void Climbing::go_on() {
    for (Climb &climb : climbs_)
        climb.go_on();
}

void Climbing::stop() {
    for (Climb &climb : climbs_)
        climb.stop();
    queue_.clear();
}

} // namespace iron
