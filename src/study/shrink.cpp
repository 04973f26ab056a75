#include "study/shrink.h"

#include <algorithm>
#include <cmath>

#include "core/error.h"
#include "study/tried_inputs.h"

namespace iron {

namespace {

constexpr double small_span = 40; // sizes up to so far above the smallest are tried one by one

class Shrinker {
  public:
    Shrinker(const Problem &problem, Inputs &inputs, const ShrinkOptions &options, const Clock &clock,
             const std::function<std::optional<Fault>(const Trial &)> &fault_on)
        : problem_(problem), inputs_(inputs), options_(options), clock_(clock), fault_on_(fault_on),
          until_(clock.seconds() + options.time_s), tried_(inputs) {}

    std::optional<Shrunk> smallest(const Trial &start) {
        if (!fails(start)) return std::nullopt;
        for (const SizeRule &rule : problem_.sizes)
            halve(rule);
        search_below();
        lower_others();
        if (problem_.shape(best_->trial.shape)->text) tidy();
        return best_;
    }

  private:
    bool time_left() const { return clock_.seconds() < until_; }

    // The sizes with one changed, the others brought into what it allows them.
    Sizes with(const Sizes &sizes, const std::string &name, double value) const {
        Sizes changed;
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, changed);
            const double wanted = rule.name == name ? value : sizes.at(rule.name);
            changed[rule.name] = std::max(from, std::min(wanted, to));
        }
        return changed;
    }

    bool fails(Trial trial) {
        try {
            trial.input = inputs_.get(trial.shape, trial.sizes, trial.seed, trial.draw);
            if (!tried_.is_new(trial.shape, trial.sizes, trial.input)) return false;
            const auto fault = fault_on_(trial);
            if (!fault) return false;
            best_ = Shrunk{trial, inputs_.text(trial.input), *fault};
            return true;
        } catch (const Error &error) {
            if (error.category() == Category::interrupted) throw;
            return false; // no input can be made there
        }
    }

    void halve(const SizeRule &rule) {
        const std::string &name = rule.name;
        double low = range_of(rule, best_->trial.sizes).first - 1, high = best_->trial.sizes.at(name);
        if (high - low <= small_span) return;
        while (high - low > 1 && time_left()) {
            const double middle = std::floor((low + high) / 2);
            Trial trial = best_->trial;
            trial.sizes = with(trial.sizes, name, middle);
            (fails(trial) ? high : low) = middle;
        }
    }

    // Every smaller value of the first size, from the smallest on, the other sizes as small as they can be.
    void search_below() {
        const SizeRule &rule = problem_.sizes.front();
        const double failing = best_->trial.sizes.at(rule.name), from = range_of(rule, {}).first;
        static constexpr Draw draws[] = {Draw::random, Draw::lowest, Draw::highest, Draw::equal};
        for (double size = from; size < std::min(failing, from + small_span); ++size)
            for (int seed = 0; seed < (size < from + 4 ? options_.seeds_at_smallest : options_.seeds); ++seed)
                for (const std::string &shape : options_.shapes)
                    for (const Draw draw : draws) {
                        const bool one_way = !problem_.shape(shape)->text;
                        if (!time_left()) return;
                        if (draw != Draw::random && (one_way || (seed > 0 && draw != Draw::equal))) continue;
                        Trial trial{shape, {}, best_->trial.seed + static_cast<std::uint64_t>(seed),
                                    draw,  {}, {}};
                        for (const SizeRule &other : problem_.sizes) {
                            const auto [low, high] = range_of(other, trial.sizes);
                            trial.sizes[other.name] = &other == &rule ? size : std::min(low + seed % 4, high);
                        }
                        if (fails(trial)) return;
                    }
    }

