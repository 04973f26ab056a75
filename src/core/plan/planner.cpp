#include "core/plan/planner.h"

#include <algorithm>
#include <cmath>

namespace iron {

namespace {

constexpr std::size_t sizes_wanted = 8; // fewer let a series climb higher than the others

} // namespace

Planner::Planner(PlanOptions options) : options_(std::move(options)), random_(options_.seed) {
    options_.counted.resize(options_.solutions, false);
    for (int solution = 0; solution < options_.solutions; ++solution)
        for (int shape = 0; shape < options_.shapes; ++shape) {
            Climber climber;
            climber.climbing = !options_.sizes.empty();
            climber.at = {solution, shape, climber.climbing ? options_.sizes[0] : 0};
            climbers_.push_back(climber);
        }
}

double Planner::predicted_call(const Climber &climber, double size) const {
    const auto &seen = climber.seen;
    if (seen.empty()) return 0;
    const auto &[last_size, last_call] = seen.back();
    if (seen.size() < 2 || last_call < 20e-6) // too little, or the clock's own grain
        return last_call * size / std::max(last_size, 1.0);
    const auto &[before_size, before_call] = seen[seen.size() < 3 ? 0 : seen.size() - 3];
    const double ratio = std::log(std::max(last_call, 1e-9) / std::max(before_call, 1e-9));
    // Both readings of the last rise are tried, and the dearer one believed: as a power, and as an
    // exponential.
    const double power = ratio / std::log(last_size / std::max(before_size, 1.0));
    const double as_power = last_call * std::pow(size / last_size, std::max(power, 0.0));
    if (last_size > 64) return as_power;
    return std::max(as_power, last_call * std::exp(ratio / (last_size - before_size) * (size - last_size)));
}

double Planner::last_of(const Climber &climber) {
    return climber.seen.empty() ? 0 : climber.seen.back().second;
}

bool Planner::affordable(Climber &climber, double size, double elapsed_s) const {
    const double call = predicted_call(climber, size);
    const double usual = options_.budget_s / 300;
    const double limit =
        climber.seen.size() < sizes_wanted && elapsed_s < options_.budget_s / 2 ? 5 * usual : usual;
    const Known *last = nullptr;
    if (const auto found = cells_.find(
            {climber.at.solution, climber.at.shape, climber.seen.empty() ? 0 : climber.seen.back().first});
        found != cells_.end())
        last = &found->second;
    const double load = last ? 2 * (last->load_s + last->count_s) : 0;
    // What is dear from the start and stays level (a whole program's start-up) is worth going on with.
    const bool level = !climber.seen.empty() && climber.seen.front().second > limit / 2 &&
                       climber.seen.back().second < 1.5 * climber.seen.front().second &&
                       last_of(climber) < 0.1 * options_.budget_s;
    return (call <= limit || level) && elapsed_s + call + load < 0.6 * options_.budget_s;
}

bool Planner::take_closer(Climber &climber) {
    if (climber.closer.empty()) return false;
    climber.at.size = climber.closer.back();
    climber.closer.pop_back();
    return true;
}

// A series that is still short at its top is exponential, or nearly: it goes on below the ladder.
void Planner::end_climb(Climber &climber) {
    climber.closer.clear();
    climber.rung = options_.sizes.size();
    climber.climbing = false;
    if (climber.down || climber.seen.size() >= sizes_wanted || options_.below.empty()) return;
    const std::size_t wanted = std::min(options_.below.size(), sizes_wanted + 4 - climber.seen.size());
    climber.closer.assign(options_.below.end() - wanted, options_.below.end());
    climber.down = climber.climbing = true;
    take_closer(climber);
}

// Sets the next size of a climber, or ends its climb.
void Planner::climb_on(Climber &climber) {
    const double last = climber.at.size;
    if (climber.down) {
        climber.climbing = take_closer(climber);
        return;
    }
    if (!take_closer(climber)) {
        if (climber.rung + 1 >= options_.sizes.size()) return end_climb(climber);
        // Dear calls take every third rung.
        const std::size_t stride = last_of(climber) > options_.budget_s / 300 ? 3 : 1;
        climber.rung = std::min(climber.rung + stride, options_.sizes.size() - 1);
        climber.at.size = options_.sizes[climber.rung];
    }
    if (affordable(climber, climber.at.size, elapsed_)) return;
    // The rung is too dear: with few sizes so far, go on in smaller strides below it.
    const double too_dear = climber.at.size;
    climber.closer.clear();
    climber.rung = options_.sizes.size();
    if (climber.seen.size() < sizes_wanted) {
        const double stride = std::max(1.0, std::floor((too_dear - last) / 5));
        for (double size = last + stride; size < too_dear; size += stride)
            climber.closer.push_back(size);
        std::reverse(climber.closer.begin(), climber.closer.end());
    }
    if (take_closer(climber) && affordable(climber, climber.at.size, elapsed_)) return;
    end_climb(climber);
}

Next Planner::issue(Task task, const Cell &cell) { return {task, cell, generation_, round_}; }

Next Planner::next(double elapsed_s) {
    elapsed_ = elapsed_s;
    if (climbing_) {
        const Next step = climb(elapsed_s);
        if (step.task != Task::stop) return step;
        climbing_ = false;
        now_climbed_s_ = elapsed_s;
        plan_generations(options_.budget_s - elapsed_s);
        round_ = 1;
        fill_round();
    }
    return in_rounds(elapsed_s);
}

// How many generations fit into `left_s`, and whether with all sizes or with every second one: sizes are
// thinned before seeds are given up.
void Planner::plan_generations(double left_s) {
    const auto cost_of = [&](const Known &known) {
        return known.load_s + known.pass_s + (counted_again(known) ? known.count_s : 0);
    };
    double all = 0, thinned = 0;
    std::map<std::pair<int, int>, int> from_top;
    for (auto entry = cells_.rbegin(); entry != cells_.rend(); ++entry) {
        const auto &[cell, known] = *entry;
        all += cost_of(known);
        entry->second.every_generation = from_top[{cell.solution, cell.shape}]++ % 2 == 0;
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

// The climber with the fewest sizes first, chance deciding among equals, so that all come up together.
Next Planner::climb(double elapsed_s) {
    if (!queue_.empty()) { // the counting that goes with a cell just timed
        const Next step = queue_.back();
        queue_.pop_back();
        if (cells_.contains(step.cell)) return step;
    }
    std::vector<Climber *> first;
    for (Climber &climber : climbers_) {
        if (!climber.climbing) continue;
        if (elapsed_s > 0.6 * options_.budget_s) {
            climber.climbing = false;
            continue;
        }
        if (!first.empty() && climber.seen.size() < first.front()->seen.size()) first.clear();
        if (first.empty() || climber.seen.size() == first.front()->seen.size()) first.push_back(&climber);
    }
    if (first.empty()) return {};
    const Cell cell = first[random_() % first.size()]->at;
    cells_[cell].loaded = true;
    if (options_.counted[cell.solution]) queue_.push_back(issue(Task::count, cell));
    return issue(Task::time, cell);
}

void Planner::fill_round() {
    queue_.clear();
    for (const auto &[cell, known] : cells_)
        queue_.push_back(issue(Task::time, cell));
    std::shuffle(queue_.begin(), queue_.end(), random_);
    issued_in_round_ = 0;
}

// All cells from the smallest size up: if time runs out, the large ones are what is missing.
void Planner::fill_generation() {
    queue_.clear();
    std::vector<Cell> order;
    for (auto &[cell, known] : cells_) {
        known.loaded = false;
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
    if (elapsed_s > until && generation_ + 1 < options_.generations && round_ > 0) {
        ++generation_;
        round_ = 0;
        fill_generation();
        return {Task::new_generation, {}, generation_, 0};
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

void Planner::told_time(const Cell &cell, double call_s, double cost_s) {
    Known &known = cells_[cell];
    const bool first = known.call_s == 0;
    known.call_s = call_s;
    known.pass_s = first ? std::max(call_s, 3e-4) : (known.loaded ? cost_s : known.pass_s);
    if (first || !known.loaded) known.load_s = std::max(0.0, cost_s - known.pass_s);
    known.loaded = true;
    Climber &climber = climber_of(cell);
    if (climbing_ && climber.at.size == cell.size) {
        climber.seen.push_back({cell.size, call_s});
        climb_on(climber);
    }
}

void Planner::told_count(const Cell &cell, double cost_s) {
    if (const auto found = cells_.find(cell); found != cells_.end()) found->second.count_s = cost_s;
}

void Planner::told_failure(const Cell &cell) {
    Climber &climber = climber_of(cell);
    climber.rung = options_.sizes.size();
    if (!climber.down) end_climb(climber);
    std::erase_if(cells_, [&](const auto &entry) {
        const Cell &other = entry.first;
        return other.solution == cell.solution && other.shape == cell.shape && other.size >= cell.size;
    });
}

} // namespace iron
