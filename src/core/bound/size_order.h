// The order of bounds in several sizes, under relations between the sizes.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/bound/order.h"

namespace iron {

// smaller <= larger at every allowed input.
struct Relation {
    Expression smaller, larger;
};

// Reads `k <= n`, `2^k <= n` or `n >= k` (also ≤, ≥); several set apart by commas, semicolons or `and`.
// Throws ParseError.
std::vector<Relation> parse_relations(const std::string &text, const std::vector<std::string> &sizes);

// Of the larger side the share that the smaller one leaves: of n places n - k + 1 can hold the start of k
// letters. `first`: 0 for how often k letters move on by one, n - k times.
double share_left(const Relation &relation, const Sizes &sizes, double first = 1);

// f is in O(g) when C and N exist with f <= C max(g, 1) at every allowed point whose sizes are all at least
// N. Decided along rays, on which every size is factor t^power s^log_power (s = ln t) and growth has an exact
// order (Growth1): powers of each other, beside powers of logarithms; and edges, where one size grows and
// another stays as good as fixed. docs/statistics.md says what this list of rays can miss.
class SizeOrder {
  public:
    SizeOrder() = default; // of no size: everything is a constant
    SizeOrder(const std::vector<std::string> &sizes, const std::vector<Relation> &relations);

    // Growth along every ray that the relations allow, nowhere below a constant.
    using Course = std::vector<Growth1>;
    Course course_of(const Expression &expression) const;
    // The same, where it falls as well.
    Course growths_along(const Expression &expression) const;
    static Course sum(const Course &a, const Course &b); // the larger on every ray
    static bool within(const Course &f, const Course &g);

    // f in O(g).
    bool within(const Expression &f, const Expression &g) const { return within(course_of(f), course_of(g)); }

  private:
    std::vector<Ray> rays_;
};

// Courses of many products that share their factors: each factor's is reckoned once. Always of one order.
class FactorCourses {
  public:
    SizeOrder::Course of(const SizeOrder &order, const Expression &expression);

  private:
    std::map<std::string, SizeOrder::Course> known_; // by the factor, as printed
};

// The summands that lead: sums taken apart, products of sums multiplied out, constant factors dropped; max
// and min stay whole, and so does the logarithm of a sum. None is in O of another.
std::vector<Expression> leading_terms(const Expression &expression, const SizeOrder &order,
                                      const std::vector<std::string> &sizes);

// The bound divided by the logarithm of a size.
Expression less_a_logarithm(const Expression &bound, const std::string &size_name);

// Bounds that are smaller by a logarithm in one of their leading terms.
std::vector<Expression> smaller_by_a_logarithm(const Expression &bound, const SizeOrder &order,
                                               const std::vector<std::string> &sizes);

} // namespace iron
