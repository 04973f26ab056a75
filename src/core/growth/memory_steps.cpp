#include "core/growth/memory_steps.h"

#include <algorithm>
#include <cmath>
#include <initializer_list>

#include "core/growth/cone.h"
#include "core/growth/gram.h"
#include "core/growth/memory_step.h"

namespace iron {

namespace {

// One candidate's fits with steps, its columns weighted once.
class Stepped {
  public:
    Stepped(const Curve &curve, const std::vector<Located> &points, const std::string &name)
        : points_(points), basis_(basis_of(curve, points, name)),
          cone_(cone_of(basis_, points, name, Noise::timed, 0)), unit_(points[points.size() / 2].log_value) {
        for (const Located &point : points) {
            weights_.push_back(1 / (std::exp(point.log_value - unit_) * point.error));
            target_.push_back(1 / point.error);
        }
    }

    // `thorough`: every generator is touched; else the leading one, the last and the leading one with a
    // start-up.
    std::vector<Generator> generators(const std::vector<MemoryStep> &steps, bool thorough) const {
        std::vector<Generator> all = cone_;
        for (const MemoryStep &step : steps) {
            Column dearer;
            for (const Located &point : points_)
                dearer.push_back(dearer_by(step, std::log2(point.size)));
            for (std::size_t g = 0; g < cone_.size(); ++g)
                if (thorough || g == 0 || g + 1 == cone_.size()) all.push_back(touched(cone_[g], dearer));
            Generator with_start = touched(cone_[0], dearer); // the start-up constant does not see the cache
            for (double &value : with_start.column)
                value += 1;
            all.push_back(std::move(with_start));
        }
        return all;
    }

    LeastSquares solved(const std::vector<Generator> &generators) const {
        std::vector<Column> columns;
        for (const Generator &generator : generators) {
            Column column = generator.column;
            for (std::size_t i = 0; i < column.size(); ++i)
                column[i] *= weights_[i];
            columns.push_back(std::move(column));
        }
        return nonnegative_least_squares_by_gram(columns, target_);
    }

    double chi2(const std::vector<MemoryStep> &steps, bool thorough) const {
        return solved(generators(steps, thorough)).chi2;
    }

    void keep(CurveFit &fit, const std::vector<MemoryStep> &steps, bool thorough) const {
        const std::vector<Generator> all = generators(steps, thorough);
        const LeastSquares solved_all = solved(all);
        std::vector<double> factors(basis_.curves.size(), 0);
        fit.fitted.assign(points_.size(), 0);
        for (std::size_t g = 0; g < all.size(); ++g) {
            if (solved_all.coefficients[g] == 0) continue;
            for (std::size_t i = 0; i < points_.size(); ++i)
                fit.fitted[i] += solved_all.coefficients[g] * all[g].column[i] * std::exp(unit_);
            for (const auto &[part, share] : all[g].parts)
                factors[part] += solved_all.coefficients[g] * share;
        }
        fit.chi2 = solved_all.chi2;
        fit.memory = steps;
        fit.terms.clear();
        for (std::size_t j = 0; j < factors.size(); ++j)
            if (j == 0 || std::abs(factors[j]) > 0)
                fit.terms.push_back(
                    {basis_.curves[j].name, factors[j] * std::exp(unit_ - basis_.at_reference[j])});
    }

    double from() const { return std::log2(points_.front().size); }
    double to() const { return std::log2(points_.back().size); }

  private:
    // What a term costs at the largest sizes is what is said of it: the step is behind it there.
    static Generator touched(const Generator &generator, const Column &dearer) {
        Generator all = generator;
        for (std::size_t i = 0; i < dearer.size(); ++i)
            all.column[i] *= dearer[i];
        for (auto &[part, share] : all.parts)
            share *= dearer.back();
        return all;
    }

