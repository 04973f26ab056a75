#include "core/growth/curve.h"

#include <map>

#include "core/bound/parse.h"
#include "core/bound/print.h"

namespace iron {

Curve make_curve(const Expression &expression, double prior) {
    const Growth1 growth = growth_of(expression);
    const bool exponential = growth.on[Growth1::factorial] > 0 || growth.on[Growth1::exponential] > 0 ||
                             growth.on[Growth1::between] > 0;
    return {print_canonical(expression), expression, prior, growth, exponential};
}

namespace {

Expression in_size(const std::string &text, const std::string &name) {
    std::string renamed;
    for (const char c : text) {
        if (c == 'x')
            renamed += name;
        else
            renamed += c;
    }
    return parse_expression(renamed, {name});
}

// Curves are the same for every series over one size: made once a thread.
template <class Key, class Make>
const std::vector<Curve> &remembered(std::map<Key, std::vector<Curve>> &made, const Key &key,
                                     const Make &make) {
    const auto found = made.find(key);
    return found != made.end() ? found->second : made.try_emplace(key, make()).first->second;
}

std::vector<Curve> made_candidates(const std::string &name, bool exponential) {
    // Growths met often have prior 0.
    struct Listed {
        const char *text;
        double prior;
    };
    static const Listed powers[] = {
        {"1", 0},       {"log x", 0},        {"sqrt x", 0},      {"x", 0},
        {"x log x", 0}, {"x^1.5", 0},        {"x^2", 0},         {"x^2 log x", 0},
        {"x^3", 0},     {"x^4", 1},          {"x log^2 x", 2},   {"x^3 log x", 2},
        {"log^2 x", 3}, {"sqrt x log x", 3}, {"x^1.5 log x", 3}, {"x^2.5", 3},
        {"x^3.5", 3},   {"x^2 log^2 x", 3},
    };
    static const Listed exponentials[] = {{"2^x", 0},   {"1.2^x", 1},   {"1.3^x", 1}, {"1.4^x", 1},
                                          {"1.5^x", 1}, {"1.618^x", 0}, {"1.7^x", 1}, {"1.8^x", 1},
                                          {"1.9^x", 1}, {"2.2^x", 1},   {"2.5^x", 1}, {"3^x", 0},
                                          {"4^x", 0},   {"x 2^x", 0},   {"x!", 0},    {"x^x", 1}};
    std::vector<Curve> curves;
    for (const Listed &listed : powers)
        curves.push_back(make_curve(in_size(listed.text, name), listed.prior));
    if (exponential)
        for (const Listed &listed : exponentials)
            curves.push_back(make_curve(in_size(listed.text, name), listed.prior));
    return curves;
}

std::vector<Curve> made_lower(const Curve &curve, const std::string &name) {
    std::vector<Curve> lower;
    const auto add_below = [&](const char *text, const char *above) {
        if (compare_growth(curve.expression, in_size(above, name)) > 0)
            lower.push_back(make_curve(in_size(text, name)));
    };
    add_below("1", "1");
    add_below("x", "x");
    add_below("x log x", "x^1.5");
    add_below("x^2", "x^2 log x");
    if (curve.growth.on[Growth1::log_power] >= 1) {
        const Curve less =
            make_curve(make(ExpressionNode::Kind::quotient, {curve.expression, in_size("log x", name)}));
        bool listed = less.name == "1";
        for (const Curve &other : lower)
            listed = listed || other.name == less.name;
        if (!listed) lower.push_back(less);
    }
    return lower;
}

} // namespace

const std::vector<Curve> &candidate_curves(const std::string &name, double largest_size) {
    constexpr double largest_exponential = 64;
    const bool exponential = largest_size <= largest_exponential;
    thread_local std::map<std::pair<std::string, bool>, std::vector<Curve>> made;
    return remembered(made, {name, exponential}, [&] { return made_candidates(name, exponential); });
}

const std::vector<Curve> &lower_curves(const Curve &curve, const std::string &name) {
    thread_local std::map<std::pair<std::string, std::string>, std::vector<Curve>> made;
    return remembered(made, {curve.name, name}, [&] { return made_lower(curve, name); });
}

} // namespace iron
