#include "core/bound/size_order.h"

#include <algorithm>
#include <cmath>
#include <random>
#include <set>

#include "core/bound/parse.h"
#include "core/bound/print.h"

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

// Two sizes: every pair of powers where growths met in practice cross, and between those; each beside powers
// of the logarithm; and the edges.
std::vector<std::vector<Rise>> rays_of_two() {
    std::vector<std::vector<Rise>> rays;
    const auto both_ways = [&](const Rise &slower) {
        rays.push_back({{1, 0, 1}, slower});
        rays.push_back({slower, {1, 0, 1}});
    };
    for (const double power : {0.25, 1.0 / 3, 0.5, 2.0 / 3, 0.75, 1.0, 0.1, 0.29, 0.42, 0.58, 0.71, 0.87})
        for (const double log_power : {0, -1, 1, -2, 2})
            both_ways({power, log_power, 1});
    both_ways({0, 0, 1});
    for (const double log_power : {0.5, 2.0, 3.0})
        both_ways({0, log_power, 1});
    for (const double factor : {0.25, 0.5, 1.0, 2.0, 4.0})
        both_ways({0, 1, factor});
    return rays;
}

// More sizes: products of a few courses, and directions drawn once.
std::vector<std::vector<Rise>> rays_of(std::size_t sizes) {
    std::vector<std::vector<Rise>> rays;
    std::vector<Rise> courses = {{1, 0, 1}, {0.5, 0, 1}, {0, 0, 1}, {0, 1, 1}};
    if (sizes <= 4) courses.push_back({1, 1, 1});
    if (sizes <= 3)
        courses.insert(courses.end(), {{0.25, 0, 1}, {1, -1, 1}, {0.71, 0, 1}, {0, 1, 0.5}, {0, 2, 1}});
    constexpr std::size_t most = 4096; // of many sizes only a part
    std::vector<std::size_t> at(sizes, 0);
    for (bool more = true; more && rays.size() < most;) {
        std::vector<Rise> ray;
        bool grows = false;
        for (const std::size_t i : at) {
            ray.push_back(courses[i]);
            grows = grows || courses[i].power == 1;
        }
        if (grows) rays.push_back(std::move(ray));
        more = false;
        for (std::size_t &digit : at) {
            if (++digit < courses.size()) {
                more = true;
                break;
            }
            digit = 0;
        }
    }
    std::mt19937_64 random(3);
    for (int i = 0; i < 60; ++i) {
        std::vector<Rise> ray(sizes);
        double largest = 0;
        for (Rise &rise : ray) {
            rise.power = static_cast<double>(random() >> 11) * 0x1p-53;
            largest = std::max(largest, rise.power);
        }
        for (Rise &rise : ray)
            rise.power /= largest;
        rays.push_back(std::move(ray));
    }
    return rays;
}

bool all_within(const Growth1 &f, const Growth1 &g) { return !(f > g); }

std::string trimmed(const std::string &text) {
    const auto from = text.find_first_not_of(" \t"), to = text.find_last_not_of(" \t");
    return from == std::string::npos ? "" : text.substr(from, to - from + 1);
}

} // namespace

double share_left(const Relation &relation, const Sizes &sizes, double first) {
    const double larger = static_cast<double>(evaluate(relation.larger, sizes));
    const double smaller = static_cast<double>(evaluate(relation.smaller, sizes));
    return std::max(larger - smaller + first, first) / std::max(larger, 1.0);
}

std::vector<Relation> parse_relations(const std::string &text, const std::vector<std::string> &sizes) {
    std::string plain = text;
    const auto replace_all = [&](const std::string &what, const std::string &by) {
        for (std::size_t at = plain.find(what); at != std::string::npos;
             at = plain.find(what, at + by.size()))
            plain.replace(at, what.size(), by);
    };
    replace_all("\u2264", "<=");
    replace_all("\u2265", ">=");
    replace_all(" and ", ";");
    // A comma sets apart only outside parentheses: min(n, k).
    int depth = 0;
    for (char &c : plain) {
        depth += c == '(' ? 1 : c == ')' ? -1 : 0;
        if (c == ',' && depth == 0) c = ';';
    }
    std::vector<Relation> relations;
    for (std::size_t at = 0; at <= plain.size();) {
        const std::size_t stop = std::min(plain.find(';', at), plain.size());
        const std::string one = plain.substr(at, stop - at);
        const std::size_t from = at;
        at = stop + 1;
        if (trimmed(one).empty()) continue;
        const std::size_t sign = one.find("<=") != std::string::npos ? one.find("<=") : one.find(">=");
        if (sign == std::string::npos)
            throw ParseError("a relation needs <= or >=", from, "for example k <= n");
        const Expression left = parse_expression(trimmed(one.substr(0, sign)), sizes),
                         right = parse_expression(trimmed(one.substr(sign + 2)), sizes);
        if (one[sign] == '<')
            relations.push_back({left, right});
        else
            relations.push_back({right, left});
    }
    return relations;
}