    void lower_others() {
        for (std::size_t i = 1; i < problem_.sizes.size(); ++i) {
            const SizeRule &rule = problem_.sizes[i];
            const double failing = best_->trial.sizes.at(rule.name),
                         from = range_of(rule, best_->trial.sizes).first;
            for (double size = from; size < std::min(failing, from + small_span) && time_left(); ++size) {
                Trial trial = best_->trial;
                trial.sizes = with(trial.sizes, rule.name, size);
                if (fails(trial)) break;
            }
        }
    }

    // Made again from the tape; kept where it still fails.
    bool fails_as(const Sizes &sizes, const Tape &tape, std::size_t cut) {
        auto made = inputs_.again(best_->trial.shape, sizes, tape, cut);
        if (!made || (made->text == best_->text && sizes == best_->trial.sizes)) return false;
        Trial trial = best_->trial;
        trial.sizes = sizes;
        trial.input = made->input;
        const auto fault = fault_on_(trial);
        if (!fault) return false;
        best_ = Shrunk{trial, std::move(made->text), *fault};
        tape_ = std::move(made->tape);
        return true;
    }

    void tidy() {
        const Trial &trial = best_->trial;
        if (best_->text.size() > (1 << 16)) return; // too large to be read by a person whatever is lowered
        tape_ = inputs_.drawn(trial.shape, trial.sizes, trial.seed, trial.draw);
        bool better = true;
        while (better && time_left())
            better = leave_out() | lower_values();
    }

    bool leave_out() {
        bool any = false;
        for (const SizeRule &rule : problem_.sizes) {
            const double from = range_of(rule, best_->trial.sizes).first;
            for (double gone = std::floor((best_->trial.sizes.at(rule.name) - from) / 2); gone >= 1;
                 gone = std::floor(gone / 2))
                for (double at = 0; at + gone <= best_->trial.sizes.at(rule.name) && time_left();) {
                    const double size = best_->trial.sizes.at(rule.name) - gone;
                    const bool fewer = size >= from && fails_as(with(best_->trial.sizes, rule.name, size),
                                                                tape_, static_cast<std::size_t>(at));
                    any = any || fewer;
                    if (!fewer) at += gone;
                }
        }
        return any;
    }

    // Every value that may be any in its range is brought towards zero, whole first, then by halves.
    bool lower_values() {
        bool any = false;
        for (std::size_t at = 0; time_left(); ++at) {
            std::int64_t *value = nth_value(tape_, at);
            if (!value) break;
            const std::int64_t is = *value;
            for (std::int64_t step = is; step != 0 && time_left(); step /= 2) {
                Tape tape = tape_;
                std::int64_t &changed = *nth_value(tape, at);
                if (changed == 0) break;
                changed -= step;
                if ((changed < 0) != (is < 0) && changed != 0) continue; // past zero
                any = fails_as(best_->trial.sizes, tape, 0) || any;
            }
        }
        return any;
    }

    static std::int64_t *nth_value(Tape &tape, std::size_t number) { return counted_off(tape, number); }

    static std::int64_t *counted_off(Tape &tape, std::size_t &left) {
        for (CallTape &call : tape.calls) {
            if (call.free) {
                if (left < call.values.size()) return &call.values[left];
                left -= call.values.size();
            }
            for (Tape &row : call.rows)
                if (std::int64_t *found = counted_off(row, left)) return found;
        }
        return nullptr;
    }

    const Problem &problem_;
    Inputs &inputs_;
    const ShrinkOptions &options_;
    const Clock &clock_;
    const std::function<std::optional<Fault>(const Trial &)> &fault_on_;
    double until_;
    TriedInputs tried_;
    std::optional<Shrunk> best_;
    Tape tape_;
};

} // namespace

std::optional<Shrunk> shrink(const Problem &problem, Inputs &inputs, const Trial &start,
                             const ShrinkOptions &options, const Clock &clock,
                             const std::function<std::optional<Fault>(const Trial &)> &fault_on) {
    return Shrinker(problem, inputs, options, clock, fault_on).smallest(start);
}

} // namespace iron
