#include "core/bound/order.h"

#include <cmath>

namespace iron {

using Kind = ExpressionNode::Kind;
using Scale = Growth1::Scale;

std::partial_ordering Growth1::operator<=>(const Growth1 &other) const {
    for (int i = 0; i < scales; ++i) {
        const double difference = on[i] - other.on[i];
        if (std::abs(difference) > 1e-9 * (1 + std::abs(on[i]))) return difference <=> 0.0;
    }
    return std::partial_ordering::equivalent;
}

Growth1 &Growth1::operator+=(const Growth1 &other) {
    for (int i = 0; i < scales; ++i)
        on[i] += other.on[i];
    return *this;
}

namespace {

Growth1 scaled(Growth1 g, double by) {
    for (double &value : g.on)
        value *= by;
    return g;
}

// ln of the expression's logarithm: one step down the scales.
Growth1 logarithm_of(const Growth1 &g) {
    Growth1 down;
    if (g.on[Scale::factorial] > 0)
        down.on[Scale::power] = 1, down.on[Scale::log_power] = 1;
    else if (g.on[Scale::exponential] > 0)
        down.on[Scale::power] = 1;
    else if (g.on[Scale::between] > 0)
        down.on[Scale::power] = 0.5; // sub-exponential: some power below 1
    else if (g.on[Scale::power] > 0)
        down.on[Scale::log_power] = 1;
    else if (g.on[Scale::below_power] > 0)
        down.on[Scale::log_power] = 0.5;
    else if (g.on[Scale::log_power] > 0)
        down.on[Scale::log_log_power] = 1;
    return down;
}

// ln(c^h) = h ln c for an h that grows: where h stands on the scales decides where c^h does.
Growth1 exponential_of(double log_base, const Expression &exponent, const Ray &ray) {
    const Growth1 h = growth_of(exponent, ray);
    const auto at = [&](Scale scale) { return h.on[scale]; };
    // How large h is in units of its leading shape: the rise between two far points, so that constants drop
    // out. `shape` takes s.
    const auto factor = [&](auto shape) {
        const double near = 35, far = 70;
        const auto sizes_at = [&](double s) {
            Sizes sizes;
            for (const std::string &name : sizes_in(exponent)) {
                const auto found = ray.find(name);
                const Rise rise = found == ray.end() ? Rise{} : found->second;
                sizes[name] = rise.factor * std::exp(rise.power * s) * std::pow(s, rise.log_power);
            }
            return sizes;
        };
        const auto rise = evaluate(exponent, sizes_at(far)) - evaluate(exponent, sizes_at(near));
        return static_cast<double>(rise) / (shape(far) - shape(near));
    };
    // Of powers that have no scale of their own, ordered by the power first.
    const double rank = at(Scale::power) * 1e3 + at(Scale::log_power);
    Growth1 result;
    if (at(Scale::factorial) > 0 || at(Scale::exponential) > 0 || at(Scale::between) > 0 ||
        at(Scale::power) > 1) {
        result.on[Scale::factorial] = 1e6 * at(Scale::power) + 1e12 * (at(Scale::exponential) > 0);
        result.on[Scale::factorial] *= log_base;
    } else if (at(Scale::power) == 1 && at(Scale::log_power) > 0)
        result.on[Scale::factorial] = log_base * factor([](double s) { return std::exp(s) * s; });
    else if (at(Scale::power) == 1)
        result.on[Scale::exponential] = log_base * factor([](double s) { return std::exp(s); });
    else if (at(Scale::power) > 0 || at(Scale::log_power) > 1)
        result.on[Scale::between] = log_base * rank;
    else if (at(Scale::log_power) == 1)
        result.on[Scale::power] = log_base * factor([](double s) { return s; });
    else if (at(Scale::log_power) > 0)
        result.on[Scale::below_power] = log_base * rank;
    else if (at(Scale::log_log_power) == 1)
        result.on[Scale::log_power] = log_base * factor([](double s) { return std::log(s); });
    return result;
}

// x! is x^x e^-x sqrt x: ln x! = x ln x - x + …
Growth1 factorial_of(const Growth1 &x) {
    constexpr double above_every_base = 100; // stands for the ln x in x ln x
    Growth1 result;
    const double power = x.on[Scale::power], log_power = x.on[Scale::log_power];
    const double rank = above_every_base * (power * 1e3 + log_power);
    if (power > 1 || (power == 1 && log_power > 0))
        result.on[Scale::factorial] = rank;
    else if (power == 1)
        result.on[Scale::factorial] = 1, result.on[Scale::exponential] = -1;
    else if (power > 0 || log_power >= 1)
        result.on[Scale::between] = rank;
    else if (log_power > 0)
        result.on[Scale::below_power] = rank;
    return result;
}

Growth1 extreme(const std::vector<Expression> &parts, bool largest, const Ray &ray) {
    Growth1 best = growth_of(parts.front(), ray);
    for (const Expression &part : parts) {
        const Growth1 other = growth_of(part, ray);
        if (largest ? other > best : other < best) best = other;
    }
    return best;
}

} // namespace

Growth1 growth_of(const Expression &e, const Ray &ray) {
    Growth1 result;
    switch (e->kind) {
    case Kind::number:
        return result;
    case Kind::size: {
        const auto found = ray.find(e->name);
        const Rise rise = found == ray.end() ? Rise{} : found->second;
        result.on[Scale::power] = rise.power;
        result.on[Scale::log_power] = rise.log_power;
        return result;
    }
    case Kind::sum:
    case Kind::maximum:
        return extreme(e->of, true, ray);
    case Kind::minimum:
        return extreme(e->of, false, ray);
    case Kind::difference:
    case Kind::negative:
    case Kind::floor:
        return growth_of(e->of[0], ray);
    case Kind::product:
        for (const Expression &factor : e->of)
            result += growth_of(factor, ray);
        return result;
    case Kind::quotient:
        result = growth_of(e->of[0], ray);
        return result += scaled(growth_of(e->of[1], ray), -1);
    case Kind::square_root:
        return scaled(growth_of(e->of[0], ray), 0.5);
    case Kind::cube_root:
        return scaled(growth_of(e->of[0], ray), 1.0 / 3);
    case Kind::logarithm:
    case Kind::natural_logarithm:
        // Of an exponential: its exponent, exactly.
        if (e->of[0]->kind == Kind::power && sizes_in(e->of[0]->of[0]).empty())
            return growth_of(e->of[0]->of[1], ray);
        return logarithm_of(growth_of(e->of[0], ray));
    case Kind::factorial:
        return factorial_of(growth_of(e->of[0], ray));
    case Kind::power: {
        const Expression &base = e->of[0], &exponent = e->of[1];
        if (sizes_in(exponent).empty())
            return scaled(growth_of(base, ray), static_cast<double>(evaluate(exponent, {})));
        if (sizes_in(base).empty())
            return exponential_of(static_cast<double>(std::log(evaluate(base, {}))), exponent, ray);
        // f^g = e^(g ln f)
        return exponential_of(1, make(Kind::product, {exponent, make(Kind::natural_logarithm, {base})}), ray);
    }
    }
    return result;
}

int compare_growth(Growth1 f, Growth1 g) {
    // A bound never falls below a constant.
    const Growth1 zero;
    if (f < zero) f = zero;
    if (g < zero) g = zero;
    return f < g ? -1 : f > g ? 1 : 0;
}

int compare_growth(const Expression &f, const Expression &g) {
    return compare_growth(growth_of(f), growth_of(g));
}

} // namespace iron
