#include "core/growth/exact_form.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

#include "core/growth/least_squares.h"
#include "core/policy.h"

namespace iron {

namespace {

using Kind = ExpressionNode::Kind;

constexpr int highest_degree = 3;

// A product of powers of the sizes, by size.
using Powers = std::vector<int>;

// Every product up to that degree, the constant first. `most`: powers of each size.
std::vector<Powers> monomials(const Powers &most, int up_to) {
    std::vector<Powers> all = {Powers(most.size(), 0)};
    for (std::size_t at = 0; at < all.size(); ++at)
        for (std::size_t i = 0; i < most.size(); ++i) {
            Powers next = all[at];
            const int degree = std::accumulate(next.begin(), next.end(), 1);
            if (++next[i] <= most[i] && degree <= up_to &&
                std::find(all.begin(), all.end(), next) == all.end())
                all.push_back(std::move(next));
        }
    return all;
}

// A polynomial in something goes through as many values of it as its degree and one: it takes more to be
// believed.
int most_power(const std::set<double> &values) {
    const int beyond =
        static_cast<int>(values.size()) - static_cast<int>(policy::growth::values_beyond_the_degree);
    return std::clamp(beyond, 0, highest_degree);
}

Expression expression_of(const Powers &powers, const std::vector<std::string> &names,
                         const Expression &times = nullptr) {
    std::vector<Expression> factors;
    for (std::size_t i = 0; i < powers.size(); ++i)
        for (int p = 0; p < powers[i]; ++p)
            factors.push_back(make_size(names[i]));
    if (times) factors.push_back(times);
    return factors.empty()       ? make_number(1)
           : factors.size() == 1 ? factors[0]
                                 : make(Kind::product, std::move(factors));
}

using Basis = std::vector<Expression>;

// What programs count with: products of sizes; with the whole logarithm of one, or of one less, which is how
// often it can be halved; with the lesser of two.
std::vector<Basis> bases_at(const std::vector<Sizes> &places, const std::vector<std::string> &names) {
    Powers most;
    for (const std::string &name : names) {
        std::set<double> values;
        for (const Sizes &place : places)
            values.insert(place.at(name));
        most.push_back(most_power(values));
    }
    Basis products;
    for (const Powers &powers : monomials(most, highest_degree))
        products.push_back(expression_of(powers, names));
    std::vector<Basis> all = {products};
    const auto add = [&](const Expression &times, int degree) {
        Basis with = products;
        for (const Powers &powers : monomials(most, degree))
            with.push_back(expression_of(powers, names, times));
        all.push_back(std::move(with));
    };
    for (const std::string &name : names)
        for (const Expression &halved :
             {make_size(name), make(Kind::difference, {make_size(name), make_number(1)})}) {
            const Expression halvings = make(Kind::floor, {make(Kind::logarithm, {halved})});
            std::set<double> values;
            bool any = true; // to halve
            for (const Sizes &place : places) {
                any = any && evaluate(halved, place) >= 1;
                values.insert(static_cast<double>(evaluate(halvings, place)));
            }
            if (any && most_power(values) > 0) add(halvings, 1);
        }
    for (std::size_t i = 0; i < names.size(); ++i)
        for (std::size_t j = i + 1; j < names.size(); ++j) {
            const auto first_is_less = [&](const Sizes &at) { return at.at(names[i]) < at.at(names[j]); };
            const auto less = std::count_if(places.begin(), places.end(), first_is_less);
            if (less > 0 && less < static_cast<long>(places.size()))
                add(make(Kind::minimum, {make_size(names[i]), make_size(names[j])}), 1);
        }
    return all;
}

// Places that were read to the digit, and those of which only that they lie below the grain is known.
struct ReadCounts {
    std::vector<Sizes> places, below;
    std::vector<double> counts;
    double grain = 0;
};

std::optional<ReadCounts> read_counts_of(const std::vector<Located> &points,
                                         const std::vector<Sizes> &places) {
    constexpr double largest_told_exactly = 1e12, whole = 0.01;
    ReadCounts read;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const double count = std::exp(points[i].log_value), most = std::exp(points[i].log_most);
        if (count - most > whole) {
            read.below.push_back(places[i]);
            read.grain = count;
            continue;
        }
        if (most - count > whole || std::abs(count - std::round(count)) > whole ||
            count > largest_told_exactly)
            return std::nullopt;
        read.places.push_back(places[i]);
        read.counts.push_back(std::max(std::round(count), 1.0));
    }
    return read.places.empty() ? std::nullopt : std::optional(read);
}

constexpr double rounding = 1.01; // of halves to whole numbers, and of the constant beside

struct Summand {
    Expression curve;
    double factor = 0;
};

double sum_at(const std::vector<Summand> &sum, const Sizes &sizes) {
    double value = 0;
    for (const Summand &one : sum)
        value += one.factor * static_cast<double>(evaluate(one.curve, sizes));
    return value;
}

bool gives_all(const std::vector<Summand> &sum, const ReadCounts &read) {
    constexpr double of_a_count = 1e-9;
    for (std::size_t i = 0; i < read.places.size(); ++i)
        if (std::abs(sum_at(sum, read.places[i]) - read.counts[i]) > rounding + of_a_count * read.counts[i])
            return false;
    return std::none_of(read.below.begin(), read.below.end(),
                        [&](const Sizes &sizes) { return sum_at(sum, sizes) > read.grain + rounding; });
}

// Small counts tell the factors of what is exact; of what was rounded to whole numbers all do alike.
enum class Weighted { by_count, alike };

// Factors are brought to a small denominator; those that come to nothing are dropped until none does.
std::optional<std::vector<Summand>> form_of(Basis used, const ReadCounts &read, Weighted weighted) {
    constexpr double denominator = 12; // halves, thirds, quarters and sixths
    std::vector<double> weights, target;
    for (const double count : read.counts) {
        weights.push_back(weighted == Weighted::alike ? 1 : 1 / count);
        target.push_back(weighted == Weighted::alike ? count : 1);
    }
    for (;;) {
        if (used.empty() || read.places.size() < used.size()) return std::nullopt;
        std::vector<std::vector<double>> columns;
        for (const Expression &curve : used) {
            columns.emplace_back();
            for (std::size_t p = 0; p < read.places.size(); ++p)
                columns.back().push_back(static_cast<double>(evaluate(curve, read.places[p])) * weights[p]);
        }
        const LeastSquares solved = least_squares(columns, target);
        std::vector<Summand> sum, rounded;
        Basis kept;
        for (std::size_t t = 0; t < used.size(); ++t) {
            const double factor = std::round(solved.coefficients[t] * denominator) / denominator;
            sum.push_back({used[t], solved.coefficients[t]});
            if (factor == 0) continue;
            kept.push_back(used[t]);
            rounded.push_back({used[t], factor});
        }
        if (!gives_all(sum, read)) return std::nullopt; // nor does any with fewer terms
        if (kept.size() < used.size()) {
            used = std::move(kept);
            continue;
        }
        const bool believed = read.places.size() >= used.size() + policy::growth::places_beyond_the_terms &&
                              gives_all(rounded, read);
        return believed ? std::optional(rounded) : std::nullopt;
    }
}

} // namespace

std::optional<std::vector<Term>> exact_form(const Catalogue &catalogue, const std::vector<Located> &points,
                                            const std::vector<Sizes> &places) {
    const std::optional<ReadCounts> read = read_counts_of(points, places);
    if (!read) return std::nullopt;
    const std::vector<Basis> bases = bases_at(read->places, catalogue.names());
    // Where all counts are small, much goes through them that is rounded.
    const bool large = *std::max_element(read->counts.begin(), read->counts.end()) >=
                       policy::growth::rounding_is_nothing_from;
    for (const Weighted weighted : {Weighted::by_count, Weighted::alike}) {
        if (weighted == Weighted::alike && !large) break;
        for (const Basis &basis : bases)
            if (const auto sum = form_of(basis, *read, weighted)) {
                std::vector<Term> terms;
                for (const Summand &one : *sum)
                    terms.push_back({catalogue.made(one.curve, 0), one.factor});
                return terms;
            }
    }
    return std::nullopt;
}

} // namespace iron
