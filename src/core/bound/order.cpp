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

namespace {

Growth1 scaled(Growth1 g, double by) {
    for (double &value : g.on)
        value *= by;
    return g;
}

Growth1 added(Growth1 a, const Growth1 &b) {
    for (int i = 0; i < Growth1::scales; ++i)
        a.on[i] += b.on[i];
    return a;
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
    else if (g.on[Scale::log_power] > 0)
        down.on[Scale::log_log_power] = 1;
    return down;
}

// ln(c^h) = h ln c for an h that grows with n: where h stands on the scales decides where c^h does.
Growth1 exponential_of(double log_base, const Expression &exponent) {
    const Growth1 h = growth_of(exponent);
    const auto at = [&](Scale scale) { return h.on[scale]; };
    // How large h is in units of its leading shape: the rise between two far points, so that constants drop
    // out.
    const auto factor = [&](auto shape) {
        const double near = 1e15, far = 1e30;
        Sizes at_near, at_far;
        for (const std::string &name : sizes_in(exponent))
            at_near[name] = near, at_far[name] = far;
        const auto rise = evaluate(exponent, at_far) - evaluate(exponent, at_near);
        return static_cast<double>(rise) / (shape(far) - shape(near));
    };
    Growth1 result;
    if (at(Scale::factorial) > 0 || at(Scale::exponential) > 0 || at(Scale::between) > 0 ||
        at(Scale::power) > 1) {
        result.on[Scale::factorial] = 1e6 * at(Scale::power) + 1e12 * (at(Scale::exponential) > 0);
        result.on[Scale::factorial] *= log_base;
    } else if (at(Scale::power) == 1 && at(Scale::log_power) > 0)
        result.on[Scale::factorial] = log_base * factor([](double x) { return x * std::log(x); });
    else if (at(Scale::power) == 1)
        result.on[Scale::exponential] = log_base * factor([](double x) { return x; });
    else if (at(Scale::power) > 0 || at(Scale::log_power) > 1)
        // n^p with p < 1 above every power of log: ordered by p first.
        result.on[Scale::between] = log_base * (at(Scale::power) * 1e3 + at(Scale::log_power));
    else if (at(Scale::log_power) == 1)
        result.on[Scale::power] = log_base * factor([](double x) { return std::log(x); });
    else if (at(Scale::log_log_power) == 1)
        result.on[Scale::log_power] = log_base * factor([](double x) { return std::log(std::log(x)); });
    return result;
}

Growth1 extreme(const std::vector<Expression> &parts, bool largest) {
    Growth1 best = growth_of(parts.front());
    for (const Expression &part : parts) {
        const Growth1 other = growth_of(part);
        if (largest ? other > best : other < best) best = other;
    }
    return best;
}

} // namespace

Growth1 growth_of(const Expression &e) {
    Growth1 result;
    switch (e->kind) {
    case Kind::number:
        return result;
    case Kind::size:
        result.on[Scale::power] = 1;
        return result;
    case Kind::sum:
    case Kind::maximum:
        return extreme(e->of, true);
    case Kind::minimum:
        return extreme(e->of, false);
    case Kind::difference:
    case Kind::negative:
        return growth_of(e->of[0]);
    case Kind::product:
        for (const Expression &factor : e->of)
            result = added(result, growth_of(factor));
        return result;
    case Kind::quotient:
        return added(growth_of(e->of[0]), scaled(growth_of(e->of[1]), -1));
    case Kind::square_root:
        return scaled(growth_of(e->of[0]), 0.5);
    case Kind::cube_root:
        return scaled(growth_of(e->of[0]), 1.0 / 3);
    case Kind::logarithm:
    case Kind::natural_logarithm:
        return logarithm_of(growth_of(e->of[0]));
    case Kind::factorial:
        // n! is n^n e^-n sqrt n: ln n! = n ln n - n + …
        if (growth_of(e->of[0]) > Growth1{})
            result.on[Scale::factorial] = 1, result.on[Scale::exponential] = -1;
        return result;
    case Kind::power: {
        const Expression &base = e->of[0], &exponent = e->of[1];
        if (sizes_in(exponent).empty())
            return scaled(growth_of(base), static_cast<double>(evaluate(exponent, {})));
        if (sizes_in(base).empty())
            return exponential_of(static_cast<double>(std::log(evaluate(base, {}))), exponent);
        // f^g = e^(g ln f)
        return exponential_of(1, make(Kind::product, {exponent, make(Kind::natural_logarithm, {base})}));
    }
    }
    return result;
}

int compare_growth(const Expression &f, const Expression &g) {
    // A bound never falls below a constant.
    const Growth1 zero;
    Growth1 first = growth_of(f), second = growth_of(g);
    if (first < zero) first = zero;
    if (second < zero) second = zero;
    return first < second ? -1 : first > second ? 1 : 0;
}

} // namespace iron