    const std::vector<Located> &points_;
    Basis basis_;
    std::vector<Generator> cone_;
    double unit_;
    std::vector<double> weights_, target_;
};

using Tried = std::vector<std::pair<double, MemoryStep>>;

// One more step beside those given, all over the range; the best first.
template <class Function>
Tried on_grid(const Function &value, double from, double to, std::initializer_list<double> widths) {
    Tried tried;
    for (int i = 0; i < 15; ++i)
        for (const double width : widths) {
            const MemoryStep step{from + (to - from) * (i + 0.5) / 15, width};
            tried.push_back({value(step), step});
        }
    std::sort(tried.begin(), tried.end(), [](const auto &a, const auto &b) { return a.first < b.first; });
    return tried;
}

template <class Function>
MemoryStep best_step(const Function &value, double from, double to) {
    const Tried tried = on_grid(value, from, to, {0.3, 0.7, 1.2});
    MemoryStep best = tried.front().second;
    double least = 1e300;
    // The two best that lie apart are both polished: half-way optima pass for growth.
    std::vector<MemoryStep> starts = {tried.front().second};
    for (const auto &[chi2, step] : tried)
        if (starts.size() < 2 && std::abs(step.at - starts[0].at) > 0.15 * (to - from))
            starts.push_back(step);
    for (const MemoryStep &start : starts) {
        const MemoryStep end = polished(value, start, 45);
        if (const double chi2 = value(end); chi2 < least) least = chi2, best = end;
    }
    return best;
}

} // namespace

// With two steps the small generators are left alone.
std::vector<Generator> cone_with_memory(const CurveFit &fit, const std::vector<Located> &points,
                                        const std::string &name) {
    return Stepped(fit.curve, points, name).generators(fit.memory, fit.memory.size() < 2);
}

double promise_of_memory_step(const CurveFit &fit, const std::vector<Located> &points,
                              const std::string &name, const Score &score) {
    const Stepped stepped(fit.curve, points, name);
    const auto value = [&](const MemoryStep &step) { return stepped.chi2({step}, true); };
    const Tried tried = on_grid(value, stepped.from(), stepped.to(), {0.7});
    const LeastSquares solved = stepped.solved(stepped.generators({tried.front().second}, true));
    return score(solved.chi2, solved.active) - cost_of_a_memory_step;
}

void fit_with_memory_steps(CurveFit &fit, const std::vector<Located> &points, const std::string &name,
                           const Score &score, double least_score) {
    // Nothing is left to explain: the readings' own errors are as large as what is off.
    if (fit.chi2 < 0.3 * static_cast<double>(points.size())) return;
    if (std::max(fit.score, promise_of_memory_step(fit, points, name, score)) < least_score) return;
    const Stepped stepped(fit.curve, points, name);
    const MemoryStep one = best_step([&](const MemoryStep &step) { return stepped.chi2({step}, true); },
                                     stepped.from(), stepped.to());
    const LeastSquares with_one = stepped.solved(stepped.generators({one}, true));
    const auto try_keep = [&](const std::vector<MemoryStep> &steps, bool thorough,
                              const LeastSquares &solved) {
        const double value =
            score(solved.chi2, solved.active) - cost_of_a_memory_step * static_cast<double>(steps.size());
        if (value <= fit.score) return;
        fit.score = value;
        stepped.keep(fit, steps, thorough);
    };
    try_keep({one}, true, with_one);
    if (with_one.chi2 < 0.9 * static_cast<double>(points.size())) return;
    // A second one: found beside the first, then the first again beside it.
    MemoryStep first = one;
    MemoryStep second = best_step(
        [&](const MemoryStep &step) {
            return stepped.chi2({first, step}, false);
        },
        stepped.from(), stepped.to());
    first = polished([&](const MemoryStep &step) { return stepped.chi2({step, second}, false); }, first, 45);
    second = polished([&](const MemoryStep &step) { return stepped.chi2({first, step}, false); }, second, 45);
    try_keep({first, second}, false, stepped.solved(stepped.generators({first, second}, false)));
}

} // namespace iron
