#include "study/size_lines.h"

#include <algorithm>
#include <cmath>

#include "core/error.h"
#include "core/plan/ladder.h"
#include "core/policy.h"
#include "records/template_sizes.h"

namespace iron {

namespace {

struct Range {
    double start = 1, to = 1, usual = 1; // start: the smallest that is measured
    double top = 1;                      // the largest where the sizes before it are at their largest
};

// What other sizes are set to that are not at `usual`, cut to their legal range.
Sizes cut(const Problem &problem, const Sizes &wanted) {
    Sizes sizes;
    for (const SizeRule &rule : problem.sizes) {
        const auto found = wanted.find(rule.name);
        if (found == wanted.end()) {
            sizes[rule.name] = usual_of(rule, sizes);
            continue;
        }
        const auto [from, to] = range_of(rule, sizes);
        sizes[rule.name] = std::clamp(std::round(found->second), from, std::max(from, to));
    }
    return sizes;
}

Range range_of_size(const Problem &problem, const SizeRule &rule, const Sizes &upto) {
    Sizes others, largest; // those before it: its range may depend on them
    const auto limited = [&](const SizeRule &of, double to) {
        const auto found = upto.find(of.name);
        return found == upto.end() ? to : std::min(to, found->second);
    };
    for (const SizeRule &other : problem.sizes) {
        if (other.name == rule.name) break;
        others[other.name] = usual_of(other, others);
        largest[other.name] = limited(other, range_of(other, largest).second);
    }
    auto [from, to] = range_of(rule, others);
    to = limited(rule, to);
    const double top = limited(rule, range_of(rule, largest).second);
    const double start = std::min(std::max(rule.measured_from.value_or(16), from), to);
    return {start, to, std::clamp(usual_of(rule, others), start, to), std::max(to, top)};
}

// From the smallest sizes of all up to where the sweep of the first one starts, the others at their smallest.
SizeLine smallest_sizes(const Problem &problem, const std::vector<Range> &ranges) {
    const SizeRule &first = problem.sizes.front();
    const double from = range_of(first, {}).first;
    SizeLine line{"smallest", first.name, {}, {}, {}};
    line.last_resort = true;
    line.at = [&problem, name = first.name](double size) {
        Sizes sizes;
        for (const SizeRule &rule : problem.sizes) {
            const auto [least, most] = range_of(rule, sizes);
            sizes[rule.name] = rule.name == name ? std::clamp(size, least, std::max(least, most)) : least;
        }
        return sizes;
    };
    for (const double size : ladder(from, ranges[0].start)) {
        const Sizes sizes = line.at(size);
        if (std::all_of(problem.sizes.begin(), problem.sizes.end(), [&](const SizeRule &rule) {
                return sizes.at(rule.name) <= range_of(rule, sizes).second;
            }))
            line.sizes.push_back(size);
    }
    return line;
}

// Up to the task's own sizes by doublings, so that what they will cost is seen coming.
std::optional<SizeLine> line_to_target(const Problem &problem, const Target &demanded,
                                       const std::vector<Range> &ranges, const Sizes &upto) {
    const Sizes target = cut(problem, demanded.sizes);
    for (const auto &[name, size] : demanded.sizes)
        if (target.at(name) != size) return std::nullopt;
    for (const auto &[name, most] : upto)
        if (target.at(name) > most) return std::nullopt;
    const SizeRule &first = problem.sizes.front();
    const double top = target.at(first.name), start = ranges[0].start;
    SizeLine line{demanded.tier.empty() ? "target" : "target " + demanded.tier, first.name, {}, {}, {}};
    // There half the size tells nothing.
    for (double part = top <= policy::largest_exponential ? 1
                       : problem.sizes.size() == 1        ? 2
                                                          : 4;
         part >= 1; part /= 2)
        if (const double size = std::round(top / part); size >= start || part == 1)
            line.sizes.push_back(size);
    line.waits_for = line.sizes.front();
    line.urgent = true;
    line.at = [&problem, ranges, target, top, start](double size) {
        if (size == top) return target;
        const double share = std::log(size / start) / std::log(top / start);
        Sizes wanted{{problem.sizes[0].name, size}};
        for (std::size_t j = 1; j < ranges.size(); ++j) {
            const std::string &name = problem.sizes[j].name;
            const double least = std::min(ranges[j].start, target.at(name));
            wanted[name] = least * std::pow(target.at(name) / least, share);
        }
        return cut(problem, wanted);
    };
    return line;
}

// The lines of one problem, put together one after another.
class Lines {
  public:
    Lines(const Problem &problem, const Sizes &upto) : problem_(problem), upto_(upto) {
        for (const SizeRule &rule : problem.sizes)
            ranges_.push_back(range_of_size(problem, rule, upto));
    }

