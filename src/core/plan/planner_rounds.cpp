// What is measured once the climb is over: more counts for open verdicts, then rounds and generations.
#include "core/plan/planner.h"

#include <algorithm>
#include <tuple>

namespace iron {

namespace {

// In a generation, once every verdict stands: a tenth percentile of less is worth little (docs/measuring.md).
constexpr int passes_enough = 4;
constexpr double seconds_enough = 0.01;
constexpr int most_other_inputs = 16; // in a generation, beside the first
// So many of them come ahead of all rounds where a verdict waits for them.
constexpr int inputs_ahead = 8;

} // namespace

// The sizes between those that were counted.
void Planner::count_what_was_left_out(const Climber &climber) {
    for (const auto &[size, call_s] : climber.seen) {
        const Cell cell{climber.at.solution, climber.at.shape, climber.at.line, size};
        const auto found = cells_.find(cell);
        if (found == cells_.end() || !found->second.uncounted) continue;
        found->second.uncounted = false;
        queue_.push_back({Task::count, cell, generation_, 0});
    }
}

// Of the series whose verdicts wait for that: what was left out, then other inputs where a count is not dear.
Next Planner::count_more(double elapsed_s) {
    if (!options_.judges) return {};
    for (const Climber &climber : climbers_)
        if (undecided(climber.at) && climber.count_s <= options_.budget_s / 60)
            count_what_was_left_out(climber);
    if (elapsed_s > counts_until_s_) queue_.clear();
    if (queue_.empty() && round_ < inputs_ahead && elapsed_s < counts_until_s_) {
        for (const auto &[cell, known] : cells_)
            if (undecided(cell) && wants_inputs(cell) && known.count_s > 0 &&
                known.count_s <= options_.budget_s / 300)
                queue_.push_back({Task::count, cell, generation_, round_ + 1});
        std::shuffle(queue_.begin(), queue_.end(), random_);
        round_ += !queue_.empty();
    }
    while (!queue_.empty()) {
        const Next step = queue_.back();
        queue_.pop_back();
        if (cells_.contains(step.cell)) return step;
    }
    return {};
}

void Planner::settle_climb(double elapsed_s) {
    stage_ = Stage::rounds;
    asked_ = false;
    now_climbed_s_ = elapsed_s;
    for (Climber &climber : climbers_)
        climber.climbing = false;
    plan_generations(options_.budget_s - elapsed_s);
    ++round_;
    fill_round();
}

bool Planner::too_few_passes(const Known &known) {
    return known.every_generation && (known.passes < passes_enough || known.timed_s < seconds_enough);
}

bool Planner::all_decided() const {
    return !needs_.empty() && std::none_of(cells_.begin(), cells_.end(),
                                           [&](const auto &entry) { return undecided(entry.first); });
}

// How many generations fit into `left_s`, and whether with all sizes or with every second one: sizes are
// thinned before seeds are given up.
void Planner::plan_generations(double left_s) {
    const auto cost_of = [&](const Known &known) {
        return known.load_s + known.pass_s + (counted_again(known) ? known.count_s : 0);
    };
    double all = 0, thinned = 0;
    std::map<std::tuple<int, int, int>, int> from_top;
    for (auto entry = cells_.rbegin(); entry != cells_.rend(); ++entry) {
        const auto &[cell, known] = *entry;
        all += cost_of(known);
        entry->second.every_generation = from_top[{cell.solution, cell.shape, cell.line}]++ % 2 == 0;
        if (known.every_generation) thinned += cost_of(known);
    }
    const auto fitting = [&](double cost) {
        return cost > 0 ? 1 + static_cast<int>(0.8 * left_s / cost) : 1;
    };
    if (fitting(all) >= options_.generations) {
        for (auto &[cell, known] : cells_)
            known.every_generation = true;
    } else
        options_.generations = std::min(options_.generations, fitting(thinned));
}

void Planner::fill_round() {
    queue_.clear();
    again_.clear();
    // Where some verdicts stand and others do not, the former take part in every third round.
    const bool settled = all_decided();
    for (const auto &[cell, known] : cells_) {
        if (settled ? too_few_passes(known) : round_ % 3 == 1 || undecided(cell))
            queue_.push_back(issue(Task::time, cell));
        const bool other_input =
            wants_inputs(cell) && round_ % 2 == 1 && round_ < 2 * most_other_inputs && counted_again(known);
        // Without a count: of a session that was stopped before it came to that.
        if (options_.counted[cell.solution] && (!known.has_count || other_input))
            queue_.push_back(issue(Task::count, cell));
    }
    std::shuffle(queue_.begin(), queue_.end(), random_);
    issued_in_round_ = 0;
}

// All cells from the smallest size up: if time runs out, the large ones are what is missing.
void Planner::fill_generation() {
    queue_.clear();
    again_.clear();
    std::vector<Cell> order;
    for (auto &[cell, known] : cells_) {
        known.loaded = false;
        known.passes = 0;
        known.timed_s = 0;
        if (known.every_generation) order.push_back(cell);
    }
    std::shuffle(order.begin(), order.end(), random_);
    std::stable_sort(order.begin(), order.end(),
                     [](const Cell &a, const Cell &b) { return a.size > b.size; });
    for (const Cell &cell : order) {
        // Other seeds tell how much the input matters; the cheap sizes are enough for that.
        if (options_.counted[cell.solution] && counted_again(cells_[cell]))
            queue_.push_back(issue(Task::count, cell));
        queue_.push_back(issue(Task::time, cell));
    }
    issued_in_round_ = 0;
}

Next Planner::in_rounds(double elapsed_s) {
    const double left = options_.budget_s - elapsed_s;
    if (cells_.empty() || left <= 0) return {};
    const double span = options_.budget_s - now_climbed_s_;
    const double until = now_climbed_s_ + span * (generation_ + 1) / options_.generations;
    const bool enough = queue_.empty() && all_decided() &&
                        std::none_of(cells_.begin(), cells_.end(),
                                     [](const auto &entry) { return too_few_passes(entry.second); });
    if ((elapsed_s > until || enough) && round_ > 0) {
        if (options_.judges && enough && !asked_) {
            asked_ = true; // what stood with fewer readings may not stand now
            return {Task::judge, {}, generation_, round_};
        }
        asked_ = false;
        if (generation_ + 1 < options_.generations) {
            ++generation_;
            round_ = 0;
            fill_generation();
            return {Task::new_generation, {}, generation_, 0};
        }
        if (enough) return {};
    }
    for (;;) {
        while (!queue_.empty()) {
            const Next step = queue_.back();
            queue_.pop_back();
            const auto found = cells_.find(step.cell);
            if (found == cells_.end()) continue;
            const Known &known = found->second;
            const double cost = step.task == Task::count ? known.count_s
                                : known.loaded           ? known.pass_s
                                                         : known.load_s + known.pass_s;
            if (cost > left) continue;
            ++issued_in_round_;
            return step;
        }
        if (issued_in_round_ == 0) return {}; // nothing fits any more
        ++round_;
        fill_round();
    }
}

} // namespace iron
