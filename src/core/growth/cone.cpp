#include "core/growth/cone.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

#include "core/bound/order.h"
#include "core/bound/rounded.h"

namespace iron {

namespace {

// What hangs on the sizes alone is the same for every series that was read at them: kept until others come.
struct Kept {
    std::string name;
    std::vector<double> sizes;
    struct Part {
        double at_reference = 0;
        Column column;
    };
    std::map<std::string, Part> parts; // by name: many curves have the same lower ones
    struct Of {
        Basis basis;
        std::map<std::pair<Noise, double>, std::vector<Generator>> cones;
    };
    std::map<std::string, Of> curves;
};

Kept &kept_for(const std::vector<Located> &points, const std::string &name) {
    thread_local Kept kept;
    const auto same = [](const Located &point, double size) { return point.size == size; };
    if (kept.name != name ||
        !std::equal(points.begin(), points.end(), kept.sizes.begin(), kept.sizes.end(), same)) {
        kept = {name, {}, {}, {}};
        for (const Located &point : points)
            kept.sizes.push_back(point.size);
    }
    return kept;
}

const Kept::Part &part_of(const Curve &curve, Kept &kept) {
    const auto [found, fresh] = kept.parts.try_emplace(curve.name);
    Kept::Part &part = found->second;
    if (!fresh) return part;
    Sizes at;
    double &size = at[kept.name];
    part.column.reserve(kept.sizes.size());
    for (const double one : kept.sizes) {
        size = one;
        part.column.push_back(evaluate_log(curve.expression, at));
    }
    part.at_reference = part.column[2 * part.column.size() / 3];
    for (double &value : part.column)
        value = std::exp(value - part.at_reference);
    return part;
}

Basis made_basis(const Curve &curve, Kept &kept) {
    Basis basis;
    basis.curves = lower_curves(curve, kept.name);
    basis.curves.insert(basis.curves.begin(), curve);
    for (const Curve &curve_of_part : basis.curves) {
        const Kept::Part &part = part_of(curve_of_part, kept);
        basis.at_reference.push_back(part.at_reference);
        basis.columns.push_back(&part.column);
    }
    return basis;
}

} // namespace

const Basis &basis_of(const Curve &curve, const std::vector<Located> &points, const std::string &name) {
    Kept &kept = kept_for(points, name);
    const auto [found, fresh] = kept.curves.try_emplace(curve.name);
    if (fresh) found->second.basis = made_basis(curve, kept);
    return found->second.basis;
}

namespace {

Column combined(const Column &a, const Column &b, double factor) {
    Column sum = a;
    for (std::size_t i = 0; i < sum.size(); ++i)
        sum[i] += factor * b[i];
    return sum;
}

// Counts follow doubled capacities, whole roots and the levels of a halving tree: waves around the smooth
// curve, bounded by factors, that would otherwise be taken for growth.
void add_waves(const Basis &basis, const std::vector<Located> &points, const std::string &name,
               std::vector<Generator> &generators) {
    const Growth1 &growth = basis.curves[0].growth;
    const Column &lead = *basis.columns[0];
    const auto wave = [&](auto shape) {
        Generator generator{lead, {{0, 1}}};
        for (std::size_t i = 0; i < points.size(); ++i)
            generator.column[i] *= shape(points[i].size);
        generators.push_back(std::move(generator));
    };
    const auto up = [](double n) { return std::ceil(std::log2(std::max(n, 2.0)) - 1e-9); };
    const auto smooth = [](double n) { return std::log2(std::max(n, 2.0)); };
    if (basis.curves[0].exponential) { // 2^(n/2) of halves
        const Expression &expression = basis.curves[0].expression;
        Sizes sizes;
        for (const Rounding rounding : {Rounding::up, Rounding::down}) {
            Generator halves{lead, {{0, 1}}};
            bool differs = false;
            for (std::size_t i = 0; i < points.size(); ++i) {
                sizes[name] = points[i].size;
                const double by = rounded_log(expression, sizes, rounding) - evaluate_log(expression, sizes);
                differs = differs || std::abs(by) > 1e-9;
                halves.column[i] *= std::exp(by);
            }
            if (differs) generators.push_back(std::move(halves));
        }
        return;
    }
    const double power = growth.on[Growth1::power];
    if (power > 0) wave([&](double n) { return std::exp2(up(n)) / n; });
    if (std::abs(power - std::floor(power) - 0.5) < 1e-9) { // blocks as long as the root, a whole number
        wave([](double n) { return std::floor(std::sqrt(n) + 1e-9) / std::sqrt(n); });
        wave([](double n) { return std::ceil(std::sqrt(n) - 1e-9) / std::sqrt(n); });
    }
    if (growth.on[Growth1::log_power] >= 1) {
        wave([&](double n) { return up(n) / smooth(n); });
        wave([&](double n) { return std::floor(smooth(n) + 1e-9) / smooth(n); });
        wave([&](double n) { return std::max(up(n) - std::exp2(up(n)) / n, 0.0) / smooth(n); });
    }
}

std::vector<Generator> made_cone(const Basis &basis, const std::vector<Located> &points,
                                 const std::string &name, Noise noise, double taken_off) {
    const Column &lead = *basis.columns[0];
    std::vector<Generator> generators;
    generators.reserve(2 * basis.columns.size() + 7);
    generators.push_back({lead, {{0, 1}}});
    for (std::size_t j = 1; j < basis.columns.size(); ++j) {
        const Column &lower = *basis.columns[j];
        generators.push_back({combined(lead, lower, 1), {{0, 1}, {j, 1}}});
        if (taken_off == 0) continue;
        // As much as leaves the smallest size positive.
        const double off = -taken_off * lead[0] / lower[0];
        generators.push_back({combined(lead, lower, off), {{0, 1}, {j, off}}});
    }
    if (noise != Noise::timed) add_waves(basis, points, name, generators);
    return generators;
}

} // namespace

const std::vector<Generator> &cone_of(const Basis &basis, const std::vector<Located> &points,
                                      const std::string &name, Noise noise, double taken_off) {
    auto &cones = kept_for(points, name).curves[basis.curves[0].name].cones;
    const auto [found, fresh] = cones.try_emplace({noise, taken_off});
    if (fresh) found->second = made_cone(basis, points, name, noise, taken_off);
    return found->second;
}

} // namespace iron
