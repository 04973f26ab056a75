#include "core/growth/memory.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/policy.h"

namespace iron {

Memory::Memory(const Scored &scored) : scored_(scored) {
    const std::vector<Sizes> &places = scored.design().places();
    const std::vector<std::string> &names = scored.design().catalogue().names();
    bool small = false;
    for (const std::string &name : names) {
        add_set([&](std::size_t i) { return std::log2(places[i].at(name)); });
        small = small || std::all_of(places.begin(), places.end(), [&](const Sizes &sizes) {
                    return sizes.at(name) <= policy::largest_exponential;
                });
    }
    if (names.size() == 1) return;
    add_set([&](std::size_t i) {
        double sum = 0;
        for (const auto &[name, size] : places[i])
            sum += size;
        return std::log2(sum);
    });
    add_set([&](std::size_t i) {
        double sum = 0;
        for (const auto &[name, size] : places[i])
            sum += std::log2(size);
        return sum;
    });
    if (small) // tables of 2^k: only the reading itself tells
        add_set([&](std::size_t i) {
            return (scored_.points()[i].log_value - scored_.unit()) / std::log(2.0) + 20;
        });
}

void Memory::add_set(const std::function<double(std::size_t)> &doublings_of) {
    std::vector<double> doublings;
    for (std::size_t i = 0; i < scored_.points().size(); ++i)
        doublings.push_back(doublings_of(i));
    sets_.push_back(std::move(doublings));
}

// What a start-up takes beside each lead: it does not see the cache.
std::vector<double> starts_beside(const Cone &cone) {
    constexpr double two_thirds = 0.67;
    std::vector<double> starts;
    for (std::size_t lead = 0; lead < cone.leads.size(); ++lead)
        starts.push_back(quantile(cone.generators[lead].column, two_thirds));
    return starts;
}

// Calls `take` for every column that steps add to a cone's, in order: with the generator that is touched, how
// many times dearer it gets, by place, and the start beside it.
template <class Take>
void Memory::add_under(const Cone &cone, const std::vector<double> &starts, const std::vector<StepOn> &steps,
                       bool thorough, const Take &take) const {
    const std::size_t leads = cone.leads.size();
    Column times(scored_.points().size());
    for (const StepOn &step : steps) {
        for (std::size_t i = 0; i < times.size(); ++i)
            times[i] = dearer_by(step.step, sets_[step.set][i]);
        for (std::size_t g = 0; g < (thorough ? cone.generators.size() : leads); ++g) {
            if (cone.generators[g].is_start_up) continue;
            take(cone.generators[g], times, 0.0);
            if (g < leads) take(cone.generators[g], times, starts[g]);
        }
    }
}

// A set's cone, so that one step after another can be tried on it: its columns weighed, behind them the same
// under the steps.
class Memory::Stepped {
  public:
    Stepped(const Memory &memory, const Tried &one)
        : memory_(memory),
          cone_(memory.scored_.design().cone(one.set, memory.scored_.cone_options(true, one.decided))) {
        if (!cone_) return;
        columns_ = memory.scored_.weighed(cone_->generators);
        starts_ = starts_beside(*cone_);
    }
    bool fits() const { return cone_; }
    const Cone &cone() const { return *cone_; }
    LeastSquares solved(const std::vector<StepOn> &steps, bool thorough) {
        const Column &weights = memory_.scored_.weights();
        std::size_t count = cone_->generators.size();
        memory_.add_under(*cone_, starts_, steps, thorough,
                          [&](const Generator &of, const Column &times, double start) {
                              if (count == columns_.size()) columns_.emplace_back(times.size());
                              Column &to = columns_[count++];
                              for (std::size_t i = 0; i < to.size(); ++i)
                                  to[i] = (of.column[i] * times[i] + start) * weights[i];
                          });
        columns_.resize(count);
        return memory_.scored_.solved(columns_);
    }

