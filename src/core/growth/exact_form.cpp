#include "core/growth/exact_form.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include "core/growth/least_squares.h"
#include "core/policy.h"

namespace iron {

namespace {

constexpr int highest_degree = 3;

// A product of powers of the sizes, by size.
using Powers = std::vector<int>;

// Every product up to that degree, the constant first. `most`: powers of each size.
std::vector<Powers> monomials(const Powers &most) {
    std::vector<Powers> all = {Powers(most.size(), 0)};
    for (std::size_t at = 0; at < all.size(); ++at)
        for (std::size_t i = 0; i < most.size(); ++i) {
            Powers next = all[at];
            const int degree = std::accumulate(next.begin(), next.end(), 1);
            if (++next[i] <= most[i] && degree <= highest_degree &&
                std::find(all.begin(), all.end(), next) == all.end())
                all.push_back(std::move(next));
        }
    return all;
}

// A polynomial in a size goes through as many values of it as its degree and one: it takes more to be
// believed.
Powers most_powers(const std::vector<Located> &points) {
    Powers most;
    for (std::size_t i = 0; i < points.front().sizes.size(); ++i) {
        std::set<double> values;
        for (const Located &point : points)
            values.insert(point.sizes[i]);
        const int beyond =
            static_cast<int>(values.size()) - static_cast<int>(policy::growth::values_beyond_the_degree);
        most.push_back(std::clamp(beyond, 0, highest_degree));
    }
    return most;
}

Expression expression_of(const Powers &powers, const std::vector<std::string> &names) {
    std::vector<Expression> factors;
    for (std::size_t i = 0; i < powers.size(); ++i)
        for (int p = 0; p < powers[i]; ++p)
            factors.push_back(make_size(names[i]));
    return factors.empty()       ? make_number(1)
           : factors.size() == 1 ? factors[0]
                                 : make(ExpressionNode::Kind::product, std::move(factors));
}

} // namespace

std::optional<std::vector<Term>> exact_form(const Catalogue &catalogue, const std::vector<Located> &points,
                                            const std::vector<Sizes> &places) {
    constexpr double largest_told_exactly = 1e12, whole = 0.01, of_a_count = 1e-9;
    constexpr double denominator = 12; // halves, thirds, quarters and sixths
    constexpr double rounding = 1.01;  // of halves to whole numbers, and of the constant beside
    std::vector<double> counts;
    for (const Located &point : points) {
        const double count = std::exp(point.log_value), most = std::exp(point.log_most);
        if (std::abs(most - count) > whole || std::abs(count - std::round(count)) > whole ||
            count > largest_told_exactly)
            return std::nullopt;
        counts.push_back(std::max(std::round(count), 1.0));
    }
    std::vector<Expression> all;
    for (const Powers &powers : monomials(most_powers(points)))
        all.push_back(expression_of(powers, catalogue.names()));
    std::vector<std::size_t> used;
    for (std::size_t i = 0; i < all.size(); ++i)
        used.push_back(i);
    const auto value = [&](std::size_t term, std::size_t place) {
        return static_cast<double>(evaluate(all[term], places[place]));
    };
    // Factors are brought to a small denominator; those that come to nothing are dropped until none does.
    for (;;) {
        if (used.empty() || points.size() < used.size()) return std::nullopt;
        std::vector<std::vector<double>> columns;
        for (const std::size_t i : used) {
            columns.emplace_back();
            for (std::size_t p = 0; p < places.size(); ++p)
                columns.back().push_back(value(i, p) / counts[p]);
        }
        const LeastSquares solved = least_squares(columns, std::vector<double>(counts.size(), 1));
        std::vector<std::size_t> kept;
        std::vector<double> factors;
        for (std::size_t t = 0; t < used.size(); ++t) {
            const double factor = std::round(solved.coefficients[t] * denominator) / denominator;
            if (factor == 0) continue;
            kept.push_back(used[t]);
            factors.push_back(factor);
        }
        if (kept.size() < used.size()) {
            used = std::move(kept);
            continue;
        }
        for (std::size_t p = 0; p < places.size(); ++p) {
            double sum = 0;
            for (std::size_t t = 0; t < used.size(); ++t)
                sum += factors[t] * value(used[t], p);
            if (std::abs(sum - counts[p]) > rounding + of_a_count * counts[p]) return std::nullopt;
        }
        if (points.size() < used.size() + policy::growth::places_beyond_the_terms) return std::nullopt;
        std::vector<Term> terms;
        for (std::size_t t = 0; t < used.size(); ++t)
            terms.push_back({catalogue.made(all[used[t]], 0), factors[t]});
        return terms;
    }
}

} // namespace iron
