#include "core/plan/ledger.h"

#include <algorithm>

#include "core/policy.h"

namespace iron {

bool Ledger::judging_pays() const {
    const double left_s = options.budget_s - elapsed_s;
    return options.judges && !cells.empty() && left_s > 0 && left_s >= policy::plan::judging_pays * judged_s;
}

bool Ledger::undecided(const Cell &cell) const {
    const auto found = needs.find({cell.solution, cell.shape});
    return found == needs.end() || !found->second.decided;
}

bool Ledger::short_of_places(const Cell &cell) const {
    const auto found = needs.find({cell.solution, cell.shape});
    return found != needs.end() && found->second.short_of_places;
}

bool Ledger::wants_inputs(const Cell &cell) const {
    const auto found = needs.find({cell.solution, cell.shape});
    return found != needs.end() && found->second.more_inputs;
}

bool Ledger::all_decided() const {
    return !needs.empty() && std::none_of(cells.begin(), cells.end(),
                                          [&](const auto &entry) { return undecided(entry.first); });
}

bool Ledger::read_anything_of(int solution) const {
    for (auto entry = cells.lower_bound({solution, 0, 0, -1e300});
         entry != cells.end() && entry->first.solution == solution; ++entry)
        if (entry->second.passes > 0) return true;
    return false;
}

bool Ledger::counted_again(const CellRecord &record) const {
    using namespace policy::plan;
    const double beside_a_pass = std::min(count_worth * record.pass_s, usual_call * options.budget_s);
    return !record.uncounted && record.count_s <= std::max(count_again * options.budget_s, beside_a_pass);
}

void Ledger::told_time(const Cell &cell, double call_s, double cost_s) {
    ++costs[cell.solution].timed;
    CellRecord &record = cells[cell];
    const bool first = record.call_s == 0;
    record.call_s = call_s;
    record.pass_s =
        first ? std::max(call_s, policy::plan::least_pass_s) : (record.loaded ? cost_s : record.pass_s);
    if (first || !record.loaded) record.load_s = std::max(0.0, cost_s - record.pass_s);
    record.loaded = true;
    ++record.passes;
    record.timed_s += std::max(call_s, policy::plan::least_timed_s);
}

void Ledger::told_count(const Cell &cell, double cost_s) {
    const auto found = cells.find(cell);
    const double call_s = found == cells.end() ? 0 : found->second.call_s;
    SolutionCosts &of = costs[cell.solution];
    const bool first = ++of.counted == 1;
    const double share = call_s > 0 ? cost_s / call_s : of.least_share;
    of.least_count_s = first ? cost_s : std::min(of.least_count_s, cost_s);
    of.least_share = first ? share : std::min(of.least_share, share);
    if (call_s > 0) {
        using namespace policy::plan;
        of.least_call_s = of.least_call_s > 0 ? std::min(of.least_call_s, call_s) : call_s;
        const bool starts = of.least_call_s > as_long_as_a_start_s;
        if (starts && call_s > shows * of.least_call_s && call_s >= of.longest_call_s) {
            of.longest_call_s = call_s;
            of.share_beyond = std::max(0.0, cost_s - of.least_count_s) / (call_s - of.least_call_s);
        }
    }
    if (found == cells.end()) return;
    found->second.count_s = cost_s;
    found->second.has_count = true;
}

void Ledger::told_count_stopped(const Cell &cell, double after_s) {
    const auto found = cells.find(cell);
    if (found == cells.end()) return;
    found->second.uncounted = found->second.has_count = true;
    SolutionCosts &of = costs[cell.solution];
    const double as_long_s = found->second.call_s / policy::plan::unsteady;
    if (as_long_s > 0 && as_long_s < of.stopped_call_s) of.stopped_call_s = as_long_s, of.stopped_s = after_s;
}

void Ledger::drop_from(const Cell &cell) {
    std::erase_if(cells, [&](const auto &entry) {
        const Cell &other = entry.first;
        return other.solution == cell.solution && other.shape == cell.shape && other.line == cell.line &&
               other.size >= cell.size;
    });
}

} // namespace iron