    std::vector<SizeLine> all() {
        const std::size_t count = problem_.sizes.size();
        for (std::size_t i = 0; i < count; ++i)
            lines_.push_back(with_sizes_below(sweep(i, problem_.sizes[i].name, {}, close_enough(i)), i));
        if (count > 1) {
            for (std::size_t i = 0; i < count; ++i) {
                const std::string &name = problem_.sizes[i].name;
                lines_.push_back(sweep(i, name + " with the others low", others_low(i), 4));
                lines_.push_back(sweep(i, name + " with the others high", others_high(i), 4, true));
            }
            lines_.push_back(diagonal());
            lines_.push_back(sweep(0, "grid, low row", grid_row(-0.5), 8));
            lines_.push_back(sweep(0, "grid, high row", grid_row(0.25), 8));
        }
        // Of one size: where something is measured below the ladder anyway, that begins at the smallest.
        if (count > 1 || problem_.sizes.front().measured_from)
            lines_.push_back(smallest_sizes(problem_, ranges_));
        for (const Target &target : problem_.targets)
            if (auto line = line_to_target(problem_, target, ranges_, upto_))
                lines_.push_back(std::move(*line));
        return std::move(lines_);
    }

  private:
    // By the square root of 2, or in smaller steps where a narrow range would leave too few rungs.
    double close_enough(std::size_t i) const {
        constexpr double rungs = 12;
        return std::clamp(std::pow(ranges_[i].to / std::max(ranges_[i].start, 1.0), 1 / rungs), 1.01,
                          std::sqrt(2.0));
    }

    // One size grows by `factor` while the others stay at these, or at `usual`.
    SizeLine sweep(std::size_t i, const std::string &name, const Sizes &others, double factor,
                   bool to_the_top = false) const {
        const SizeRule &rule = problem_.sizes[i];
        const Range &range = ranges_[i];
        SizeLine line{name, rule.name, {}, {}, {}};
        line.at = [&problem = problem_, others, swept = rule.name](double size) {
            Sizes wanted = others;
            wanted[swept] = size;
            return cut(problem, wanted);
        };
        // A relation may cut what was asked for: the same place is measured once.
        for (const double size : ladder(range.start, to_the_top ? range.top : range.to, factor))
            if (line.at(size).at(rule.name) == size) line.sizes.push_back(size);
        // Nor does it go below where another size is measured from, where that can be helped.
        const auto too_small = [&](double size) {
            const Sizes here = line.at(size);
            return std::any_of(problem_.sizes.begin(), problem_.sizes.end(), [&](const SizeRule &other) {
                return here.at(other.name) <
                       std::min(other.measured_from.value_or(0), other.usual.value_or(1e300));
            });
        };
        if (!std::all_of(line.sizes.begin(), line.sizes.end(), too_small))
            std::erase_if(line.sizes, too_small);
        return line;
    }

