// Every series fitted, each by itself.
#pragma once

#include <map>
#include <memory>
#include <string>
#include <vector>

#include "core/growth/fit.h"
#include "core/growth/joint.h"

namespace iron {

struct SeriesGrowth {
    std::string solution, shape, metric;
    Growth growth;                                 // along the first size, the others held
    std::shared_ptr<const JointGrowth> joint = {}; // over all sizes; null where one alone changes
    std::string size_name = "n";                   // of the first
};

// The growths claimed join the candidates. `candidates`: for series over several sizes. Bytes with a
// grain_of_most are taken that finely where they keep every bound claimed, else by their grain.
SeriesGrowth fit_one(const NamedSeries &series, const std::vector<Bound> &claimed,
                     const JointCandidates *candidates = nullptr);

// Candidates of every set of sizes that turned up, made once.
class CandidateStore {
  public:
    // Null where the series is over one size.
    const JointCandidates *of(const CellSeries &series, const std::vector<Relation> &relations,
                              const std::string &where = "");

  private:
    std::map<std::string, JointCandidates> made_; // by names, whether exponential, and relations as text
};

// Fits of an earlier turn, good as long as the readings and the bounds claimed stay the same.
class FitStore {
  public:
    const SeriesGrowth *find(const NamedSeries &series) const;
    void keep(std::vector<NamedSeries> series, std::vector<SeriesGrowth> growths); // instead of all before

    CandidateStore candidates;

  private:
    std::vector<NamedSeries> series_;
    std::vector<SeriesGrowth> growths_;
};

} // namespace iron