SizeOrder::SizeOrder(const std::vector<std::string> &sizes, const std::vector<Relation> &relations) {
    const auto directions = sizes.size() == 1   ? std::vector<std::vector<Rise>>{{{1, 0, 1}}}
                            : sizes.size() == 2 ? rays_of_two()
                                                : rays_of(sizes.size());
    for (const std::vector<Rise> &direction : directions) {
        Ray ray;
        for (std::size_t i = 0; i < sizes.size(); ++i)
            ray[sizes[i]] = direction[i];
        const bool allowed = std::all_of(relations.begin(), relations.end(), [&](const Relation &relation) {
            return all_within(growth_of(relation.smaller, ray), growth_of(relation.larger, ray));
        });
        if (allowed) rays_.push_back(std::move(ray));
    }
}

namespace {

SizeOrder::Course not_below_a_constant(SizeOrder::Course course) {
    for (Growth1 &growth : course)
        if (growth < Growth1{}) growth = {};
    return course;
}

} // namespace

SizeOrder::Course SizeOrder::growths_along(const Expression &expression) const {
    Course course;
    course.reserve(rays_.size());
    for (const Ray &ray : rays_)
        course.push_back(growth_of(expression, ray));
    return course;
}

SizeOrder::Course SizeOrder::course_of(const Expression &expression) const {
    return not_below_a_constant(growths_along(expression));
}

SizeOrder::Course FactorCourses::of(const SizeOrder &order, const Expression &expression) {
    if (expression->kind != Kind::product) return order.course_of(expression);
    SizeOrder::Course course = order.growths_along(make(Kind::product, {}));
    for (const Expression &factor : expression->of) {
        const auto [known, fresh] = known_.try_emplace(print_canonical(factor));
        if (fresh) known->second = order.growths_along(factor);
        for (std::size_t ray = 0; ray < course.size(); ++ray)
            course[ray] += known->second[ray];
    }
    return not_below_a_constant(std::move(course));
}

SizeOrder::Course SizeOrder::sum(const Course &a, const Course &b) {
    Course larger = a;
    for (std::size_t i = 0; i < a.size(); ++i)
        if (b[i] > a[i]) larger[i] = b[i];
    return larger;
}

bool SizeOrder::within(const Course &f, const Course &g) {
    for (std::size_t i = 0; i < f.size(); ++i)
        if (!all_within(f[i], g[i])) return false;
    return true;
}

namespace {

std::vector<Expression> taken_apart(const Expression &e) {
    std::vector<Expression> terms;
    switch (e->kind) {
    case Kind::sum:
        for (const Expression &part : e->of)
            for (Expression &term : taken_apart(part))
                terms.push_back(std::move(term));
        return terms;
    case Kind::difference:
    case Kind::negative:
        return taken_apart(e->of[0]);
    case Kind::product: {
        terms = {make_number(1)};
        for (const Expression &factor : e->of) {
            std::vector<Expression> longer;
            for (const Expression &term : taken_apart(factor))
                for (const Expression &start : terms)
                    longer.push_back(make(Kind::product, {start, term}));
            terms = std::move(longer);
        }
        return terms;
    }
    case Kind::quotient:
        for (const Expression &term : taken_apart(e->of[0]))
            terms.push_back(make(Kind::quotient, {term, e->of[1]}));
        return terms;
    case Kind::square_root:
        for (const Expression &term : taken_apart(e->of[0]))
            terms.push_back(make(Kind::square_root, {term}));
        return terms;
    case Kind::power:
        // (a + b)^p is in Theta(a^p + b^p) for a constant p above 0.
        if (sizes_in(e->of[1]).empty() && evaluate(e->of[1], {}) > 0) {
            for (const Expression &term : taken_apart(e->of[0]))
                terms.push_back(make(Kind::power, {term, e->of[1]}));
            return terms;
        }
        return {e};
    default:
        return {e};
    }
}

} // namespace

std::vector<Expression> leading_terms(const Expression &expression, const SizeOrder &order,
                                      const std::vector<std::string> &sizes) {
    std::vector<Expression> terms;
    std::vector<SizeOrder::Course> courses;
    std::set<std::string> known;
    for (const Expression &raw : taken_apart(expression)) {
        const std::string text = print_canonical(raw);
        if (!known.insert(text).second) continue;
        terms.push_back(parse_expression(text, sizes));
        courses.push_back(order.course_of(terms.back()));
    }
    std::vector<Expression> leading;
    for (std::size_t i = 0; i < terms.size(); ++i) {
        bool below = false;
        for (std::size_t j = 0; j < terms.size() && !below; ++j)
            below = j != i && SizeOrder::within(courses[i], courses[j]) &&
                    (j < i || !SizeOrder::within(courses[j], courses[i]));
        if (!below) leading.push_back(terms[i]);
    }
    return leading;
}

Expression less_a_logarithm(const Expression &bound, const std::string &size_name) {
    return make(Kind::quotient, {bound, make(Kind::logarithm, {make_size(size_name)})});
}

std::vector<Expression> smaller_by_a_logarithm(const Expression &bound, const SizeOrder &order,
                                               const std::vector<std::string> &sizes) {
    const std::vector<Expression> terms = leading_terms(bound, order, sizes);
    const SizeOrder::Course course = order.course_of(bound);
    std::vector<Expression> smaller;
    for (std::size_t i = 0; i < terms.size(); ++i)
        for (const std::string &name : sizes) {
            std::vector<Expression> others = terms;
            others[i] = less_a_logarithm(terms[i], name);
            const Expression sum = others.size() == 1 ? others[0] : make(Kind::sum, others);
            if (!SizeOrder::within(course, order.course_of(sum))) smaller.push_back(sum);
        }
    return smaller;
}

} // namespace iron
