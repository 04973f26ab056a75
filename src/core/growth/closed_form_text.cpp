#include "core/growth/closed_form_text.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numeric>
#include <optional>

#include "core/bound/print.h"

namespace iron {

namespace {

using Kind = ExpressionNode::Kind;
using Powers = std::vector<int>; // by size
using Names = std::vector<std::string>;

int degree_of(const Powers &powers) { return std::accumulate(powers.begin(), powers.end(), 0); }

// Factors by powers, the largest degree first.
struct LargestFirst {
    bool operator()(const Powers &a, const Powers &b) const {
        const int of_a = degree_of(a), of_b = degree_of(b);
        return of_a != of_b ? of_a > of_b : a > b;
    }
};
using Polynomial = std::map<Powers, double, LargestFirst>;

void add(Polynomial &to, const Powers &powers, double factor) {
    const double sum = to[powers] += factor;
    if (sum == 0) to.erase(powers);
}

std::string powers_text(const Powers &powers, const Names &names) {
    std::vector<Expression> factors;
    for (std::size_t i = 0; i < names.size(); ++i)
        factors.insert(factors.end(), static_cast<std::size_t>(powers[i]), make_size(names[i]));
    return factors.empty() ? "" : print_canonical(make(Kind::product, factors));
}

// Of one degree what is added comes first.
std::vector<std::pair<Powers, double>> in_order(const Polynomial &sum) {
    std::vector<std::pair<Powers, double>> order(sum.begin(), sum.end());
    std::stable_sort(order.begin(), order.end(), [](const auto &a, const auto &b) {
        return std::pair(-degree_of(a.first), a.second < 0) < std::pair(-degree_of(b.first), b.second < 0);
    });
    return order;
}

bool is_negative(const Polynomial &sum) { return in_order(sum).front().second < 0; }

// "n^2 - n", "2 n + 1".
std::string sum_text(const Polynomial &sum, const Names &names) {
    std::string text;
    for (const auto &[powers, factor] : in_order(sum)) {
        text += text.empty() ? (factor < 0 ? "-" : "") : (factor < 0 ? " - " : " + ");
        const std::string curve = powers_text(powers, names);
        if (curve.empty() || std::abs(factor) != 1)
            text += fmt::format("{:.0f}", std::abs(factor)) + (curve.empty() ? "" : " ");
        text += curve;
    }
    return text;
}

Powers common_powers(const Polynomial &of) {
    Powers common = of.begin()->first;
    for (const auto &[powers, factor] : of)
        for (std::size_t i = 0; i < common.size(); ++i)
            common[i] = std::min(common[i], powers[i]);
    return common;
}

Polynomial divided_by(const Polynomial &all, const Powers &by) {
    Polynomial left;
    for (const auto &[powers, factor] : all) {
        Powers less = powers;
        for (std::size_t i = 0; i < by.size(); ++i)
            less[i] -= by[i];
        add(left, less, factor);
    }
    return left;
}

// One size less another, and a number: n - k + 1.
struct Difference {
    std::size_t from = 0, off = 0;
    double more = 0;
};

std::string difference_text(const Difference &difference, const Names &names) {
    Polynomial sum;
    Powers from(names.size(), 0), off = from, none = from;
    from[difference.from] = off[difference.off] = 1;
    add(sum, from, 1), add(sum, off, -1), add(sum, none, difference.more);
    return sum_text(sum, names);
}

// Horner's rule, with off - more for `from`; none where something is left over.
std::optional<Polynomial> divided_by(const Polynomial &all, const Difference &by) {
    std::map<int, Polynomial, std::greater<>> by_power;
    for (const auto &[powers, factor] : all) {
        Powers others = powers;
        others[by.from] = 0;
        add(by_power[powers[by.from]], others, factor);
    }
    Polynomial left, carried;
    for (int power = by_power.begin()->first; power >= 0; --power) {
        Polynomial here = by_power[power];
        for (const auto &[powers, factor] : carried) {
            Powers raised = powers;
            ++raised[by.off];
            add(here, raised, factor);
            add(here, powers, -by.more * factor);
        }
        if (power == 0) return here.empty() ? std::optional(left) : std::nullopt;
        for (const auto &[powers, factor] : here) {
            Powers with = powers;
            with[by.from] += power - 1;
            add(left, with, factor);
        }
        carried = std::move(here);
    }
    return std::nullopt;
}

std::optional<std::pair<Difference, Polynomial>> without_a_difference(const Polynomial &all) {
    const Powers &first = all.begin()->first;
    if (degree_of(first) < 2) return std::nullopt;
    for (std::size_t from = 0; from < first.size(); ++from)
        for (std::size_t off = 0; off < first.size(); ++off)
            for (const double more : {1, 0, 2, -1}) {
                if (from == off) continue;
                const Difference difference{from, off, more};
                // Of n - k and k - n the one that leaves the rest positive.
                if (auto left = divided_by(all, difference); left && !is_negative(*left))
                    return std::pair{difference, std::move(*left)};
            }
    return std::nullopt;
}

// "3 n (n - 1)", "floor(log2 k) (n + 2)", "n + k".
struct Product {
    std::string text;
    bool is_sum = false; // of several terms, with nothing taken out
};

Product product_of(const Polynomial &sum, const std::string &times, const Names &names) {
    Polynomial left = sum;
    if (is_negative(sum))
        for (auto &[powers, factor] : left)
            factor = -factor;
    const Powers common = common_powers(left);
    left = divided_by(left, common);
    std::vector<std::string> factors, differences;
    while (const auto found = without_a_difference(left)) {
        differences.push_back("(" + difference_text(found->first, names) + ")");
        left = found->second;
    }
    if (degree_of(common) > 0) factors.push_back(powers_text(common, names));
    if (!times.empty()) factors.push_back(times);
    if (factors.empty() && differences.empty()) return {sum_text(sum, names), sum.size() > 1};
    const std::string what_is_left = sum_text(left, names);
    if (degree_of(left.begin()->first) > 0)
        factors.push_back("(" + what_is_left + ")");
    else if (what_is_left != "1")
        factors.insert(factors.begin(), what_is_left);
    factors.insert(factors.end(), differences.begin(), differences.end());
    return {fmt::format("{}{}", is_negative(sum) ? "-" : "", fmt::join(factors, " ")), false};
}

std::string halvings_text(const Expression &halved) {
    const std::string text = print(halved);
    return halved->kind == Kind::size ? "floor(log2 " + text + ")" : "floor(log2(" + text + "))";
}

// The polynomials that stand alone (""), and with a whole logarithm or the lesser of two.
using Sums = std::map<std::string, Polynomial>;

void add(Sums &sums, const Expression &curve, double factor, const Names &names) {
    std::vector<Expression> factors = {curve};
    if (curve->kind == Kind::product) factors = curve->of;
    std::string times;
    Powers powers(names.size(), 0);
    for (const Expression &one : factors)
        if (one->kind == Kind::size)
            ++powers[static_cast<std::size_t>(std::find(names.begin(), names.end(), one->name) -
                                              names.begin())];
        else if (one->kind == Kind::floor)
            times = halvings_text(one->of[0]->of[0]);
        else if (one->kind != Kind::number)
            times = print_canonical(one);
    add(sums[times], powers, factor);
}

// What makes every factor whole; none where that is no small number.
std::optional<int> denominator_of(const Sums &sums) {
    constexpr int most = 48;
    constexpr double rounding = 1e-6;
    for (int denominator = 1; denominator <= most; ++denominator) {
        const auto is_whole = [&](const auto &term) {
            const double factor = term.second * denominator;
            return std::abs(factor - std::round(factor)) < rounding * std::max(1.0, std::abs(factor));
        };
        if (std::all_of(sums.begin(), sums.end(), [&](const auto &sum) {
                return std::all_of(sum.second.begin(), sum.second.end(), is_whole);
            }))
            return denominator;
    }
    return std::nullopt;
}

} // namespace

std::string closed_form_text(const std::vector<Term> &terms, const std::vector<std::string> &names,
                             double times, double more) {
    Sums sums;
    for (const Term &term : terms)
        add(sums, term.curve->expression, term.factor * times, names);
    add(sums[""], Powers(names.size(), 0), more);
    const auto denominator = denominator_of(sums);
    if (!denominator) return "";
    for (auto &[with, sum] : sums) {
        for (auto &[powers, factor] : sum)
            factor = std::round(factor * *denominator);
        std::erase_if(sum, [](const auto &term) { return term.second == 0; });
    }
    std::erase_if(sums, [](const auto &sum) { return sum.second.empty(); });
    if (sums.empty()) return "0";
    const std::string over = *denominator == 1 ? "" : fmt::format(" / {}", *denominator);
    if (sums.size() == 1) {
        const auto &[with, sum] = *sums.begin();
        const Product product = product_of(sum, with, names);
        return product.is_sum && !over.empty() ? "(" + product.text + ")" + over : product.text + over;
    }
    std::vector<std::pair<std::string, Polynomial>> order(sums.rbegin(), sums.rend());
    std::stable_sort(order.begin(), order.end(), [](const auto &a, const auto &b) {
        const auto degree = [](const auto &one) {
            return degree_of(one.second.begin()->first) + (one.first.empty() ? 0 : 1);
        };
        return degree(a) > degree(b);
    });
    std::string text;
    for (const auto &[with, sum] : order) {
        const std::string one = with.empty() ? sum_text(sum, names) : product_of(sum, with, names).text;
        const bool off = one.starts_with("-");
        text += text.empty() ? one : (off ? " - " + one.substr(1) : " + " + one);
    }
    return over.empty() ? text : "(" + text + ")" + over;
}

} // namespace iron
