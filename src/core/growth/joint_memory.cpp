#include "core/growth/joint_memory.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace iron {

JointMemory::JointMemory(JointSets &sets) : sets_(sets) {
    if (sets.exact()) return; // counts know nothing of memory
    const auto add_set = [&](auto doublings_of) {
        std::vector<double> doublings;
        for (std::size_t i = 0; i < sets_.cells().size(); ++i)
            doublings.push_back(doublings_of(i));
        working_sets_.push_back(std::move(doublings));
    };
    for (const std::string &name : sets_.candidates().names)
        add_set([&](std::size_t i) { return std::log2(std::max(sets_.cells()[i].at(name), 1.0)); });
    add_set([&](std::size_t i) {
        double sum = 0;
        for (const auto &[name, size] : sets_.cells()[i])
            sum += size;
        return std::log2(std::max(sum, 1.0));
    });
    add_set([&](std::size_t i) {
        double sum = 0;
        for (const auto &[name, size] : sets_.cells()[i])
            sum += std::log2(std::max(size, 1.0));
        return sum;
    });
    bool exponential = false;
    for (const std::string &name : sets_.candidates().names) {
        double largest = 0;
        for (const Sizes &sizes : sets_.cells())
            largest = std::max(largest, sizes.at(name));
        exponential = exponential || largest <= 64;
    }
    if (exponential) // tables of 2^k: only the reading itself tells
        add_set(
            [&](std::size_t i) { return (sets_.points()[i].log_value - sets_.unit()) / std::log(2.0) + 20; });
}

// A set's generators, so that one step after another can be tried on them.
class JointMemory::Stepped {
  public:
    Stepped(const JointMemory &memory, const TermSet &set)
        : memory_(memory), set_(set), cone_(memory.sets_.cone_of(set, 0)) {}
    bool fits() const { return cone_.has_value(); }
    LeastSquares solved(const std::vector<SetStep> &steps, bool thorough) const {
        return memory_.sets_.solved(memory_.touched(cone_->generators, set_, steps, thorough));
    }

  private:
    const JointMemory &memory_;
    const TermSet &set_;
    std::optional<SetCone> cone_;
};

std::vector<Generator> JointMemory::touched(const std::vector<Generator> &cone, const TermSet &set,
                                            const std::vector<SetStep> &steps, bool thorough) const {
    std::vector<Generator> all = cone;
    for (const SetStep &step : steps) {
        Column dearer;
        for (const double doublings : working_sets_[step.on])
            dearer.push_back(dearer_by(step.step, doublings));
        for (std::size_t g = 0; g < cone.size(); ++g) {
            if (!thorough && g >= set.size()) continue;
            Generator one = cone[g];
            for (std::size_t i = 0; i < dearer.size(); ++i)
                one.column[i] *= dearer[i];
            // What a term costs is said of the largest working set: the step is behind it there.
            for (auto &[part, share] : one.parts)
                share *= *std::max_element(dearer.begin(), dearer.end());
            all.push_back(one);
            if (g >= set.size()) continue;
            const double start = quantile(cone[g].column, 0.67); // a start-up does not see the cache
            for (double &value : one.column)
                value += start;
            all.push_back(std::move(one));
        }
    }
    return all;
}

bool JointMemory::explained(const SetTried &one) const {
    return one.chi2 < 0.3 * static_cast<double>(sets_.points().size());
}

void JointMemory::try_coarsely(SetTried &one) const {
    if (explained(one)) return;
    const Stepped stepped(*this, one.set);
    if (!stepped.fits()) return;
    const auto best = coarse_steps(stepped, 2, 0.6);
    if (!best.empty())
        keep_if_better(one, stepped.solved({best.front().second}, true), {best.front().second}, true);
}

