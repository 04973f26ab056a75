// The growths in several sizes that a joint fit is made of.
#pragma once

#include <string>
#include <vector>

#include "core/bound/size_order.h"

namespace iron {

// One term and its growth along every ray.
struct JointTerm {
    std::string name; // canonical
    Expression expression;
    double prior = 0;         // ln units taken off the score of what it leads
    SizeOrder::Course course; // where the relations hold: what bounds are compared by
    SizeOrder::Course free;   // without them: which terms can stand beside each other
};

// Everything about (sizes, relations) that does not depend on the readings; made once, used by every series.
class JointCandidates {
  public:
    // exponential: for every size, whether it stays so small (64) that growth may be exponential in it.
    JointCandidates(std::vector<std::string> names, const std::vector<Relation> &relations,
                    const std::vector<bool> &exponential);

    std::vector<std::string> names;
    SizeOrder order; // under the relations
    SizeOrder free;  // without them
    JointTerm term(const Expression &expression, double prior) const;

    std::vector<Relation> relations;
    std::vector<JointTerm> terms; // those that may lead come first
    std::size_t leading = 0;      // how many those are; the others only stand below
    // f in O(g) without the relations.
    bool within(std::size_t f, std::size_t g) const { return within_[f * terms.size() + g]; }

  private:
    std::vector<char> within_;
};

// A term less one logarithm, for each logarithm in it.
std::vector<Expression> less_a_logarithm_each(const Expression &term, const std::vector<std::string> &names);

// A lead that is on nobody's list has neighbours that may be meant: by a logarithm, a root, a size more or
// less.
std::vector<Expression> neighbours_of(const Expression &term, const std::vector<std::string> &names);

} // namespace iron
