#include "core/growth/bend.h"

#include <algorithm>

#include "core/bound/parse.h"
#include "core/bound/print.h"

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

// Nothing grows like n^0.975 log n: over any range that can be measured the exponent only takes back what the
// logarithm gives, so that every logarithm would be within every bound.
bool takes_back_a_logarithm(const Expression &lead, const Bend &bend) {
    constexpr double a_logarithm = 0.1;
    const double logarithms = logarithms_in(lead);
    if (logarithms == 0) return false;
    double sum = 0;
    bool up = false, down = false;
    for (const auto &[name, by] : bend)
        sum += by, up = up || by > 0, down = down || by < 0;
    return down && (up || sum > -a_logarithm * logarithms - 1e-9);
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
        if (takes_back_a_logarithm(expression, bends[i])) return {};
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

} // namespace iron
