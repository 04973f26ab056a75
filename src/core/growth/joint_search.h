// The search over sets of leading terms that a joint fit is.
#pragma once

#include <map>
#include <utility>
#include <vector>

#include "core/growth/joint_bend.h"
#include "core/growth/joint_memory.h"
#include "core/growth/joint_sets.h"

namespace iron {

class JointSearch {
  public:
    // Candidates and options must outlive it.
    JointSearch(const CellSeries &series, const JointCandidates &candidates, const JointOptions &options);

    std::vector<SetFit> searched(); // the best first, and the best on either side of every bound
    const std::vector<Located> &points() const { return sets_.points(); }

  private:
    struct Claim {
        Bound bound;
        SizeOrder::Course course;
        TermSet leads;
        std::map<int, bool> within; // by term, filled as asked
    };
    // What there is to take from, with its score on a screen.
    using Ranked = std::vector<std::pair<double, TermSet>>;

    void add_claim(const Bound &bound);
    void list(int index);
    bool is_within(const TermSet &set, Claim &claim) const;

    void prepare_screen();
    double screened(const TermSet &set);
    SetTried &fitted(const TermSet &set);
    void fit_best(Ranked &ranked, std::size_t overall, std::size_t a_side);
    std::vector<TermSet> best_sets(std::size_t overall, std::size_t a_side);

    void screen_all();
    void improve();
    void allow_for_memory();
    void bend();
    void bend_freely();
    void bend_from(const SetTried &start, Claim *claim, double least);
    double bent_score(const SetTried &start, const std::vector<Bend> &bends, Claim *claim);

    std::vector<const SetTried *> ranked(bool bent_too) const; // what fits at all, the best first
    std::vector<SetFit> collected();
    SetFit described(const SetTried &one);

    const JointOptions &options_;
    JointSets sets_;
    JointMemory memory_;
    std::vector<int> listed_; // may lead
    std::vector<Claim> claims_;
    std::size_t screened_ = 0;
    std::vector<double> gram_, project_;
    double squares_ = 0;
    std::map<TermSet, SetTried> tried_;
};

} // namespace iron
