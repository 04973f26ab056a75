#include "core/growth/joint_terms.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/bound/parse.h"
#include "core/bound/print.h"

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

struct Factor {
    const char *text; // x is the size
    double prior;
    int logarithms;
};

// Growths met often have prior 0.
constexpr Factor of_two[] = {
    {"1", 0, 0},         {"x", 0, 0},      {"x log x", 0, 1}, {"x^2", 0, 0},         {"log x", 0.3, 1},
    {"sqrt x", 0.3, 0},  {"x^3", 0.5, 0},  {"x^1.5", 1, 0},   {"x^2 log x", 1.2, 1}, {"x log^2 x", 2, 1},
    {"log^2 x", 2.5, 1}, {"x^0.25", 2, 0}, {"x^0.75", 2, 0},  {"x^1.25", 2, 0},      {"x^1.75", 2, 0},
};
constexpr Factor of_more[] = {{"1", 0, 0},       {"x", 0, 0},        {"x log x", 0, 1},
                              {"log x", 0.3, 1}, {"sqrt x", 0.3, 0}, {"x^2", 0, 0}};
constexpr Factor exponentials[] = {{"2^x", 0, 0},   {"x 2^x", 0.3, 0}, {"3^x", 0.5, 0}, {"1.618^x", 0.5, 0},
                                   {"1.4^x", 1, 0}, {"1.8^x", 1, 0},   {"x!", 1, 0}};
constexpr double largest_prior = 3.5;

std::string with_size(const std::string &text, const std::string &name) {
    std::string renamed;
    for (const char c : text)
        renamed += c == 'x' ? name : std::string(1, c);
    return renamed;
}

std::string joined_factors(const std::vector<std::string> &factors) {
    std::string text;
    for (const std::string &factor : factors)
        if (factor != "1") text += (text.empty() ? "" : " ") + factor;
    return text.empty() ? "1" : text;
}

} // namespace

JointTerm JointCandidates::term(const Expression &expression, double prior) const {
    return {print_canonical(expression), expression, prior, order.course_of(expression),
            free.course_of(expression)};
}

JointCandidates::JointCandidates(std::vector<std::string> size_names, const std::vector<Relation> &related,
                                 const std::vector<bool> &exponential)
    : names(std::move(size_names)), order(names, related), free(names, {}), relations(related) {
    std::set<std::string> known;
    const auto add = [&](const std::string &text, double prior) {
        const Expression read = parse_expression(text, names);
        const Expression canonical = parse_expression(print_canonical(read), names);
        if (!known.insert(print_canonical(canonical)).second) return;
        terms.push_back(term(canonical, prior));
    };
    // Products of a factor a size.
    struct Product {
        std::vector<std::string> factors;
        double prior;
        int logarithms;
    };
    std::vector<Product> products = {{{}, 0, 0}};
    for (std::size_t i = 0; i < names.size(); ++i) {
        std::vector<Factor> factors(std::begin(of_two), std::end(of_two));
        if (names.size() > 2) factors.assign(std::begin(of_more), std::end(of_more));
        if (names.size() > 3) factors.resize(4);
        if (exponential[i]) factors.insert(factors.end(), std::begin(exponentials), std::end(exponentials));
        std::vector<Product> longer;
        for (const Product &product : products)
            for (const Factor &factor : factors) {
                Product one = product;
                one.factors.push_back(with_size(factor.text, names[i]));
                one.prior += factor.prior;
                one.logarithms += factor.logarithms;
                longer.push_back(std::move(one));
            }
        products = std::move(longer);
    }
    for (const Product &product : products) {
        const double prior = product.prior + std::max(0, product.logarithms - 1);
        if (prior <= largest_prior) add(joined_factors(product.factors), prior);
    }
    if (names.size() <= 3) {
        for (std::size_t i = 0; i < names.size(); ++i)
            for (std::size_t j = i + 1; j < names.size(); ++j) {
                const std::string &a = names[i], &b = names[j];
                const std::string least = "min(" + a + ", " + b + ")", most = "max(" + a + ", " + b + ")",
                                  sum = "(" + a + " + " + b + ")";
                add(least, 0);
                if (names.size() > 2) continue;
                add(least + "^2", 0.5);
                add(least + " log " + least, 0.8);
                add("sqrt " + least, 1);
                add(most, 0.3);
                add(most + " log " + least, 0.5);
                add(most + " log " + most, 0.5);
                add(most + " sqrt " + least, 0.8);
                for (const std::string &by : {a + " " + b, a, b}) {
                    add(by + " log " + least, 0.8);
                    add(by + " log " + sum, 0.8);
                }
            }
    }
    leading = terms.size();
    // What may stand below: products of two sizes, sizes, each with its logarithm.
    for (const std::string &name : names) {
        add(name, 0);
        add(name + " log " + name, 0);
        for (const std::string &other : names)
            if (other != name) add(name + " " + other, 0);
        if (names.size() == 2) add(name + " min(" + names[0] + ", " + names[1] + ")", 0);
    }
    within_.resize(terms.size() * terms.size());
    for (std::size_t f = 0; f < terms.size(); ++f)
        for (std::size_t g = 0; g < terms.size(); ++g)
            within_[f * terms.size() + g] = SizeOrder::within(terms[f].free, terms[g].free);
}

std::vector<Expression> less_a_logarithm_each(const Expression &term, const std::vector<std::string> &names) {
    std::vector<Expression> less;
    const std::vector<Expression> factors =
        term->kind == Kind::product ? term->of : std::vector<Expression>{term};
    for (const Expression &factor : factors) {
        const bool power = factor->kind == Kind::power && factor->of[0]->kind == Kind::logarithm &&
                           sizes_in(factor->of[1]).empty() && evaluate(factor->of[1], {}) >= 1;
        if (factor->kind != Kind::logarithm && !power) continue;
        const Expression logarithm = power ? factor->of[0] : factor;
        less.push_back(parse_expression(print_canonical(make(Kind::quotient, {term, logarithm})), names));
    }
    return less;
}

std::vector<Expression> neighbours_of(const Expression &term, const std::vector<std::string> &names) {
    std::vector<Expression> all = less_a_logarithm_each(term, names);
    const auto add = [&](Kind kind, const Expression &factor) {
        all.push_back(parse_expression(print_canonical(make(kind, {term, factor})), names));
    };
    for (const std::string &name : names) {
        const Expression size = make_size(name);
        add(Kind::product, make(Kind::logarithm, {size}));
        add(Kind::product, make(Kind::square_root, {size}));
        add(Kind::product, size);
        add(Kind::quotient, make(Kind::square_root, {size}));
        add(Kind::quotient, size);
    }
    return all;
}

} // namespace iron
