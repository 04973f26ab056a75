#include "core/bound/print.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

// How tightly a node binds: a part that binds less than its place asks for gets parentheses.
int tightness(const Expression &e) {
    switch (e->kind) {
    case Kind::sum:
    case Kind::difference:
        return 1;
    case Kind::product:
    case Kind::quotient:
        return 2;
    case Kind::negative:
        return 3;
    case Kind::logarithm:
    case Kind::natural_logarithm:
    case Kind::square_root:
    case Kind::cube_root:
        return 4;
    case Kind::power:
    case Kind::factorial:
        return 5;
    default:
        return 6;
    }
}

std::string wrapped(const Expression &e, int least) {
    return tightness(e) < least ? "(" + print(e) + ")" : print(e);
}

std::string joined(const std::vector<Expression> &parts, const char *between, int least) {
    std::string text;
    for (const Expression &part : parts)
        text += (text.empty() ? "" : between) + wrapped(part, least);
    return text;
}

// Of a function without parentheses: `log (n k)^2` would be read as the square of a logarithm.
std::string argument_text(const Expression &e) {
    const std::string text = wrapped(e, 4);
    return text.front() == '(' && tightness(e) >= 4 ? "(" + text + ")" : text;
}

const char *function_name(Kind kind) {
    switch (kind) {
    case Kind::logarithm:
        return "log";
    case Kind::natural_logarithm:
        return "ln";
    case Kind::square_root:
        return "sqrt";
    default:
        return "cbrt";
    }
}

} // namespace

std::string print(const Expression &e) {
    switch (e->kind) {
    case Kind::number:
        return fmt::format("{:.12g}", e->number);
    case Kind::size:
        return e->name;
    case Kind::sum:
        return joined(e->of, " + ", 1);
    case Kind::product:
        // Two numbers side by side read as one product all the same; nothing needs a sign.
        return joined(e->of, " ", 3);
    case Kind::difference:
        return wrapped(e->of[0], 1) + " - " + wrapped(e->of[1], 2);
    case Kind::quotient:
        return wrapped(e->of[0], 2) + " / " + wrapped(e->of[1], 3);
    case Kind::power: {
        const Expression &base = e->of[0];
        const bool logarithm = base->kind == Kind::logarithm || base->kind == Kind::natural_logarithm;
        if (logarithm && e->of[1]->kind == Kind::number)
            return fmt::format("{}^{} {}", function_name(base->kind), print(e->of[1]),
                               argument_text(base->of[0]));
        return wrapped(base, 6) + "^" + wrapped(e->of[1], 6);
    }
    case Kind::negative:
        return "-" + wrapped(e->of[0], 3);
    case Kind::factorial:
        return wrapped(e->of[0], 6) + "!";
    case Kind::minimum:
    case Kind::maximum:
        return (e->kind == Kind::minimum ? "min(" : "max(") + joined(e->of, ", ", 0) + ")";
    case Kind::floor:
        return "floor(" + print(e->of[0]) + ")";
    default:
        return std::string(function_name(e->kind)) + " " + argument_text(e->of[0]);
    }
}

namespace {

// A product as a list of (base, exponent), constants left out.
struct Factor {
    Expression base;
    std::string key; // the base as text, for gathering
    long double exponent;
};

void gather(const Expression &e, long double exponent, std::vector<Factor> &factors) {
    if (sizes_in(e).empty()) return;
    if (e->kind == Kind::product) {
        for (const Expression &part : e->of)
            gather(part, exponent, factors);
    } else if (e->kind == Kind::quotient) {
        gather(e->of[0], exponent, factors);
        gather(e->of[1], -exponent, factors);
    } else if (e->kind == Kind::power && sizes_in(e->of[1]).empty()) {
        gather(e->of[0], exponent * evaluate(e->of[1], {}), factors);
    } else if (e->kind == Kind::floor || e->kind == Kind::negative) { // a sign is a constant
        gather(e->of[0], exponent, factors);
    } else if (e->kind == Kind::square_root) {
        gather(e->of[0], exponent / 2, factors);
    } else if (e->kind == Kind::cube_root) {
        gather(e->of[0], exponent / 3, factors);
    } else {
        Expression base = e;
        if (e->kind == Kind::natural_logarithm || e->kind == Kind::logarithm) {
            Expression of = e->of[0]; // of a size less one it grows like that of the size
            while (of->kind == Kind::difference && sizes_in(of->of[1]).empty())
                of = of->of[0];
            base = make(Kind::logarithm, {of->kind == Kind::size ? of : e->of[0]});
        }
        const std::string key = print(base);
        for (Factor &factor : factors)
            if (factor.key == key) {
                factor.exponent += exponent;
                return;
            }
        factors.push_back({base, key, exponent});
    }
}

int place_of(const Expression &base) {
    switch (base->kind) {
    case Kind::size:
        return 0;
    case Kind::power: // a size in the exponent
    case Kind::factorial:
        return 2;
    case Kind::logarithm:
        return 3;
    default:
        return 1;
    }
}

std::string print_factor(const Factor &factor) {
    if (std::abs(factor.exponent - 1) < 1e-12L) return wrapped(factor.base, 3);
    if (std::abs(factor.exponent - 0.5L) < 1e-12L) return "sqrt " + argument_text(factor.base);
    return print(make(Kind::power, {factor.base, make_number(factor.exponent)}));
}

} // namespace

namespace {

// The growing summands, sums within sums taken apart.
void gather_terms(const Expression &e, std::vector<std::string> &terms) {
    if (sizes_in(e).empty() || e->kind == Kind::negative) return; // what is taken off
    if (e->kind == Kind::difference) return gather_terms(e->of[0], terms);
    if (e->kind != Kind::sum) return terms.push_back(print_canonical(e));
    for (const Expression &part : e->of)
        gather_terms(part, terms);
}

} // namespace

std::string print_canonical(const Expression &e) {
    if (sizes_in(e).empty()) return "1";
    if (e->kind == Kind::sum || e->kind == Kind::difference) {
        std::vector<std::string> terms;
        gather_terms(e, terms);
        std::erase(terms, "1"); // n^0
        std::string text;
        for (std::size_t i = 0; i < terms.size(); ++i)
            if (std::find(terms.begin(), terms.begin() + i, terms[i]) == terms.begin() + i)
                text += (text.empty() ? "" : " + ") + terms[i];
        return text.empty() ? "1" : text;
    }
    std::vector<Factor> factors;
    gather(e, 1, factors);
    std::stable_sort(factors.begin(), factors.end(),
                     [](const Factor &a, const Factor &b) { return place_of(a.base) < place_of(b.base); });
    std::string text, below;
    for (Factor &factor : factors) {
        if (std::abs(factor.exponent) < 1e-12L) continue;
        const bool divides = factor.exponent < 0;
        factor.exponent = std::abs(factor.exponent);
        std::string part = print_factor(factor);
        if (factors.size() == 1 && !divides && factor.exponent == 1 && part == "(" + print(factor.base) + ")")
            part = print_canonical(factor.base);
        if (divides)
            below += " / " + part;
        else
            text += (text.empty() ? "" : " ") + part;
    }
    return (text.empty() ? "1" : text) + below;
}

std::string print_canonical(const Bound &bound) {
    const char *word = bound.kind == Bound::Kind::upper   ? "O"
                       : bound.kind == Bound::Kind::tight ? "Theta"
                                                          : "Omega";
    return fmt::format("{}({})", word, print_canonical(bound.growth));
}

} // namespace iron
