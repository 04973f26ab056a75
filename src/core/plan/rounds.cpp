#include "core/plan/rounds.h"

#include <algorithm>
#include <map>
#include <tuple>

#include "core/policy.h"

namespace iron {

using namespace policy::plan;

namespace {

bool too_few_passes(const CellRecord &record) {
    return record.every_generation && (record.passes < passes_enough || record.timed_s < seconds_enough);
}

} // namespace

void Counting::begin() {
    const double left_s = ledger_.options.budget_s - ledger_.elapsed_s;
    until_s_ = ledger_.elapsed_s + counts_ahead * left_s;
}

Next Counting::next(std::mt19937_64 &random) {
    if (!ledger_.options.judges) return {};
    // Asked every time: each count tells what the next one of its series will cost.
    const double left_s = ledger_.options.budget_s - ledger_.elapsed_s;
    const auto dearest_s = [&](const Cell &cell) {
        return std::max(count_left_out * ledger_.options.budget_s,
                        ledger_.short_of_places(cell) ? needed_count * left_s : 0);
    };
    for (const Climb &climb : climbing_.all())
        if (ledger_.undecided(climb.at()))
            climbing_.count_what_was_left_out(climb, dearest_s(climb.at()), true, queue_);
    if (ledger_.elapsed_s > until_s_) queue_.clear();
    if (queue_.empty() && ledger_.round == 1 && !asked_ && ledger_.judging_pays()) {
        asked_ = true; // where a second input tells the same, others will
        return {Task::judge, {}, ledger_.generation, ledger_.round};
    }
    if (queue_.empty() && ledger_.round < inputs_ahead && ledger_.elapsed_s < until_s_) {
        for (const auto &[cell, record] : ledger_.cells)
            if (ledger_.wants_inputs(cell) && record.count_s > 0 &&
                record.count_s <= usual_call * ledger_.options.budget_s)
                queue_.push_back({Task::count, cell, ledger_.generation, ledger_.round + 1});
        std::shuffle(queue_.begin(), queue_.end(), random);
        ledger_.round += !queue_.empty();
    }
    while (!queue_.empty()) {
        const Next step = queue_.back();
        queue_.pop_back();
        const auto found = ledger_.cells.find(step.cell);
        if (found == ledger_.cells.end()) continue;
        if (found->second.count_s == 0 && climbing_.expected_count_s(step.cell) > dearest_s(step.cell)) {
            found->second.uncounted = true; // smaller ones have told that since it was queued
            continue;
        }
        counted_ = true;
        return step;
    }
    return {};
}

void Rounds::begin(std::mt19937_64 &random) {
    began_s_ = ledger_.elapsed_s;
    asked_ = false;
    plan_generations();
    ++ledger_.round;
    fill_round(random);
}

void Rounds::told_disturbed(const Cell &cell) {
    if (!ledger_.cells.contains(cell) || !again_.insert(cell).second) return;
    queue_.insert(queue_.begin(), ledger_.issue(Task::time, cell));
}

// How many generations fit into what is left, and whether with all sizes or with every second one: sizes are
// thinned before seeds are given up.
void Rounds::plan_generations() {
    PlanOptions &options = ledger_.options;
    const double left_s = options.budget_s - ledger_.elapsed_s;
    const auto cost_of = [&](const CellRecord &record) {
        return record.load_s + record.pass_s + (ledger_.counted_again(record) ? record.count_s : 0);
    };
    double all = 0, thinned = 0;
    std::map<std::tuple<int, int, int>, int> from_top;
    for (auto entry = ledger_.cells.rbegin(); entry != ledger_.cells.rend(); ++entry) {
        auto &[cell, record] = *entry;
        all += cost_of(record);
        record.every_generation = from_top[{cell.solution, cell.shape, cell.line}]++ % 2 == 0;
        if (record.every_generation) thinned += cost_of(record);
    }
    const auto fitting = [&](double cost) {
        return ledger_.generation + (cost > 0 ? 1 + static_cast<int>(for_generations * left_s / cost) : 1);
    };
    if (fitting(all) >= options.generations) {
        for (auto &[cell, record] : ledger_.cells)
            record.every_generation = true;
    } else
        options.generations = std::min(options.generations, fitting(thinned));
}

void Rounds::fill_round(std::mt19937_64 &random) {
    queue_.clear();
    again_.clear();
    // Where some verdicts stand and others do not, the former take part in every third round.
    const bool settled = ledger_.all_decided();
    const int round = ledger_.round;
    for (const auto &[cell, record] : ledger_.cells) {
        if (settled ? too_few_passes(record) : round % 3 == 1 || ledger_.undecided(cell))
            queue_.push_back(ledger_.issue(Task::time, cell));
        const bool other_input = ledger_.wants_inputs(cell) && round % 2 == 1 &&
                                 round < 2 * most_other_inputs && ledger_.counted_again(record);
        // Without a count: of a session that was stopped before it came to that.
        if (ledger_.options.counted[static_cast<std::size_t>(cell.solution)] &&
            (!record.has_count || other_input))
            queue_.push_back(ledger_.issue(Task::count, cell));
    }
    std::shuffle(queue_.begin(), queue_.end(), random);
    issued_ = 0;
}

// All cells from the smallest size up: if time runs out, the large ones are what is missing.
void Rounds::fill_generation(std::mt19937_64 &random) {
    queue_.clear();
    again_.clear();
    std::vector<Cell> order;
    for (auto &[cell, record] : ledger_.cells) {
        record.loaded = false;
        record.passes = 0;
        record.timed_s = 0;
        if (record.every_generation) order.push_back(cell);
    }
    std::shuffle(order.begin(), order.end(), random);
    std::stable_sort(order.begin(), order.end(),
                     [](const Cell &a, const Cell &b) { return a.size > b.size; });
    for (const Cell &cell : order) {
        // Other seeds tell how much the input matters; the cheap sizes are enough for that.
        if (ledger_.options.counted[static_cast<std::size_t>(cell.solution)] &&
            ledger_.counted_again(ledger_.cells[cell]))
            queue_.push_back(ledger_.issue(Task::count, cell));
        queue_.push_back(ledger_.issue(Task::time, cell));
    }
    issued_ = 0;
}

bool Rounds::enough_is_read() const {
    return queue_.empty() && ledger_.all_decided() &&
           std::none_of(ledger_.cells.begin(), ledger_.cells.end(),
                        [](const auto &entry) { return too_few_passes(entry.second); });
}

// Whether this generation is over: then `step` is what follows.
bool Rounds::turn_of_generation(Next &step, bool enough, std::mt19937_64 &random) {
    const PlanOptions &options = ledger_.options;
    const double span = options.budget_s - began_s_;
    const double until = began_s_ + span * (ledger_.generation + 1) / options.generations;
    if ((ledger_.elapsed_s <= until && !enough) || ledger_.round == 0) return false;
    if (enough && !asked_ && ledger_.judging_pays()) {
        asked_ = true; // what stood with fewer readings may not stand now
        step = {Task::judge, {}, ledger_.generation, ledger_.round};
        return true;
    }
    asked_ = false;
    if (ledger_.generation + 1 < options.generations) {
        ++ledger_.generation;
        ledger_.round = 0;
        fill_generation(random);
        step = {Task::new_generation, {}, ledger_.generation, 0};
        return true;
    }
    step = {};
    return enough;
}

Next Rounds::next(std::mt19937_64 &random) {
    const double left = ledger_.options.budget_s - ledger_.elapsed_s;
    if (ledger_.cells.empty() || left <= 0) return {};
    if (Next step; turn_of_generation(step, enough_is_read(), random)) return step;
    for (;;) {
        while (!queue_.empty()) {
            const Next step = queue_.back();
            queue_.pop_back();
            const auto found = ledger_.cells.find(step.cell);
            if (found == ledger_.cells.end()) continue;
            const CellRecord &record = found->second;
            const double cost = step.task == Task::count ? record.count_s
                                : record.loaded          ? record.pass_s
                                                         : record.load_s + record.pass_s;
            if (cost > left) continue;
            ++issued_;
            return step;
        }
        if (issued_ == 0) return {}; // nothing fits any more
        ++ledger_.round;
        fill_round(random);
    }
}

} // namespace iron