void JointMemory::keep_if_better(SetTried &one, const LeastSquares &result, const std::vector<SetStep> &steps,
                                 bool thorough) const {
    const double value = sets_.score(result.chi2, result.active, one.prior) -
                         cost_of_a_memory_step * static_cast<double>(steps.size());
    if (value <= one.score) return;
    one.score = value;
    one.chi2 = result.chi2;
    one.steps = steps;
    one.thorough = thorough;
}

// One step on every working set, coarsely; the best on each.
std::vector<std::pair<double, SetStep>> JointMemory::coarse_steps(const Stepped &stepped, double apart,
                                                                  double width) const {
    std::vector<std::pair<double, SetStep>> best;
    for (std::size_t on = 0; on < working_sets_.size(); ++on) {
        const auto [from, to] = std::minmax_element(working_sets_[on].begin(), working_sets_[on].end());
        std::pair<double, SetStep> here{1e300, {}};
        for (double at = *from + apart / 2; at < *to; at += apart) {
            const SetStep step{on, {at, width}};
            const double chi2 = stepped.solved({step}, true).chi2;
            if (chi2 < here.first) here = {chi2, step};
        }
        if (here.first < 1e300) best.push_back(here);
    }
    std::sort(best.begin(), best.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    return best;
}

void JointMemory::try_closely(SetTried &one) const {
    if (explained(one)) return;
    const double rows = static_cast<double>(sets_.points().size());
    const Stepped stepped(*this, one.set);
    if (!stepped.fits()) return;
    auto starts = coarse_steps(stepped, 0.8, 0.3);
    for (const auto &start : coarse_steps(stepped, 0.8, 0.7))
        starts.push_back(start);
    std::sort(starts.begin(), starts.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    std::set<std::size_t> on;
    double least = 1e300;
    for (const auto &[chi2, start] : starts) {
        if (on.size() >= 2 || !on.insert(start.on).second) continue;
        const auto value = [&, set = start.on](const MemoryStep &step) {
            return stepped.solved({SetStep{set, step}}, true).chi2;
        };
        const SetStep end{start.on, polished(value, start.step, 55)};
        const LeastSquares result = stepped.solved({end}, true);
        keep_if_better(one, result, {end}, true);
        least = std::min(least, result.chi2);
    }
    if (least < 0.95 * rows || least == 1e300) return;
    for (const std::size_t set : on)
        two_steps(one, stepped, set);
}

// Two steps on one working set: every pair of a grid, the best polished in turns. Half-way optima pass
// for growth.
void JointMemory::two_steps(SetTried &one, const Stepped &stepped, std::size_t on) const {
    const auto [from, to] = std::minmax_element(working_sets_[on].begin(), working_sets_[on].end());
    const double range = *to - *from;
    constexpr int places = 10;
    std::vector<std::pair<double, std::pair<MemoryStep, MemoryStep>>> pairs;
    for (int i = 0; i < places; ++i)
        for (int j = i + 1; j < places; ++j) {
            const MemoryStep a{*from + range * (i + 0.5) / places, 0.5},
                b{*from + range * (j + 0.5) / places, 0.5};
            pairs.push_back({stepped.solved({{on, a}, {on, b}}, false).chi2, {a, b}});
        }
    std::sort(pairs.begin(), pairs.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    for (std::size_t start = 0; start < std::min<std::size_t>(2, pairs.size()); ++start) {
        auto [first, second] = pairs[start].second;
        for (int turn = 0; turn < 2; ++turn) {
            second = polished(
                [&](const MemoryStep &step) {
                    return stepped.solved({{on, first}, {on, step}}, false).chi2;
                },
                second, 40);
            first = polished(
                [&](const MemoryStep &step) {
                    return stepped.solved({{on, step}, {on, second}}, false).chi2;
                },
                first, 40);
        }
        const std::vector<SetStep> both = {{on, first}, {on, second}};
        for (const bool thorough : {false, true})
            keep_if_better(one, stepped.solved(both, thorough), both, thorough);
    }
}

} // namespace iron
