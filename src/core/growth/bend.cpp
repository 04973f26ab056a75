#include "core/growth/bend.h"

#include <algorithm>
#include <cmath>

#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/policy.h"

namespace iron {

namespace {

using Kind = ExpressionNode::Kind;

std::vector<Expression> factors_of(const Expression &e) {
    return e->kind == Kind::product ? e->of : std::vector<Expression>{e};
}

Expression minimum_in(const Expression &e) {
    for (const Expression &factor : factors_of(e)) {
        if (factor->kind == Kind::minimum) return factor;
        if ((factor->kind == Kind::power || factor->kind == Kind::square_root) &&
            factor->of[0]->kind == Kind::minimum)
            return factor->of[0];
    }
    return nullptr;
}

double logarithms_in(const Expression &e) {
    double count = 0;
    for (const Expression &factor : factors_of(e)) {
        if (factor->kind == Kind::logarithm) count += 1;
        if (factor->kind == Kind::power && factor->of[0]->kind == Kind::logarithm &&
            sizes_in(factor->of[1]).empty())
            count += static_cast<double>(evaluate(factor->of[1], {}));
    }
    return count;
}

// The exponent that a logarithm stands for at the largest place that was read: 1 / ln x.
double exponent_of_a_logarithm(const Expression &lead, const std::vector<Sizes> &places) {
    double exponent = policy::growth::least_exponent_of_a_logarithm;
    for (const Expression &factor : factors_of(lead)) {
        const Expression &base = factor->kind == Kind::power ? factor->of[0] : factor;
        if (base->kind != Kind::logarithm) continue;
        double largest = 3;
        for (const Sizes &place : places)
            largest = std::max(largest, static_cast<double>(evaluate(base->of[0], place)));
        exponent = std::max(exponent, 1 / std::log(largest));
    }
    return exponent;
}

// Nothing grows like n^0.975 log n, nor like k^0.85 log k up to k = 142: over the range that was measured the
// exponent only takes back what the logarithm gives, so that every logarithm would be within every bound.
bool takes_back_a_logarithm(const Expression &lead, const Bend &bend, const std::vector<Sizes> &places) {
    const double logarithms = logarithms_in(lead);
    if (logarithms == 0) return false;
    double sum = 0;
    bool up = false, down = false;
    for (const auto &[name, by] : bend)
        sum += by, up = up || by > 0, down = down || by < 0;
    return down && (up || sum > -exponent_of_a_logarithm(lead, places) * logarithms - 1e-9);
}

double power_of(const Expression &e, const Expression &root) {
    const std::string name = print(root);
    double power = 0;
    for (const Expression &factor : factors_of(e)) {
        if (print(factor) == name) power += 1;
        if (factor->kind == Kind::square_root && print(factor->of[0]) == name) power += 0.5;
        if (factor->kind == Kind::power && print(factor->of[0]) == name && sizes_in(factor->of[1]).empty())
            power += static_cast<double>(evaluate(factor->of[1], {}));
    }
    return power;
}

} // namespace

std::vector<std::string> what_bends(const Candidate &lead, const std::vector<std::string> &names) {
    return minimum_in(lead.expression) ? std::vector<std::string>{"min"} : names;
}

TermSet bent_set(Design &design, const TermSet &base, const std::vector<Bend> &bends) {
    TermSet set;
    for (std::size_t i = 0; i < base.size(); ++i) {
        const Expression expression = design.candidate(base[i]).expression;
        if (takes_back_a_logarithm(expression, bends[i], design.places())) return {};
        std::vector<Expression> factors = {expression};
        for (const auto &[name, by] : bends[i]) {
            if (by == 0) continue;
            const Expression root = name == "min" ? minimum_in(expression) : make_size(name);
            if (power_of(expression, root) + by < -1e-9) return {};
            factors.push_back(make(Kind::power, {root, make_number(by)}));
        }
        if (factors.size() == 1)
            set.push_back(base[i]);
        else {
            const Expression product = make(Kind::product, factors);
            const std::string name = print_canonical(product);
            set.push_back(design.add(parse_expression(name, design.catalogue().names()),
                                     design.candidate(base[i]).prior));
        }
    }
    std::sort(set.begin(), set.end());
    if (std::adjacent_find(set.begin(), set.end()) != set.end() || !design.is_antichain(set)) return {};
    return set;
}

namespace {

// Along some size, at its largest.
bool rises_above_one(const Expression &lead, const Expression &bound, const std::vector<Sizes> &places) {
    constexpr double more = 0.05, unseen = 1e-9; // ln
    return std::any_of(places.front().begin(), places.front().end(), [&](const auto &named) {
        const std::string &size = named.first;
        const Sizes &largest =
            *std::max_element(places.begin(), places.end(),
                              [&](const Sizes &a, const Sizes &b) { return a.at(size) < b.at(size); });
        Sizes beyond = largest;
        beyond[size] *= std::exp(more);
        const auto by = [&](const Expression &one) {
            return evaluate_log(one, beyond) - evaluate_log(one, largest);
        };
        return by(lead) > by(bound) + unseen;
    });
}

} // namespace

bool rises_above(const Expression &lead, const std::vector<Expression> &terms,
                 const std::vector<Sizes> &places) {
    const auto rises = [&](const Expression &bound) { return rises_above_one(lead, bound, places); };
    return std::all_of(terms.begin(), terms.end(), rises) &&
           (terms.size() < 2 || rises(make(Kind::sum, terms)));
}

} // namespace iron
