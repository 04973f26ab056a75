// The search over sets of leading terms that a fit is.
#pragma once

#include <map>
#include <utility>
#include <vector>

#include "core/growth/bend.h"
#include "core/growth/gram.h"
#include "core/growth/memory.h"
#include "core/growth/scored.h"

namespace iron {

class Search {
  public:
    // The design and the options must outlive it.
    Search(Design &design, std::vector<Located> points, const FitOptions &options);

    std::vector<Fit> fits(); // the best first, and the best on either side of every bound
    // The next best outside each bound, the best first: where something else speaks against those. After
    // fits().
    std::vector<Fit> rivals() { return std::move(rivals_); }

    // The leads that other readings of the same calls decided, held against these; nothing where they do not
    // show or do not explain them.
    std::optional<Fit> decided(const Growth &growth);

    // Of the exponent in the one size there is, over every curve that is as good as the best: which of them
    // it is makes more of a difference than how far one can be bent. None where that is exponential.
    std::optional<std::pair<double, double>> interval_of(const Growth &growth);

  private:
    struct Claim {
        Bound bound;
        SizeOrder::Course course;
        std::vector<Expression> terms; // of the bound
        TermSet leads;                 // the same, where it may lead
        std::map<int, bool> within;    // by term, filled as asked
    };
    // What there is to take from, with its score on a screen, and whether no lead is nothing there.
    struct Screened {
        double score;
        bool leads;
        TermSet set;
    };
    using Ranked = std::vector<Screened>;

    Claim claim_of(const Bound &bound) const;
    void add_claim(const Bound &bound);
    void list(int index);
    bool is_within(const TermSet &set, Claim &claim) const;
    bool rises_above(const TermSet &set, const Claim &claim) const;

    void prepare_screen();
    Screened screened(const TermSet &set);
    Tried &fitted(const TermSet &set);
    void fit_best(Ranked &ranked, std::size_t overall, std::size_t a_side);
    std::vector<TermSet> best_sets(std::size_t overall, std::size_t a_side);

    void fit_each();
    void screen_all();
    void improve();
    void set_apart();
    Tried each_apart(const Tried &within);
    void allow_for_memory();
    void bend();
    void bend_freely();
    void bend_from(const Tried &start, Claim *claim, double least);
    double bent_score(const Tried &start, const std::vector<Bend> &bends, Claim *claim);

    std::vector<const Tried *> ranked(bool bent_too) const; // what fits at all, the best first
    std::vector<Fit> collected();
    // What a set was solved with.
    std::vector<Generator> generators_of(const Tried &one, const Cone &cone) const;

    const FitOptions &options_;
    Design &design_;
    Scored scored_;
    Memory memory_;
    std::vector<int> listed_; // may lead
    std::vector<Claim> claims_;
    std::vector<Fit> rivals_;  // see rivals()
    std::size_t screened_ = 0; // terms: as many columns, and where sizes are related as many again
    bool are_related_ = false;
    NormalEquations screen_;
    std::vector<int> columns_; // of the set that is screened
    double squares_ = 0;
    std::map<TermSet, Tried> tried_;
    std::map<TermSet, Tried> apart_; // the same sets, each of their terms as large as it likes
};

} // namespace iron