  private:
    const Memory &memory_;
    const Cone *cone_;
    std::vector<Column> columns_; // kept from step to step: there are thousands
    std::vector<double> starts_;
};

std::vector<Generator> Memory::touched(const Cone &cone, const std::vector<StepOn> &steps,
                                       bool thorough) const {
    std::vector<Generator> all = cone.generators;
    add_under(cone, starts_beside(cone), steps, thorough,
              [&](Generator one, const Column &times, double start) {
                  for (std::size_t i = 0; i < times.size(); ++i)
                      one.column[i] = one.column[i] * times[i] + start;
                  // What a term costs is said of the largest working set: the step is behind it there.
                  for (auto &[part, share] : one.parts)
                      share *= *std::max_element(times.begin(), times.end());
                  all.push_back(std::move(one));
              });
    return all;
}

bool Memory::is_explained(const Tried &one) const { return one.solved.chi2 < 0.3 * scored_.rows(); }

void Memory::keep_if_better(Tried &one, const Cone &cone, LeastSquares solved,
                            const std::vector<StepOn> &steps, bool thorough) const {
    const double score = scored_.score_of(cone, solved, one.prior, steps.size());
    if (score <= one.score) return;
    one.score = score;
    one.solved = std::move(solved);
    one.steps = steps;
    one.thorough = thorough;
}

std::vector<std::pair<double, StepOn>> Memory::on_grid(Stepped &stepped, double apart, double width) const {
    std::vector<std::pair<double, StepOn>> tried;
    for (std::size_t set = 0; set < sets_.size(); ++set) {
        const auto [from, to] = std::minmax_element(sets_[set].begin(), sets_[set].end());
        for (double at = *from + apart / 2; at < *to; at += apart) {
            const StepOn step{set, {at, width}};
            tried.push_back({stepped.solved({step}, true).chi2, step});
        }
    }
    std::sort(tried.begin(), tried.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    return tried;
}

void Memory::try_coarsely(Tried &one) const {
    if (is_explained(one)) return;
    Stepped stepped(*this, one);
    if (!stepped.fits()) return;
    const double apart =
        sets_.size() > 1 ? policy::growth::coarse_steps_apart : policy::growth::coarse_steps_apart_on_one;
    const auto tried = on_grid(stepped, apart, 0.65);
    if (!tried.empty())
        keep_if_better(one, stepped.cone(), stepped.solved({tried.front().second}, true),
                       {tried.front().second}, true);
}

void Memory::try_closely(Tried &one) const {
    if (is_explained(one)) return;
    Stepped stepped(*this, one);
    if (!stepped.fits()) return;
    auto starts = on_grid(stepped, 0.8, 0.3);
    for (const auto &start : on_grid(stepped, 0.8, 0.7))
        starts.push_back(start);
    std::sort(starts.begin(), starts.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    // The two best that lie apart: half-way optima pass for growth.
    std::vector<StepOn> chosen;
    for (const auto &[chi2, start] : starts) {
        const bool apart = std::all_of(chosen.begin(), chosen.end(), [&, at = start](const StepOn &other) {
            return sets_.size() > 1 ? other.set != at.set : std::abs(other.step.at - at.step.at) > 1.5;
        });
        if (chosen.size() < 2 && apart) chosen.push_back(start);
    }
    double least = 1e300;
    for (const StepOn &start : chosen) {
        const auto value = [&](const MemoryStep &step) {
            return stepped.solved({StepOn{start.set, step}}, true).chi2;
        };
        const StepOn end{start.set, polished(value, start.step, 50)};
        LeastSquares solved = stepped.solved({end}, true);
        least = std::min(least, solved.chi2);
        keep_if_better(one, stepped.cone(), std::move(solved), {end}, true);
    }
    if (least < 0.95 * scored_.rows() || least == 1e300) return;
    std::vector<std::size_t> done;
    for (const StepOn &start : chosen)
        if (std::find(done.begin(), done.end(), start.set) == done.end()) {
            done.push_back(start.set);
            two_steps(one, stepped, start.set);
        }
}

// Two steps on one working set: every pair of a grid, the best polished in turns.
void Memory::two_steps(Tried &one, Stepped &stepped, std::size_t on) const {
    const auto [from, to] = std::minmax_element(sets_[on].begin(), sets_[on].end());
    const double range = *to - *from;
    constexpr int places = 10;
    const auto both = [&](const MemoryStep &a, const MemoryStep &b) {
        return std::vector<StepOn>{{on, a}, {on, b}};
    };
    std::vector<std::pair<double, std::pair<MemoryStep, MemoryStep>>> pairs;
    for (int i = 0; i < places; ++i)
        for (int j = i + 1; j < places; ++j) {
            const MemoryStep a{*from + range * (i + 0.5) / places, 0.5},
                b{*from + range * (j + 0.5) / places, 0.5};
            pairs.push_back({stepped.solved(both(a, b), false).chi2, {a, b}});
        }
    std::sort(pairs.begin(), pairs.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    const std::size_t starts = sets_.size() > 1 ? 2 : 1;
    for (std::size_t start = 0; start < std::min(starts, pairs.size()); ++start) {
        MemoryStep first = pairs[start].second.first, second = pairs[start].second.second;
        for (int turn = 0; turn < 2; ++turn) {
            second = polished(
                [&](const MemoryStep &step) { return stepped.solved(both(first, step), false).chi2; }, second,
                40);
            first = polished(
                [&](const MemoryStep &step) { return stepped.solved(both(step, second), false).chi2; }, first,
                40);
        }
        for (const bool thorough : {false, true})
            keep_if_better(one, stepped.cone(), stepped.solved(both(first, second), thorough),
                           both(first, second), thorough);
    }
}

} // namespace iron
