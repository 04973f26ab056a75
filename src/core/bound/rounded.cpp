#include "core/bound/rounded.h"

#include <algorithm>
#include <cmath>

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

long double whole_root(long double of, Rounding rounding) {
    const long double root = std::sqrt(of);
    return rounding == Rounding::up     ? std::ceil(root - 1e-9L)
           : rounding == Rounding::down ? std::floor(root + 1e-9L)
                                        : root;
}

bool is_half(const Expression &e) {
    return e->kind == Kind::number && std::abs(std::remainder(e->number, 1.0L)) == 0.5L;
}

// A double's power takes a tenth of the time, where it is large enough for it.
long double power_of(long double base, long double exponent) {
    const double power = std::pow(static_cast<double>(base), static_cast<double>(exponent));
    return std::isnormal(power) ? power : std::pow(base, exponent);
}

long double rounded(const Expression &e, const Sizes &sizes, Rounding rounding) {
    const auto part = [&](std::size_t i) { return rounded(e->of[i], sizes, rounding); };
    switch (e->kind) {
    case Kind::sum: {
        long double total = 0;
        for (std::size_t i = 0; i < e->of.size(); ++i)
            total += part(i);
        return total;
    }
    case Kind::product: {
        long double total = 1;
        for (std::size_t i = 0; i < e->of.size(); ++i)
            total *= part(i);
        return total;
    }
    case Kind::quotient:
        return part(0) / part(1);
    case Kind::minimum:
    case Kind::maximum: {
        long double extreme = part(0);
        for (std::size_t i = 1; i < e->of.size(); ++i)
            extreme = e->kind == Kind::minimum ? std::min(extreme, part(i)) : std::max(extreme, part(i));
        return extreme;
    }
    case Kind::logarithm:
    case Kind::natural_logarithm: {
        const long double of = std::max(part(0), 2.0L), levels = std::log2(of);
        if (rounding == Rounding::down) return std::floor(levels + 1e-9L);
        const long double whole = std::ceil(levels - 1e-9L);
        return rounding == Rounding::up ? whole : std::max(whole - std::exp2(whole) / of, 0.0L);
    }
    case Kind::square_root:
        return whole_root(part(0), rounding);
    case Kind::power:
        if (e->of[1]->kind == Kind::number && e->of[1]->number == 2) {
            const long double base = part(0);
            return base * (base - 1) / 2;
        }
        if (sizes_in(e->of[0]).empty()) { // 2^(n/2) of halves
            const long double exponent = evaluate(e->of[1], sizes);
            return power_of(part(0), rounding == Rounding::up     ? std::ceil(exponent - 1e-9L)
                                     : rounding == Rounding::down ? std::floor(exponent + 1e-9L)
                                                                  : exponent);
        }
        if (is_half(e->of[1])) {
            const long double base = part(0); // blocks as long as the root
            return power_of(base, e->of[1]->number - 0.5L) * whole_root(base, rounding);
        }
        return power_of(part(0), evaluate(e->of[1], sizes));
    default:
        return evaluate(e, sizes);
    }
}

} // namespace

bool has_roundings(const Expression &e) {
    const bool own = e->kind == Kind::logarithm || e->kind == Kind::natural_logarithm ||
                     e->kind == Kind::square_root ||
                     (e->kind == Kind::power && (e->of[1]->kind != Kind::number || e->of[1]->number == 2 ||
                                                 sizes_in(e->of[0]).empty() || is_half(e->of[1])));
    return own || std::any_of(e->of.begin(), e->of.end(), has_roundings);
}

double rounded_log(const Expression &expression, const Sizes &sizes, Rounding rounding) {
    return static_cast<double>(std::log(std::max(rounded(expression, sizes, rounding), 1e-3L)));
}

} // namespace iron
