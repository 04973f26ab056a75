// What hangs on the sizes alone: every growth at the places read, and the cones of curves that sets of
// leading terms stand for. The same for every series that was read at the same places.
#pragma once

#include <boost/container/small_vector.hpp>
#include <boost/container/static_vector.hpp>
#include <deque>
#include <map>
#include <memory>
#include <mutex>
#include <optional>
#include <utility>
#include <vector>

#include "core/growth/catalogue.h"

namespace iron {

using TermSet =
    boost::container::small_vector<int, 4>; // indices of terms, in order; there are many thousands
using Column = std::vector<double>;         // a curve at the places

// A growth at the places, in units of its middle value.
struct TermThere {
    CandidatePtr candidate;
    double log_unit = 0; // ln of the middle value
    std::vector<double> log_values;
    Column column; // value / unit
};

// How counts in whole numbers leave a growth's smooth curve.
struct Waves {
    // Of every rounding that differs: its value less the smooth one, in the growth's units.
    std::vector<Column> by;
    // Of every size that the growth holds a power of: the next power of two, in sizes.
    std::vector<Column> capacity;
};

// A direction of a cone, and what it is made of.
struct Generator {
    Column column;
    // (index into leads, then lower terms; factor). Not allocated: of small fits there are millions.
    boost::container::static_vector<std::pair<std::size_t, double>, 4> parts;
    bool is_start_up = false; // no memory makes it dearer
};

// The curves that a set of leads stands for: sums of these, none taken less than 0 times.
struct Cone {
    TermSet leads;
    std::vector<int> lows;
    std::vector<Generator> generators; // those of the leads come first
};

// How a cone is made. taken_off: so much of the lead at the place where it is least beside a lower term may
// be taken off of that, weakly; none where 0. waves: counts follow doubled capacities, whole roots and the
// levels of halving trees, around the smooth curve, bounded by factors. free_lows: lower terms are as large
// as they like, where it is known what leads. starts_up: the constant alone is. each_apart: leads as well,
// none has to outgrow the others anywhere.
struct ConeOptions {
    double taken_off = 0;
    bool waves = false;
    bool free_lows = false;
    bool starts_up = false;
    bool each_apart = false;
    auto operator<=>(const ConeOptions &) const = default;
};

class Design {
  public:
    // Of every place its sizes, in the order of the catalogue's names; sizes below 1 count as 1.
    Design(std::shared_ptr<const Catalogue> catalogue, const std::vector<std::vector<double>> &places);

    const Catalogue &catalogue() const { return *catalogue_; }
    const std::vector<Sizes> &places() const { return places_; }
    bool is_at(const Catalogue &catalogue, const std::vector<std::vector<double>> &places) const;

    const TermThere &term(int index) const { return terms_[index]; }
    const Candidate &candidate(int index) const { return *terms_[index].candidate; }
    std::size_t count() const { return terms_.size(); }
    int index_of(const std::string &name) const;         // -1: none
    int add(const Expression &expression, double prior); // the index of the known one where it is known
    // Back to the catalogue alone.
    void forget_added();

    bool within(int f, int g); // f in O(g), whatever the relations between sizes
    bool is_antichain(const TermSet &set);
    SizeOrder::Course course_of(const TermSet &set) const;
    const std::vector<int> &lows_of(int lead);
    std::vector<int> lows_of(const TermSet &set);
    const Waves &waves_of(int term);

    // Each lead is at least as large as the others together in its own corner, the eighth of the places where
    // it is relatively largest; lower terms are smaller than their lead in a third of the places. Where a
    // relation ends what is allowed, less may be left to do: of n places only n - k + 1 can hold the start of
    // k letters. Null where the places can't tell the leads apart: where none has a corner of its own. Kept
    // until terms are forgotten.
    const Cone *cone(const TermSet &set, const ConeOptions &options);

  private:
    class Making;

    std::shared_ptr<const Catalogue> catalogue_;
    std::vector<std::vector<double>> sizes_;
    std::vector<Sizes> places_;
    std::deque<TermThere> terms_;
    std::map<std::string, int> indices_;
    std::map<std::pair<int, int>, bool> within_;
    std::map<int, std::vector<int>> lows_;
    std::map<int, Waves> waves_;
    std::map<std::pair<TermSet, ConeOptions>, std::optional<Cone>> cones_;
};

// Designs lent out one at a time, and kept for the next series at the same places. Any thread may ask.
class DesignStore {
  public:
    class Lent {
      public:
        Lent(DesignStore &store, std::unique_ptr<Design> design)
            : store_(store), design_(std::move(design)) {}
        ~Lent() { store_.take_back(std::move(design_)); }
        Lent(const Lent &) = delete;
        Design &operator*() const { return *design_; }

      private:
        DesignStore &store_;
        std::unique_ptr<Design> design_;
    };
    Lent lend(std::shared_ptr<const Catalogue> catalogue, const std::vector<std::vector<double>> &places);

  private:
    void take_back(std::unique_ptr<Design> design);
    std::mutex mutex_;
    std::deque<std::unique_ptr<Design>> free_; // the last used first
};

} // namespace iron