    SizeLine with_sizes_below(SizeLine line, std::size_t i) const {
        if (problem_.sizes[i].measured_from) return line;
        const Sizes least = line.at(line.sizes.empty() ? ranges_[i].start : line.sizes.front());
        const double from = range_of(problem_.sizes[i], least).first;
        for (double size = std::max(from, 1.0); size < ranges_[i].start; ++size)
            line.below.push_back(size);
        return line;
    }

    template <typename Value>
    Sizes others_than(std::size_t swept, const Value &value) const {
        Sizes others;
        for (std::size_t j = 0; j < ranges_.size(); ++j)
            if (j != swept) others[problem_.sizes[j].name] = value(ranges_[j]);
        return others;
    }
    Sizes others_low(std::size_t swept) const {
        return others_than(swept, [](const Range &range) { return range.start; });
    }
    Sizes others_high(std::size_t swept) const {
        return others_than(swept, [](const Range &r) { return r.usual * std::sqrt(r.to / r.usual); });
    }
    // Between low and usual where `share` is negative, else between usual and high.
    Sizes grid_row(double share) const {
        return others_than(0, [&](const Range &r) {
            return share < 0 ? std::sqrt(r.start * r.usual) : r.usual * std::pow(r.to / r.usual, share);
        });
    }

    // All together, evenly in logarithms; named by the first size.
    SizeLine diagonal() const {
        const Range &first = ranges_.front();
        SizeLine line{"diagonal", problem_.sizes[0].name, ladder(first.start, first.to, 2), {}, {}};
        line.at = [&problem = problem_, ranges = ranges_](double size) {
            const double span = std::log(ranges[0].to / ranges[0].start);
            const double share = span > 0 ? std::log(size / ranges[0].start) / span : 0;
            Sizes wanted{{problem.sizes[0].name, size}};
            for (std::size_t j = 1; j < ranges.size(); ++j)
                wanted[problem.sizes[j].name] =
                    ranges[j].start * std::pow(ranges[j].to / ranges[j].start, share);
            return cut(problem, wanted);
        };
        return line;
    }

    const Problem &problem_;
    const Sizes &upto_;
    std::vector<Range> ranges_;
    std::vector<SizeLine> lines_;
};

} // namespace

std::vector<SizeLine> size_lines(const Problem &problem, const Sizes &upto) {
    return Lines(problem, upto).all();
}

namespace {

// Whether a program prints the same at several values of a size, the others at the start of their ranges.
bool prints_the_same(const Problem &problem, const std::string &shape, const SizeRule &rule, Inputs &inputs) {
    constexpr std::uint64_t seed = 1;
    std::set<Sizes> places;
    for (const double value : {4.0, 9.0, 20.0}) {
        Sizes sizes;
        for (const SizeRule &other : problem.sizes) {
            const auto [from, to] = range_of(other, sizes);
            const double wanted = other.name == rule.name ? value : other.measured_from.value_or(16);
            sizes[other.name] = std::clamp(wanted, from, std::max(from, to));
        }
        places.insert(sizes);
    }
    if (places.size() < 2) return false;
    std::set<std::string> texts;
    try {
        for (const Sizes &sizes : places)
            texts.insert(inputs.text(inputs.get(shape, sizes, seed)));
    } catch (const Error &error) {
        if (error.category() == Category::interrupted) throw;
        return false; // whether it can make inputs is for measuring to find out
    }
    return texts.size() == 1;
}

} // namespace

UnusedSizes unused_sizes(const Scope &scope, Inputs &inputs) {
    UnusedSizes unused;
    for (const std::string &name : scope.shapes) {
        const Shape &shape = *scope.problem.shape(name);
        const std::set<std::string> used = shape.text ? sizes_in(*shape.text) : std::set<std::string>();
        for (const SizeRule &rule : scope.problem.sizes)
            if (shape.text ? !used.contains(rule.name) : prints_the_same(scope.problem, name, rule, inputs))
                unused[name].insert(rule.name);
    }
    return unused;
}

} // namespace iron
