#include "core/plan/planner.h"

#include <algorithm>

#include "core/policy.h"

namespace iron {

Planner::Planner(PlanOptions options)
    : ledger_(std::move(options)), random_(ledger_.options.seed), climbing_(ledger_),
      counting_(ledger_, climbing_), rounds_(ledger_) {}

Next Planner::ask_for_verdicts() { return {Task::judge, {}, ledger_.generation, ledger_.round}; }

Next Planner::next(double elapsed_s) {
    const double took_s = elapsed_s - ledger_.elapsed_s;
    if (last_) ledger_.spent_s[{last_->solution, last_->shape}] += took_s;
    if (judges_) ledger_.judged_s = took_s;
    ledger_.elapsed_s = elapsed_s;
    Next step = step_now();
    step.limit_s = limit_of(step);
    judges_ = step.task == Task::judge;
    const bool is_read = step.task == Task::probe || step.task == Task::time || step.task == Task::count ||
                         step.task == Task::weigh;
    last_ = is_read ? std::optional(step.cell) : std::nullopt;
    return step;
}

// What a count takes is hardly known before the first, and never surely.
double Planner::limit_of(const Next &step) const {
    using namespace policy::plan;
    if (step.task != Task::count && step.task != Task::weigh) return step.limit_s;
    const double share_s = count_stops_at * ledger_.options.budget_s / std::max(ledger_.options.solutions, 1);
    const double expected_s = step.task == Task::count ? climbing_.expected_count_s(step.cell)
                                                       : climbing_.expected_weight_s(step.cell);
    return std::max({count_stops_s, share_s, count_stops_beyond * expected_s});
}

Next Planner::step_now() {
    if (stage_ == Stage::climb) {
        if (const Next step = climbing_.next(random_); step.task != Task::stop) return step;
        if (!asked_ && ledger_.judging_pays()) {
            asked_ = true; // some may have to climb on
            return ask_for_verdicts();
        }
        stage_ = Stage::counts;
        climbing_.stop();
        counting_.begin();
    }
    if (stage_ == Stage::counts) {
        if (const Next step = counting_.next(random_); step.task != Task::stop) return step;
        stage_ = Stage::rounds;
        rounds_.begin(random_);
        const bool unheard = counting_.counted_any() || (ledger_.needs.empty() && !asked_);
        if (unheard && ledger_.judging_pays()) return ask_for_verdicts();
    }
    return rounds_.next(random_);
}

void Planner::told_needs(const std::vector<Need> &needs) {
    ledger_.needs.clear();
    for (const Need &need : needs)
        ledger_.needs[{need.solution, need.shape}] = need;
    if (stage_ == Stage::climb && climbing_.go_on_for_verdicts()) asked_ = false; // what it brings is judged
}

void Planner::told_probe(const Cell &cell, double call_s) { climbing_.told_probe(cell, call_s); }

void Planner::told_probe_stopped(const Cell &cell, double after_s) {
    climbing_.told_probe_stopped(cell, after_s);
}

void Planner::told_time(const Cell &cell, double call_s, double cost_s) {
    ledger_.told_time(cell, call_s, cost_s);
    climbing_.told_time(cell, call_s, cost_s, stage_ == Stage::climb);
}

void Planner::told_count(const Cell &cell, double cost_s) {
    ledger_.told_count(cell, cost_s);
    climbing_.told_count(cell, cost_s, stage_ == Stage::climb);
}

void Planner::told_weight(const Cell &cell, double cost_s) { climbing_.told_weight(cell, cost_s); }

void Planner::told_count_stopped(const Cell &cell, double after_s) {
    ledger_.told_count_stopped(cell, after_s);
    climbing_.told_count_stopped(cell, after_s, stage_ == Stage::climb);
}

void Planner::told_weight_stopped(const Cell &cell, double after_s) {
    climbing_.told_weight_stopped(cell, after_s);
}

void Planner::told_space_was_left_out(const Cell &cell) {
    if (const auto found = ledger_.cells.find(cell); found != ledger_.cells.end())
        found->second.lacks_space = true;
}

void Planner::told_failure(const Cell &cell, double after_s) {
    ledger_.drop_from(cell);
    climbing_.told_failure(cell, after_s);
}

void Planner::told_counts_are_void(int solution) {
    for (auto &[cell, record] : ledger_.cells)
        if (cell.solution == solution) record.has_count = false;
}

void Planner::told_disturbed(const Cell &cell) {
    if (stage_ == Stage::rounds) rounds_.told_disturbed(cell);
}

void Planner::recall(const Cell &cell, double call_s, bool has_count, int passes) {
    CellRecord &record = ledger_.cells[cell];
    record.call_s = record.call_s > 0 ? std::min(record.call_s, call_s) : call_s;
    record.pass_s = std::max(record.call_s, policy::plan::least_pass_s);
    record.has_count = record.has_count || has_count;
    record.passes = passes;
    record.timed_s = passes * std::max(record.call_s, policy::plan::least_timed_s);
    climbing_.recall(cell, call_s);
}

void Planner::go_on_from(int generation, int round) {
    ledger_.generation = generation;
    ledger_.round = round;
    ledger_.options.generations = std::max(ledger_.options.generations, generation + 1);
    climbing_.go_on();
    rounds_.go_on();
}

} // namespace iron
