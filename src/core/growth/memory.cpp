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

constexpr double two_thirds = 0.67;

// A set's cone, so that one step after another can be tried on it: its columns weighed, behind them the same
// under the steps.
class Memory::Stepped {
  public:
    Stepped(const Memory &memory, const Tried &one)
        : memory_(memory),
          cone_(memory.scored_.design().cone(one.set, memory.scored_.cone_options(true, one.decided))) {
        if (!cone_) return;
        columns_ = memory.scored_.weighed(cone_->generators);
        for (std::size_t lead = 0; lead < cone_->leads.size(); ++lead)
            starts_.push_back(quantile(cone_->generators[lead].column, two_thirds));
    }
    bool fits() const { return cone_; }
    LeastSquares solved(const std::vector<StepOn> &steps, bool thorough) {
        const std::size_t leads = cone_->leads.size(), under = thorough ? cone_->generators.size() : leads;
        columns_.resize(cone_->generators.size() + steps.size() * (under + leads), Column(rows()));
        std::size_t at = cone_->generators.size();
        for (const StepOn &step : steps) {
            dearer_ = memory_.dearer(step);
            for (std::size_t g = 0; g < under; ++g) {
                add(columns_[at++], cone_->generators[g].column, 0);
                if (g < leads) add(columns_[at++], cone_->generators[g].column, starts_[g]);
            }
        }
        return memory_.scored_.solved(columns_);
    }

  private:
    std::size_t rows() const { return memory_.scored_.points().size(); }
    void add(Column &to, const Column &of, double start) const {
        const Column &weights = memory_.scored_.weights();
        for (std::size_t i = 0; i < to.size(); ++i)
            to[i] = (of[i] * dearer_[i] + start) * weights[i];
    }

    const Memory &memory_;
    const Cone *cone_;
    std::vector<Column> columns_;
    std::vector<double> starts_; // by lead
    Column dearer_;
};

Column Memory::dearer(const StepOn &step) const {
    Column dearer(scored_.points().size());
    for (std::size_t i = 0; i < dearer.size(); ++i)
        dearer[i] = dearer_by(step.step, sets_[step.set][i]);
    return dearer;
}

std::vector<Generator> Memory::touched(const Cone &cone, const std::vector<StepOn> &steps,
                                       bool thorough) const {
    std::vector<Generator> all = cone.generators;
    const std::size_t count = cone.generators.size(), leads = cone.leads.size();
    all.reserve(count + steps.size() * ((thorough ? count : leads) + leads));
    for (const StepOn &step : steps) {
        const Column dearer = this->dearer(step);
        // What a term costs is said of the largest working set: the step is behind it there.
        const double behind = *std::max_element(dearer.begin(), dearer.end());
        for (std::size_t g = 0; g < (thorough ? count : leads); ++g) {
            Generator one = cone.generators[g];
            for (std::size_t i = 0; i < dearer.size(); ++i)
                one.column[i] *= dearer[i];
            for (auto &[part, share] : one.parts)
                share *= behind;
            all.push_back(one);
            if (g >= leads) continue;
            const double start = quantile(cone.generators[g].column, two_thirds);
            for (double &value : one.column) // a start-up does not see the cache
                value += start;
            all.push_back(std::move(one));
        }
    }
    return all;
}

bool Memory::is_explained(const Tried &one) const { return one.solved.chi2 < 0.3 * scored_.rows(); }

void Memory::keep_if_better(Tried &one, LeastSquares solved, const std::vector<StepOn> &steps,
                            bool thorough) const {
    const double score = scored_.score(solved, one.prior, steps.size());
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
        keep_if_better(one, stepped.solved({tried.front().second}, true), {tried.front().second}, true);
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
        keep_if_better(one, std::move(solved), {end}, true);
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
        auto [first, second] = pairs[start].second;
        for (int turn = 0; turn < 2; ++turn) {
            second = polished(
                [&](const MemoryStep &step) { return stepped.solved(both(first, step), false).chi2; }, second,
                40);
            first = polished(
                [&](const MemoryStep &step) { return stepped.solved(both(step, second), false).chi2; }, first,
                40);
        }
        for (const bool thorough : {false, true})
            keep_if_better(one, stepped.solved(both(first, second), thorough), both(first, second), thorough);
    }
}

} // namespace iron
