#include "core/growth/catalogue.h"

#include <algorithm>
#include <cmath>

#include "core/bound/parse.h"
#include "core/bound/print.h"

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

struct Listed {
    const char *text; // x is the size
    double prior;
    int logarithms = 0;
};

// Growths met often have prior 0. Over one size:
constexpr Listed powers[] = {
    {"1", 0},       {"log x", 0},        {"sqrt x", 0},      {"x", 0},
    {"x log x", 0}, {"x^1.5", 0},        {"x^2", 0},         {"x^2 log x", 0},
    {"x^3", 0},     {"x^4", 1},          {"x log^2 x", 2},   {"x^3 log x", 2},
    {"log^2 x", 3}, {"sqrt x log x", 3}, {"x^1.5 log x", 3}, {"x^2.5", 3},
    {"x^3.5", 3},   {"x^2 log^2 x", 3},
};
constexpr Listed exponentials[] = {{"2^x", 0},     {"1.2^x", 1},   {"1.3^x", 1}, {"1.4^x", 1}, {"1.5^x", 1},
                                   {"1.618^x", 0}, {"1.7^x", 1},   {"1.8^x", 1}, {"1.9^x", 1}, {"2.2^x", 1},
                                   {"2.5^x", 1},   {"3^x", 0},     {"4^x", 0},   {"x 2^x", 0}, {"x!", 0},
                                   {"x^x", 1},     {"x^2 2^x", 1}, {"x x!", 1}};
// Factors of products over two sizes, and over more.
constexpr Listed of_two[] = {
    {"1", 0, 0},         {"x", 0, 0},      {"x log x", 0, 1}, {"x^2", 0, 0},         {"log x", 0.3, 1},
    {"sqrt x", 0.3, 0},  {"x^3", 0.5, 0},  {"x^1.5", 1, 0},   {"x^2 log x", 1.2, 1}, {"x log^2 x", 2, 1},
    {"log^2 x", 2.5, 1}, {"x^0.25", 2, 0}, {"x^0.75", 2, 0},  {"x^1.25", 2, 0},      {"x^1.75", 2, 0},
};
constexpr Listed of_more[] = {{"1", 0, 0},       {"x", 0, 0},        {"x log x", 0, 1},
                              {"log x", 0.3, 1}, {"sqrt x", 0.3, 0}, {"x^2", 0, 0}};
constexpr Listed exponential_factors[] = {{"2^x", 0, 0},       {"x 2^x", 0.3, 0}, {"3^x", 0.5, 0},
                                          {"1.618^x", 0.5, 0}, {"1.4^x", 1, 0},   {"1.8^x", 1, 0},
                                          {"x!", 1, 0}};
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

bool is_exponential(const SizeOrder::Course &course) {
    return std::any_of(course.begin(), course.end(), [](const Growth1 &growth) {
        return growth.on[Growth1::factorial] > 0 || growth.on[Growth1::exponential] > 0 ||
               growth.on[Growth1::between] > 0;
    });
}

} // namespace

CandidatePtr Catalogue::made(const Expression &expression, double prior) const {
    const SizeOrder::Course course = order_.course_of(expression);
    return made(expression, prior, course, relations_.empty() ? course : free_.course_of(expression));
}

CandidatePtr Catalogue::made(const Expression &expression, double prior, const SizeOrder::Course &course,
                             const SizeOrder::Course &free) const {
    Candidate one{print_canonical(expression), expression, prior, course, free, false};
    one.exponential = is_exponential(one.free);
    return std::make_shared<const Candidate>(std::move(one));
}

int Catalogue::index_of(const std::string &name) const {
    const auto found = indices_.find(name);
    return found == indices_.end() ? -1 : found->second;
}

bool Catalogue::within(std::size_t f, std::size_t g) const {
    const std::vector<std::uint16_t> &a = ranks_[f], &b = ranks_[g];
    for (std::size_t i = 0; i < a.size(); ++i)
        if (a[i] > b[i]) return false;
    return true;
}

void Catalogue::add(const std::string &text, double prior) {
    const Expression canonical = parse_expression(print_canonical(parse_expression(text, names_)), names_);
    const auto [found, fresh] =
        indices_.try_emplace(print_canonical(canonical), static_cast<int>(candidates_.size()));
    if (!fresh) return;
    const SizeOrder::Course course = courses_.of(order_, canonical);
    candidates_.push_back(
        made(canonical, prior, course, relations_.empty() ? course : free_courses_.of(free_, canonical)));
}

void Catalogue::list_one_size(bool exponential) {
    for (const Listed &one : powers)
        add(with_size(one.text, names_[0]), one.prior);
    if (exponential)
        for (const Listed &one : exponentials)
            add(with_size(one.text, names_[0]), one.prior);
}

// Products of a factor a size.
void Catalogue::list_products(const std::vector<bool> &exponential) {
    struct Product {
        std::vector<std::string> factors;
        double prior;
        int logarithms;
    };
    std::vector<Product> products = {{{}, 0, 0}};
    for (std::size_t i = 0; i < names_.size(); ++i) {
        std::vector<Listed> factors(std::begin(of_two), std::end(of_two));
        if (names_.size() > 2) factors.assign(std::begin(of_more), std::end(of_more));
        if (names_.size() > 3) factors.resize(4);
        if (exponential[i])
            factors.insert(factors.end(), std::begin(exponential_factors), std::end(exponential_factors));
        std::vector<Product> longer;
        for (const Product &product : products)
            for (const Listed &factor : factors) {
                Product one = product;
                one.factors.push_back(with_size(factor.text, names_[i]));
                one.prior += factor.prior;
                one.logarithms += factor.logarithms;
                if (one.prior <= largest_prior) longer.push_back(std::move(one));
            }
        products = std::move(longer);
    }
    for (const Product &product : products) {
        const double prior = product.prior + std::max(0, product.logarithms - 1);
        if (prior <= largest_prior) add(joined_factors(product.factors), prior);
    }
}

