#include "core/bound/expression.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

#include "core/error.h"

namespace iron {

using Kind = ExpressionNode::Kind;

Expression make_number(long double value) {
    return std::make_shared<ExpressionNode>(ExpressionNode{Kind::number, value, {}, {}});
}

Expression make_size(std::string name) {
    return std::make_shared<ExpressionNode>(ExpressionNode{Kind::size, 0, std::move(name), {}});
}

Expression make(Kind kind, std::vector<Expression> of) {
    return std::make_shared<ExpressionNode>(ExpressionNode{kind, 0, {}, std::move(of)});
}

namespace {

double value_of(const std::string &name, const Sizes &sizes) {
    const auto found = sizes.find(name);
    if (found == sizes.end()) throw Error(Category::usage, "the size '" + name + "' has no value here");
    return found->second;
}

} // namespace

long double evaluate(const Expression &e, const Sizes &sizes) {
    const auto part = [&](std::size_t i) { return evaluate(e->of[i], sizes); };
    switch (e->kind) {
    case Kind::number:
        return e->number;
    case Kind::size:
        return value_of(e->name, sizes);
    case Kind::sum: {
        long double total = 0;
        for (const Expression &term : e->of)
            total += evaluate(term, sizes);
        return total;
    }
    case Kind::product: {
        long double total = 1;
        for (const Expression &factor : e->of)
            total *= evaluate(factor, sizes);
        return total;
    }
    case Kind::difference:
        return part(0) - part(1);
    case Kind::quotient:
        return part(0) / part(1);
    case Kind::power:
        return std::pow(part(0), part(1));
    case Kind::negative:
        return -part(0);
    case Kind::factorial:
        return std::tgamma(part(0) + 1);
    case Kind::logarithm:
        return part(0) < 2 ? 1 : std::log2(part(0));
    case Kind::natural_logarithm:
        return part(0) < 2 ? 1 : std::log(part(0));
    case Kind::square_root:
        return std::sqrt(part(0));
    case Kind::cube_root:
        return std::cbrt(part(0));
    case Kind::floor: {
        constexpr long double rounding = 1e-12L; // of a logarithm that is a whole number
        return std::floor(part(0) * (1 + rounding));
    }
    case Kind::minimum:
    case Kind::maximum: {
        long double best = part(0);
        for (const Expression &other : e->of) {
            const long double value = evaluate(other, sizes);
            best = e->kind == Kind::minimum ? std::min(best, value) : std::max(best, value);
        }
        return best;
    }
    }
    return 0;
}

namespace {

// None where a part has no logarithm.
std::optional<double> log_of_sum(const std::vector<Expression> &terms, const Sizes &sizes) {
    double top = -std::numeric_limits<double>::infinity(), least = -top;
    for (const Expression &term : terms) {
        const double value = evaluate_log(term, sizes);
        top = std::max(top, value), least = std::min(least, value);
    }
    if (least == -std::numeric_limits<double>::infinity()) return std::nullopt;
    if (!std::isfinite(top)) return top;
    double total = 0;
    for (const Expression &term : terms)
        total += std::exp(evaluate_log(term, sizes) - top);
    return top + std::log(total);
}

} // namespace

double evaluate_log(const Expression &e, const Sizes &sizes) {
    const auto part = [&](std::size_t i) { return evaluate_log(e->of[i], sizes); };
    constexpr double nothing = -std::numeric_limits<double>::infinity();
    // Parts below 0 have no logarithm: what they are part of may have one.
    const auto by_value = [&] {
        const long double value = evaluate(e, sizes);
        return value > 0 ? static_cast<double>(std::log(value)) : nothing;
    };
    switch (e->kind) {
    case Kind::number:
        return e->number > 0 ? static_cast<double>(std::log(e->number)) : nothing;
    case Kind::size: {
        const double value = value_of(e->name, sizes);
        return value > 0 ? std::log(value) : nothing;
    }
    case Kind::sum: {
        const auto sum = log_of_sum(e->of, sizes);
        return sum ? *sum : by_value();
    }
    case Kind::difference: {
        const double first = part(0), second = part(1);
        return second < first ? first + std::log1p(-std::exp(second - first)) : nothing;
    }
    case Kind::product: {
        double total = 0;
        for (const Expression &factor : e->of)
            total += evaluate_log(factor, sizes);
        return total == nothing ? by_value() : total;
    }
    case Kind::quotient: {
        const double ratio = part(0) - part(1);
        return std::isfinite(ratio) ? ratio : by_value();
    }
    case Kind::power:
        return part(0) * static_cast<double>(evaluate(e->of[1], sizes));
    case Kind::negative:
        return nothing;
    case Kind::factorial:
        return static_cast<double>(std::lgamma(evaluate(e->of[0], sizes) + 1));
    case Kind::logarithm:
    case Kind::natural_logarithm: {
        const double log_value = part(0);
        const double unit = e->kind == Kind::logarithm ? std::log(2.0) : 1.0;
        return log_value < std::log(2.0) ? 0.0 : std::log(log_value / unit);
    }
    case Kind::square_root:
        return part(0) / 2;
    case Kind::cube_root:
        return part(0) / 3;
    case Kind::floor: {
        constexpr double every_digit = 35; // ln: beyond, no double has a fraction
        const double log_value = part(0);
        return log_value < every_digit ? by_value() : log_value;
    }
    case Kind::minimum:
    case Kind::maximum: {
        double best = part(0);
        for (const Expression &other : e->of) {
            const double value = evaluate_log(other, sizes);
            best = e->kind == Kind::minimum ? std::min(best, value) : std::max(best, value);
        }
        return best;
    }
    }
    return nothing;
}

std::set<std::string> sizes_in(const Expression &expression) {
    std::set<std::string> names;
    if (expression->kind == Kind::size) names.insert(expression->name);
    for (const Expression &part : expression->of)
        names.merge(sizes_in(part));
    return names;
}

Expression with_values(const Expression &expression, const Sizes &sizes) {
    if (expression->kind == Kind::size) {
        const auto value = sizes.find(expression->name);
        return value == sizes.end() ? expression : make_number(value->second);
    }
    if (expression->of.empty()) return expression;
    std::vector<Expression> of;
    for (const Expression &part : expression->of)
        of.push_back(with_values(part, sizes));
    return make(expression->kind, std::move(of));
}

bool names_all(const std::vector<std::string> &names, const Expression &expression) {
    const std::set<std::string> sizes = sizes_in(expression);
    return std::all_of(sizes.begin(), sizes.end(), [&](const std::string &size) {
        return std::find(names.begin(), names.end(), size) != names.end();
    });
}

} // namespace iron
