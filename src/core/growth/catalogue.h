// The growths that series over one set of sizes are held against.
#pragma once

#include <cstdint>
#include <map>
#include <memory>
#include <string>
#include <vector>

#include "core/bound/size_order.h"

namespace iron {

// One growth, with its order along every ray.
struct Candidate {
    std::string name; // canonical
    Expression expression;
    double prior = 0; // ln units taken off the score of what it leads: rare growths need more evidence
    SizeOrder::Course course; // where the relations hold: what bounds are compared by
    SizeOrder::Course free;   // without them: which terms can stand beside each other
    bool exponential = false; // grows faster than every power of some size
};
using CandidatePtr = std::shared_ptr<const Candidate>;

// Everything about (sizes, relations) that does not depend on the readings; made once, used by every series.
class Catalogue {
  public:
    // exponential: for every size, whether it stays so small (64) that growth may be exponential in it.
    Catalogue(std::vector<std::string> names, std::vector<Relation> relations,
              const std::vector<bool> &exponential);

    const std::vector<std::string> &names() const { return names_; }
    const std::vector<Relation> &relations() const { return relations_; }
    const SizeOrder &order() const { return order_; } // under the relations
    const SizeOrder &free_order() const { return free_; }

    // Over one size the list is so dense that nothing met in practice lies between two of it.
    bool is_dense() const { return names_.size() == 1; }

    // Those that may lead come first; the others only stand below.
    const std::vector<CandidatePtr> &candidates() const { return candidates_; }
    std::size_t leading() const { return leading_; }
    int index_of(const std::string &name) const; // -1: none
    // f in O(g) without the relations.
    bool within(std::size_t f, std::size_t g) const;

    // One that is not on the list.
    CandidatePtr made(const Expression &expression, double prior) const;

    // What may stand below a lead of the list: indices.
    const std::vector<int> &lows_of(std::size_t lead) const { return lows_[lead]; }
    // Below any other, as far as it is on the list; a lead less a logarithm may not be.
    std::vector<int> lows_below(const Candidate &lead) const;

  private:
    // Stands below what grows faster than `above`.
    struct Low {
        int index = 0;
        SizeOrder::Course above;
    };
    void add(const std::string &text, double prior);
    CandidatePtr made(const Expression &expression, double prior, const SizeOrder::Course &course,
                      const SizeOrder::Course &free) const;
    void list_one_size(bool exponential);
    void list_products(const std::vector<bool> &exponential);
    void list_extremes();
    void list_lows();
    void rank();

    std::vector<std::string> names_;
    std::vector<Relation> relations_;
    SizeOrder order_, free_;
    FactorCourses courses_, free_courses_; // of the list
    std::vector<CandidatePtr> candidates_;
    std::map<std::string, int> indices_;
    std::size_t leading_ = 0;
    std::vector<Low> low_;
    std::vector<std::vector<int>> lows_;
    std::vector<std::vector<std::uint16_t>> ranks_; // by candidate and ray: the place of its growth there
};

// A term less one logarithm, for each logarithm in it.
std::vector<Expression> less_a_logarithm_each(const Expression &term, const std::vector<std::string> &names);

// What stands a little below a lead: it less a logarithm, an exponential one less a size.
std::vector<Expression> a_little_less(const Candidate &lead, const std::vector<std::string> &names);

// A lead that is on nobody's list has neighbours that may be meant: by a logarithm, a root, a size more or
// less.
std::vector<Expression> neighbours_of(const Expression &term, const std::vector<std::string> &names);

} // namespace iron
