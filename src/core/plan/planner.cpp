#include "core/plan/planner.h"

#include <algorithm>
#include <cmath>

namespace iron {

namespace {

constexpr std::size_t sizes_wanted = 8;    // fewer let a series climb higher than the others
constexpr double largest_exponential = 64; // above it nothing that grows so can be measured
// Of the budget: so long the first line goes alone, then the urgent ones; so long there is climbing; and so
// long for the sake of a verdict.
constexpr double ahead_of_others = 0.4, climbs_until = 0.6, climbs_on_until = 0.8;
// Of what the climb left: so long more is counted ahead of all rounds where a verdict waits for that.
constexpr double share_for_counts = 0.3;

} // namespace

Planner::Planner(PlanOptions options) : options_(std::move(options)), random_(options_.seed) {
    options_.counted.resize(options_.solutions, false);
    for (int solution = 0; solution < options_.solutions; ++solution)
        for (int shape = 0; shape < options_.shapes; ++shape)
            for (int line = 0; line < static_cast<int>(options_.lines.size()); ++line) {
                const std::vector<double> &sizes = options_.lines[line].sizes;
                Climber climber;
                climber.climbing = !sizes.empty();
                climber.at = {solution, shape, line, climber.climbing ? sizes[0] : 0};
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
    if (last_size > largest_exponential) return as_power;
    return std::max(as_power, last_call * std::exp(ratio / (last_size - before_size) * (size - last_size)));
}

double Planner::last_of(const Climber &climber) {
    return climber.seen.empty() ? 0 : climber.seen.back().second;
}

// Few sizes, and none to be had below the ladder: there an exponential finds as many as it needs for little.
bool Planner::stays_short(const Climber &climber) const {
    const bool exponential = !climber.seen.empty() && climber.largest <= largest_exponential;
    return climber.seen.size() + (exponential ? line_of(climber).below.size() : 0) < sizes_wanted;
}

bool Planner::affordable(Climber &climber, double size, double elapsed_s) const {
    const double call = predicted_call(climber, size);
    const double usual = options_.budget_s / 300;
    // A verdict needs it: a tenth of what is left, over all generations, may go into a size.
    if (climber.up_to > 0)
        return call * 2 * (options_.generations - generation_) < 0.1 * (options_.budget_s - elapsed_s);
    const double limit = stays_short(climber) && elapsed_s < options_.budget_s / 2 ? 5 * usual : usual;
    const Known *last = nullptr;
    if (const auto found = cells_.find({climber.at.solution, climber.at.shape, climber.at.line,
                                        climber.seen.empty() ? 0 : climber.seen.back().first});
        found != cells_.end())
        last = &found->second;
    const double load = last ? 2 * (last->load_s + last->count_s) : 0;
    // What is dear from the start and stays level (a whole program's start-up) is worth going on with.
    const bool level = !climber.seen.empty() && climber.seen.front().second > limit / 2 &&
                       climber.seen.back().second < 1.5 * climber.seen.front().second &&
                       last_of(climber) < 0.1 * options_.budget_s;
    const double until = climber.longer ? climbs_on_until : climbs_until;
    return (call <= limit || level) && elapsed_s + call + load < until * options_.budget_s;
}

// On an urgent line the fast solutions first, each to its end. Else a step that costs next to nothing is
// taken at once: what is fast comes far up before the slow ones' calls have eaten the time. Then those with
// the fewest sizes, so that all come up together, but a step of twice the cost waits for one size more.
double Planner::turn_of(const Climber &climber, bool urgent_alone) {
    if (urgent_alone) {
        const Climber &main = climber_of({climber.at.solution, climber.at.shape, 0, 0});
        return -1 / (1e-12 + last_of(main) / std::max(main.largest, 1.0));
    }
    const auto sizes = static_cast<double>(climber.seen.size());
    const double little = options_.budget_s / 1000;
    constexpr double many = 1e6;
    if (climber.seen.empty()) return many;
    const double cost = std::max(climber.step_s, predicted_call(climber, climber.at.size));
    return cost <= little ? sizes : many + sizes + std::log2(cost / little);
}

bool Planner::take_closer(Climber &climber) {
    if (climber.closer.empty()) return false;
    climber.at.size = climber.closer.back();
    climber.closer.pop_back();
    return true;
}

// A series that is still short at its top is exponential, or nearly: it goes on below the ladder.
void Planner::end_climb(Climber &climber) {
    const std::vector<double> &below = line_of(climber).below;
    climber.closer.clear();
    climber.climbing = false;
    if (climber.down || climber.up_to > 0 || climber.seen.size() >= sizes_wanted || below.empty()) return;
    const std::size_t wanted = std::min(below.size(), sizes_wanted + 4 - climber.seen.size());
    climber.closer.assign(below.end() - wanted, below.end());
    climber.down = climber.climbing = true;
    take_closer(climber);
}

// Sets the next size of a climber, or ends its climb.
void Planner::climb_on(Climber &climber) {
    const double last = climber.at.size;
    const std::vector<double> &sizes = line_of(climber).sizes;
    if (climber.down) {
        climber.climbing = take_closer(climber);
        return;
    }
    if (!take_closer(climber)) {
        if (climber.rung + 1 >= sizes.size()) return end_climb(climber);
        if (climber.up_to > 0 && last >= climber.up_to) return end_climb(climber);
        // Dear calls take every third rung; dear counts every second on the way to a size that decides.
        const double dear = options_.budget_s / 300;
        const std::size_t stride = climber.up_to > 0         ? 1 + (climber.count_s > dear)
                                   : last_of(climber) > dear ? 3
                                                             : 1;
        climber.rung = std::min(climber.rung + stride, sizes.size() - 1);
        climber.at.size = sizes[climber.rung];
    }
    if (affordable(climber, climber.at.size, elapsed_)) return;
    // The rung is too dear: with few sizes so far, go on in smaller strides below it.
    const double too_dear = climber.at.size;
    climber.closer.clear();
    if (climber.rung > 0) --climber.rung; // where a later climb goes on
    if (climber.seen.size() < sizes_wanted && climber.up_to == 0) {
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
    if (stage_ == Stage::climb) {
        const Next step = climb(elapsed_s);
        if (step.task != Task::stop) return step;
        if (options_.judges && !asked_ && !cells_.empty() && elapsed_s < options_.budget_s) {
            asked_ = true; // some may have to climb on
            return {Task::judge, {}, generation_, round_};
        }
        stage_ = Stage::counts;
        counts_until_s_ = elapsed_s + share_for_counts * (options_.budget_s - elapsed_s);
    }
    if (stage_ == Stage::counts) {
        const Next step = count_more(elapsed_s);
        counted_more_ = counted_more_ || step.task != Task::stop;
        if (step.task != Task::stop) return step;
        stage_ = Stage::settle;
        if (counted_more_ && elapsed_s < options_.budget_s) return {Task::judge, {}, generation_, round_};
    }
    if (stage_ == Stage::settle) settle_climb(elapsed_s);
    if (options_.judges && needs_.empty() && !asked_ && !cells_.empty()) { // it may all stand already
        asked_ = true;
        return {Task::judge, {}, generation_, round_};
    }
    return in_rounds(elapsed_s);
}

bool Planner::undecided(const Cell &cell) const {
    const auto found = needs_.find({cell.solution, cell.shape});
    return found == needs_.end() || !found->second.decided;
}

bool Planner::wants_inputs(const Cell &cell) const {
    const auto found = needs_.find({cell.solution, cell.shape});
    return found != needs_.end() && found->second.more_inputs;
}

void Planner::told_needs(const std::vector<Need> &needs) {
    needs_.clear();
    for (const Need &need : needs)
        needs_[{need.solution, need.shape}] = need;
    if (stage_ != Stage::climb) return;
    for (Climber &climber : climbers_) {
        const auto found = needs_.find({climber.at.solution, climber.at.shape});
        if (found == needs_.end() || found->second.decided) continue;
        if (climber.cut_off && !climber.longer && !climber.failed &&
            elapsed_ < climbs_on_until * options_.budget_s) {
            climber.climbing = climber.longer = true;
            asked_ = false; // what it brings is judged too
        }
        // Once there, what should decide may have turned out to lie much higher.
        if (!(found->second.up_to > 2 * climber.up_to) || climber.at.line != 0 || climber.down ||
            climber.failed || climber.seen.empty() || elapsed_ > climbs_on_until * options_.budget_s)
            continue;
        climber.up_to = found->second.up_to;
        climber.at.size = climber.seen.back().first;
        climber.climbing = true;
        climb_on(climber);
        asked_ = asked_ && !climber.climbing;
    }
}

// On other lines than the first: whether its solution has not yet come so far there. Ends the climb where it
// never will.
bool Planner::has_to_wait(Climber &climber) {
    const std::vector<double> &on_first = line_of(climber).on_first;
    if (climber.at.line == 0 || climber.rung >= on_first.size()) return false;
    const Climber &main = climber_of({climber.at.solution, climber.at.shape, 0, 0});
    if (main.largest >= on_first[climber.rung]) return false;
    climber.climbing = main.climbing;
    return true;
}

// The climber whose turn_of() is least comes next, chance deciding among equals.
Next Planner::climb(double elapsed_s) {
    if (!queue_.empty()) { // the counting that goes with a cell just timed
        const Next step = queue_.back();
        queue_.pop_back();
        if (cells_.contains(step.cell)) return step;
    }
    // The first line tells what is affordable, and most verdicts rest on it: it goes ahead.
    // The others get what is left of the climb, whatever the urgent ones still want.
    const bool ahead = elapsed_s < ahead_of_others * options_.budget_s;
    const bool main_alone =
        ahead && std::any_of(climbers_.begin(), climbers_.end(),
                             [](const Climber &climber) { return climber.climbing && climber.at.line == 0; });
    const bool urgent_alone =
        ahead && !main_alone && std::any_of(climbers_.begin(), climbers_.end(), [&](Climber &climber) {
            return climber.climbing && line_of(climber).urgent && !has_to_wait(climber);
        });
    std::vector<Climber *> first;
    double earliest = 0;
    for (Climber &climber : climbers_) {
        if (!climber.climbing) continue;
        const double until = climber.up_to > 0 || climber.longer ? climbs_on_until : climbs_until;
        if (elapsed_s > until * options_.budget_s) {
            climber.climbing = false;
            climber.cut_off = true;
            continue;
        }
        const bool on_main = climber.at.line == 0;
        if ((main_alone && !on_main) || has_to_wait(climber)) continue;
        if (urgent_alone && !on_main && !line_of(climber).urgent) continue;
        if (climber.down) { // costs next to nothing, and the series would stay short without
            first.assign(1, &climber);
            break;
        }
        const double turn = turn_of(climber, urgent_alone);
        if (!first.empty() && turn > earliest) continue;
        if (!first.empty() && turn < earliest) first.clear();
        earliest = turn;
        first.push_back(&climber);
    }
    if (first.empty()) return {};
    const Climber &climber = *first[random_() % first.size()];
    const Cell cell = climber.at;
    cells_[cell].loaded = true;
    // Dear counts (a process for each) are taken at every second size, or at the few that a verdict needs.
    const bool count =
        climber.count_s <= options_.budget_s / 300 || climber.up_to > 0 || climber.seen.size() % 2 == 0;
    if (options_.counted[cell.solution] && count) queue_.push_back(issue(Task::count, cell));
    cells_[cell].has_count = true;
    cells_[cell].uncounted = options_.counted[cell.solution] && !count;
    return issue(Task::time, cell);
}

void Planner::told_time(const Cell &cell, double call_s, double cost_s) {
    Known &known = cells_[cell];
    const bool first = known.call_s == 0;
    known.call_s = call_s;
    known.pass_s = first ? std::max(call_s, 3e-4) : (known.loaded ? cost_s : known.pass_s);
    if (first || !known.loaded) known.load_s = std::max(0.0, cost_s - known.pass_s);
    known.loaded = true;
    ++known.passes;
    known.timed_s += std::max(call_s, 1e-4);
    Climber &climber = climber_of(cell);
    if (stage_ == Stage::climb && climber.at.size == cell.size) {
        climber.step_s = cost_s;
        climber.seen.push_back({cell.size, call_s});
        climber.largest = std::max(climber.largest, cell.size);
        climb_on(climber);
    }
}

void Planner::told_count(const Cell &cell, double cost_s) {
    const auto found = cells_.find(cell);
    if (found == cells_.end()) return;
    found->second.count_s = cost_s;
    found->second.has_count = true;
    Climber &climber = climber_of(cell);
    climber.count_s = cost_s;
    climber.step_s += cost_s;
    // Only the first was dear, by what was started for it.
    if (stage_ == Stage::climb && cost_s <= options_.budget_s / 300) count_what_was_left_out(climber);
}

void Planner::told_failure(const Cell &cell) {
    Climber &climber = climber_of(cell);
    if (!climber.down) end_climb(climber);
    climber.failed = true;
    std::erase_if(cells_, [&](const auto &entry) {
        const Cell &other = entry.first;
        return other.solution == cell.solution && other.shape == cell.shape && other.line == cell.line &&
               other.size >= cell.size;
    });
}

void Planner::told_disturbed(const Cell &cell) {
    if (stage_ == Stage::climb || !cells_.contains(cell) || !again_.insert(cell).second) return;
    queue_.insert(queue_.begin(), issue(Task::time, cell));
}

void Planner::recall(const Cell &cell, double call_s, bool has_count, int passes) {
    Known &known = cells_[cell];
    known.call_s = known.call_s > 0 ? std::min(known.call_s, call_s) : call_s;
    known.pass_s = std::max(known.call_s, 3e-4);
    known.has_count = known.has_count || has_count;
    known.passes = passes;
    known.timed_s = passes * std::max(known.call_s, 1e-4);
    Climber &climber = climber_of(cell);
    const std::vector<double> &sizes = line_of(climber).sizes;
    const auto before = [](const auto &seen, double size) { return seen.first < size; };
    const auto at = std::lower_bound(climber.seen.begin(), climber.seen.end(), cell.size, before);
    if (at == climber.seen.end() || at->first != cell.size) climber.seen.insert(at, {cell.size, call_s});
    climber.at.size = climber.largest = climber.seen.back().first;
    while (climber.rung + 1 < sizes.size() && sizes[climber.rung + 1] <= climber.at.size)
        ++climber.rung;
}

void Planner::go_on_from(int generation, int round) {
    generation_ = generation;
    round_ = round;
    const bool climbed = generation > 0 || round > 0;
    for (Climber &climber : climbers_) {
        if (climber.seen.empty()) continue; // new: it still has to climb
        if (climbed)
            climber.climbing = false;
        else
            climb_on(climber);
    }
    const auto climbs = [](const Climber &one) { return one.climbing; };
    stage_ = std::any_of(climbers_.begin(), climbers_.end(), climbs) ? Stage::climb : Stage::rounds;
    options_.generations = std::max(options_.generations, generation + 1);
    issued_in_round_ = 1; // the round that was under way counts as over
}

} // namespace iron