void Catalogue::list_extremes() {
    if (names_.size() > 3) return;
    for (std::size_t i = 0; i < names_.size(); ++i)
        for (std::size_t j = i + 1; j < names_.size(); ++j) {
            const std::string &a = names_[i], &b = names_[j];
            const std::string least = "min(" + a + ", " + b + ")", most = "max(" + a + ", " + b + ")",
                              sum = "(" + a + " + " + b + ")";
            add(least, 0);
            if (names_.size() > 2) continue;
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
            for (const std::string &name : {a, b})
                add(name + " " + least, 0.8);
        }
}

// What may stand below: products of two sizes, sizes, each with its logarithm, a lead less a logarithm.
void Catalogue::list_lows() {
    const auto low = [&](const std::string &text, const std::string &above) {
        add(text, 0);
        const Expression read = parse_expression(text, names_);
        low_.push_back({index_of(print_canonical(read)), free_.course_of(parse_expression(above, names_))});
    };
    low("1", "1");
    if (is_dense()) {
        const std::string &x = names_[0];
        low(x, x);
        low(x + " log " + x, x + "^1.5");
        low(x + "^2", x + "^2 log " + x);
    } else
        for (const std::string &name : names_) {
            low(name, name);
            for (const std::string &other : names_)
                if (name < other) low(name + " " + other, name + " " + other);
            low(name + " log " + name, name + " log " + name);
            if (names_.size() == 2) { // a part that ends where the other size does
                const std::string least = "min(" + names_[0] + ", " + names_[1] + ")";
                low(name + " " + least, name + " " + least);
            }
        }
    for (std::size_t lead = 0; lead < leading_; ++lead)
        for (const Expression &less : a_little_less(*candidates_[lead], names_))
            add(print_canonical(less), 1);
    for (std::size_t lead = 0; lead < leading_; ++lead) {
        lows_.push_back(lows_below(*candidates_[lead]));
        for (const Expression &less : a_little_less(*candidates_[lead], names_))
            if (const int index = index_of(print_canonical(less));
                std::find(lows_.back().begin(), lows_.back().end(), index) == lows_.back().end())
                lows_.back().push_back(index);
    }
}

std::vector<int> Catalogue::lows_below(const Candidate &lead) const {
    std::vector<int> lows;
    for (const Low &low : low_)
        if (SizeOrder::within(low.above, lead.free) && !SizeOrder::within(lead.free, low.above))
            lows.push_back(low.index);
    return lows;
}

// Along each ray the growths stand in a row: comparing their places is comparing them.
void Catalogue::rank() {
    const std::size_t count = candidates_.size(), rays = candidates_.front()->free.size();
    ranks_.assign(count, std::vector<std::uint16_t>(rays));
    struct Placed {
        Growth1 growth;
        std::size_t candidate;
    };
    std::vector<Placed> row(
        count); // side by side in memory: there are hundreds of thousands over three sizes
    for (std::size_t ray = 0; ray < rays; ++ray) {
        for (std::size_t i = 0; i < count; ++i)
            row[i] = {candidates_[i]->free[ray], i};
        std::sort(row.begin(), row.end(),
                  [](const Placed &a, const Placed &b) { return a.growth < b.growth; });
        std::uint16_t place = 0;
        for (std::size_t i = 0; i < count; ++i) {
            if (i > 0 && row[i - 1].growth < row[i].growth) ++place;
            ranks_[row[i].candidate][ray] = place;
        }
    }
}

Catalogue::Catalogue(std::vector<std::string> names, std::vector<Relation> relations,
                     const std::vector<bool> &exponential)
    : names_(std::move(names)), relations_(std::move(relations)), order_(names_, relations_),
      free_(names_, {}) {
    if (is_dense())
        list_one_size(exponential[0]);
    else {
        list_products(exponential);
        list_extremes();
    }
    leading_ = candidates_.size();
    list_lows();
    rank();
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

std::vector<Expression> a_little_less(const Candidate &lead, const std::vector<std::string> &names) {
    std::vector<Expression> less = less_a_logarithm_each(lead.expression, names);
    if (!lead.exponential) return less;
    const std::vector<Expression> factors = lead.expression->kind == Kind::product
                                                ? lead.expression->of
                                                : std::vector<Expression>{lead.expression};
    for (const Expression &factor : factors) { // n^2 2^n stands above n 2^n and 2^n
        const bool power = factor->kind == Kind::power && factor->of[0]->kind == Kind::size &&
                           sizes_in(factor->of[1]).empty();
        if (factor->kind != Kind::size && !power) continue;
        less.push_back(
            parse_expression(print_canonical(make(Kind::quotient, {lead.expression, factor})), names));
        if (power)
            less.push_back(parse_expression(
                print_canonical(make(Kind::quotient, {lead.expression, factor->of[0]})), names));
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
