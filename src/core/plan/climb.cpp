#include "core/plan/climb.h"

#include <algorithm>
#include <cmath>

#include "core/policy.h"

namespace iron {

using namespace policy::plan;
using policy::largest_exponential;

Climb::Climb(const Ledger &ledger, int solution, int shape, int line)
    : ledger_(&ledger),
      sizes_(&ledger.options.line_of({solution, shape, line, 0}).sizes), at_{solution, shape, line, 0} {
    level_ = ledger.options.level.contains({shape, line});
    climbing_ = !sizes_->empty() && !plan().last_resort && !(level_ && line != 0);
    if (sizes_->empty()) return;
    aim_ = at_.size = sizes_->front();
    if (climbing_) take();
}

bool Climb::take_closer() {
    if (closer_.empty()) return false;
    aim_ = closer_.back();
    closer_.pop_back();
    return true;
}

void Climb::take() {
    if (const auto known = elsewhere_.find(aim_); known != elsewhere_.end() && !down_) {
        const double call_s = known->second;
        elsewhere_.erase(known);
        costs_.read(aim_, call_s);
        seen_.push_back({aim_, call_s});
        largest_ = std::max(largest_, aim_);
        return aim();
    }
    at_.size = aim_;
    probing_ = false;
    if (costs_.empty()) {
        const std::vector<double> &below = plan().below;
        if (below.empty() || down_) return;
        probing_ = true;
        at_.size = below.front();
        return;
    }
    const double most = worst_step * ledger_->options.budget_s;
    if (costs_.at_most(aim_) <= most) return;
    if (!cautious_) {
        probing_ = true;
        at_.size = leap();
        return;
    }
    double between = std::floor(costs_.largest_size()) + 1;
    if (between >= aim_) return;
    while (between + 1 < aim_ && costs_.at_most(between + 1) <= most)
        ++between;
    probing_ = true;
    at_.size = between;
}

void Climb::take_in_time() {
    const bool late = !elsewhere_.contains(aim_) && !in_time(aim_);
    take();
    if (late) cut_off_by_the_clock();
}

// Where growth may hide beside what is read so far, a single call under a limit: at the size aimed at, or at
// once where no exponential can hide any more.
double Climb::leap() const {
    const auto beyond = std::lower_bound(sizes_->begin(), sizes_->end(), largest_exponential);
    const double size = beyond == sizes_->end() ? sizes_->back() : *beyond;
    return !down_ && size > aim_ && affordable(size) ? size : aim_;
}

double Climb::probe_limit_s() const {
    if (cautious_ || costs_.empty()) return 1e300;
    const double last_s = std::max(costs_.last_s(), ask_s);
    return std::min(leap_worth * last_s, std::max(2 * last_s, worst_step * ledger_->options.budget_s));
}

// Takes the size aimed at, or where that is too dear what lies below it.
void Climb::settle() {
    if (affordable(aim_)) return take_in_time();
    if (seen_.empty()) return go_down();
    const double last = seen_.back().first, too_dear = aim_;
    closer_.clear();
    if (rung_ > 0) --rung_; // where a later climb goes on
    if (seen_.size() < sizes_wanted && up_to_ == 0 && !down_) {
        const double stride = std::max(1.0, std::floor((too_dear - last) / closer_sizes));
        for (double size = last + stride; size < too_dear; size += stride)
            closer_.push_back(size);
        std::reverse(closer_.begin(), closer_.end());
    }
    if (take_closer() && affordable(aim_)) return take_in_time();
    end();
}

// Of a rung where places cost what the last one did, so many that all of the line's can be afforded: of the
// budget every series has its share, and of that every line.
std::size_t Climb::affordable_stride() const {
    const PlanOptions &options = ledger_->options;
    const auto lines = static_cast<double>(
        std::count_if(options.lines.begin(), options.lines.end(),
                      [](const PlanLine &line) { return line.sizes.size() > 1 && !line.last_resort; }));
    const double share_s =
        climbs_until * options.budget_s / (options.solutions * options.shapes * std::max(lines, 1.0));
    const double places = share_s / std::max(time_s_ + expected_count_s(at_.size), 1e-9);
    const double stride = std::ceil(static_cast<double>(sizes_->size()) / std::max(places, 1.0));
    return static_cast<std::size_t>(std::clamp(stride, 1.0, 2.0 * dear_stride));
}

// Rungs to the next size: three where calls are dear, or a start-up is most of every one so far, since what
// grows beside it shows farther up, and more once that has been so twice.
std::size_t Climb::stride() const {
    const double dear = usual_s();
    if (up_to_ > 0) return 1 + (expected_count_s(aim_) > dear); // on the way to a size that decides
    if (last_s() > dear && largest_ > largest_exponential) return dear_stride;
    const PlanOptions &options = ledger_->options;
    if (last_s() < as_dear * seen_.front().second &&
        last_s() > std::max(start_up * options.budget_s, as_long_as_a_start_s) &&
        (at_.line == 0 || time_s_ > dear_place * options.budget_s))
        return seen_.size() > 1 ? 2 * dear_stride : dear_stride;
    return last_s() < as_dear * seen_.front().second ? affordable_stride() : 1;
}

void Climb::aim() {
    if (down_) {
        if (take_closer() && affordable(aim_)) return take_in_time();
        climbing_ = false;
        go_up_again();
        return;
    }
    if (!take_closer()) {
        if (rung_ + 1 >= sizes_->size()) return end();
        if (up_to_ > 0 && !seen_.empty() && seen_.back().first >= up_to_) return end();
        rung_ = std::min(rung_ + stride(), sizes_->size() - 1);
        aim_ = (*sizes_)[rung_];
    }
    settle();
}

// A series that is still short at its top, exponential or nearly, or has not grown enough for growth to show,
// goes on below the ladder.
void Climb::end() {
    climbing_ = false;
    if (down_ || up_to_ > 0) return;
    if (!filled_in_ && fill_in(sizes_wanted)) {
        climbing_ = true;
        return aim();
    }
    const bool narrow = !seen_.empty() && largest_ < span_wanted * seen_.front().first;
    if (narrow || seen_.size() < sizes_wanted) go_down();
}

// Of the rungs that were passed over in longer strides as many as are wanted, and half as many more.
bool Climb::fill_in(std::size_t sizes) {
    if (failed_ || seen_.empty() || seen_.size() >= sizes) return false;
    filled_in_ = true;
    closer_.clear();
    for (std::size_t rung = sizes_->size(); rung-- > 0;) {
        const double size = (*sizes_)[rung];
        const bool between = seen_.front().first < size && size < largest_;
        if (between &&
            std::none_of(seen_.begin(), seen_.end(), [&](const auto &one) { return one.first == size; }))
            closer_.push_back(size);
    }
    const std::size_t wanted = sizes + sizes / 2 - seen_.size();
    const std::size_t every = (closer_.size() + wanted - 1) / wanted;
    for (std::size_t i = 0; every > 1 && i < closer_.size(); ++i)
        if (i % every != every / 2) closer_[i] = 0;
    std::erase(closer_, 0);
    return !closer_.empty();
}

void Climb::go_down() {
    climbing_ = false;
    closer_.clear();
    if (down_) return;
    down_ = true;
    const std::vector<double> &below = plan().below;
    const double top = std::min(seen_.empty() ? aim_ : seen_.front().first, ceiling_);
    const auto above = std::lower_bound(below.begin(), below.end(), top);
    std::size_t wanted = static_cast<std::size_t>(above - below.begin());
    if (!seen_.empty()) wanted = std::min(wanted, sizes_below - std::min(sizes_below, seen_.size()));
    auto lowest = above - static_cast<long>(wanted);
    while (lowest != below.begin() && (lowest == above || *lowest * span_wanted > std::max(largest_, top)))
        --lowest;
    closer_.assign(lowest, above);
    std::reverse(closer_.begin(), closer_.end()); // up from the smallest
    climbing_ = true;
    aim();
}

// The ladder looked too dear, and was not: what was known of it came from elsewhere.
void Climb::go_up_again() {
    if (failed_ || went_up_again_ || seen_.empty() || largest_ >= sizes_->front()) return;
    went_up_again_ = true;
    down_ = false;
    rung_ = 0;
    aim_ = sizes_->front();
    climbing_ = affordable(aim_);
    if (climbing_) take_in_time();
}

void Climb::told_probe(double size, double call_s) {
    // One slow moment is no growth, and what is taken for it would end the climb: it is asked once more.
    const double times = costs_.empty() ? 0 : call_s / std::max(costs_.least_s(), 1e-9);
    const bool slow = times > unsteady && times < surely_grown && call_s < usual_s() && !asked_again_;
    costs_.read(size, call_s);
    asked_again_ = slow;
    if (!slow) settle();
}

// Exponential, perhaps: in small steps from here on.
void Climb::told_probe_stopped(double size, double after_s) {
    costs_.stopped(size, after_s);
    cautious_ = true;
    settle();
}

void Climb::told_time(double size, double call_s, double cost_s, bool goes_on) {
    costs_.read(size, call_s);
    if (!goes_on || !climbing_ || at_.size != size) return;
    time_s_ = solution_costs().timed > 1 ? cost_s : call_s; // the first is mostly a start
    // What was seen elsewhere is for the first step: one slow moment there must not end a climb.
    if (seen_.empty() && !failed_) costs_.only_bounds_above(size);
    const auto at = filled_in_ && !down_ ? std::lower_bound(seen_.begin(), seen_.end(), std::pair{size, 0.0})
                                         : seen_.end();
    seen_.insert(at, {size, call_s});
    largest_ = std::max(largest_, size);
    if (!level_) return aim();
    climbing_ = false; // it is the same at every size
    largest_ = sizes_->back();
}

void Climb::told_count(double size, double cost_s) {
    if (solution_costs().counted > 1) count_costs_.read(size, cost_s);
    ++counted_;
}

void Climb::told_weight(double size, double cost_s) {
    weight_costs_.read(size, cost_s);
    ++weighed_;
}

void Climb::told_failure(double size, double after_s) {
    ceiling_ = std::min(ceiling_, size);
    failed_ = true;
    if (after_s > 0) costs_.stopped(size, after_s);
    std::erase_if(seen_, [&](const auto &one) { return one.first >= size; });
    largest_ = 0;
    for (const auto &[there, call_s] : seen_)
        largest_ = std::max(largest_, there);
    std::erase_if(closer_, [&](double one) { return one >= size; });
    if (!climbing_ || (aim_ < size && at_.size < size)) return;
    if (down_)
        climbing_ = false; // below it all came first
    else if (seen_.empty())
        go_down();
    else
        settle(); // aimed at what is out of reach now: what lies below it
}

void Climb::hint(const std::map<double, double> &calls) {
    for (const auto &[size, call_s] : calls)
        costs_.read(size, call_s);
    if (climbing_ && seen_.empty() && !sizes_->empty()) settle(); // a probe may be needless now
}

void Climb::read_elsewhere(double size, double call_s) {
    if (climbing_ && !level_ && !down_) elsewhere_[size] = call_s;
    hint({{size, call_s}});
    if (climbing_ && aim_ == size && elsewhere_.contains(size)) settle();
}

void Climb::recall(double size, double call_s) {
    costs_.read(size, call_s);
    const auto at = std::lower_bound(seen_.begin(), seen_.end(), size,
                                     [](const auto &one, double value) { return one.first < value; });
    if (at == seen_.end() || at->first != size) seen_.insert(at, {size, call_s});
    aim_ = at_.size = largest_ = seen_.back().first;
    while (rung_ + 1 < sizes_->size() && (*sizes_)[rung_ + 1] <= at_.size)
        ++rung_;
}

void Climb::go_on() {
    if (seen_.empty()) return;
    climbing_ = !failed_ && !level_; // what was read is not read again
    if (climbing_) aim();
}

void Climb::begin() {
    climbing_ = !sizes_->empty() && sizes_->front() < ceiling_;
    if (climbing_) take();
}

void Climb::cut_off_by_the_clock() {
    climbing_ = false;
    cut_off_ = true;
}

bool Climb::climb_longer(bool short_of_places) {
    const double until = short_of_places ? climbs_while_short : climbs_on_until;
    if (!cut_off_ || until <= until_ || failed_ || ledger_->elapsed_s >= until * ledger_->options.budget_s)
        return false;
    until_ = until;
    return climbing_ = true;
}

bool Climb::climb_between() {
    if (at_.line != 0 || climbing_ || down_ || filled_between_ ||
        ledger_->elapsed_s > climbs_on_until * ledger_->options.budget_s || !fill_in(sizes_to_decide))
        return false;
    filled_between_ = true;
    until_ = std::max(until_, climbs_on_until);
    climbing_ = true;
    aim();
    return climbing_;
}

bool Climb::climb_to(double size) {
    // Once there, what should decide may have turned out to lie much higher.
    if (!(size > 2 * up_to_) || at_.line != 0 || down_ || failed_ || seen_.empty() ||
        ledger_->elapsed_s > climbs_on_until * ledger_->options.budget_s)
        return false;
    up_to_ = size;
    climbing_ = true;
    aim();
    return climbing_;
}

} // namespace iron
