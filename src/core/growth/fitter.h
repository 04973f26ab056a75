// Every series fitted, each by itself.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/growth/fit.h"

namespace iron {

struct SeriesGrowth {
    std::string solution, shape;
    Metric metric = Metric::steps;
    Growth growth;
};

// Fits series, and keeps from one to the next what hangs on their sizes alone. Any thread may ask.
class Fitter {
  public:
    // The growths claimed join the candidates. `decided`: what other readings of the same calls grow like, to
    // be told of these too. Bytes with a grain_of_most are taken that finely where they keep every bound
    // claimed, else by their grain.
    SeriesGrowth fit(const NamedSeries &series, const std::vector<Bound> &claimed,
                     const std::vector<Relation> &relations = {},
                     const std::vector<CandidatePtr> &decided = {});

  private:
    std::shared_ptr<const Catalogue> catalogue_of(const Series &series,
                                                  const std::vector<Relation> &relations);
    SeriesGrowth fit_as_read(const NamedSeries &series, const std::vector<Bound> &claimed,
                             const std::shared_ptr<const Catalogue> &catalogue,
                             const std::vector<CandidatePtr> &decided);

    std::mutex mutex_;
    std::map<std::string, std::shared_ptr<const Catalogue>> catalogues_; // by sizes and relations
    DesignStore designs_;
};

// Fits of an earlier turn, good as long as the readings and the bounds claimed stay the same.
class FitStore {
  public:
    const SeriesGrowth *find(const NamedSeries &series) const;
    void keep(std::vector<NamedSeries> series, std::vector<SeriesGrowth> growths); // instead of all before

    Fitter fitter;

  private:
    std::vector<NamedSeries> series_;
    std::vector<SeriesGrowth> growths_;
};

// A series, the bounds claimed of it and the relations between its sizes that those are meant under.
struct FitJob {
    const NamedSeries *series = nullptr;
    std::vector<Bound> claimed = {};
    std::vector<Relation> relations = {};
    std::size_t group = 0; // of jobs that tell of one another
};
// Runs the work for every index below a count, side by side or not.
using EachOf = std::function<void(int count, const std::function<void(int)> &work)>;

// Growths in the order of the jobs. Times are fitted last: what the steps of the same calls grow like is told
// of them too. `known`: gives the fit of an earlier turn, or null.
std::vector<SeriesGrowth> fit_all(const std::vector<FitJob> &jobs, Fitter &fitter, const EachOf &each,
                                  const std::function<const SeriesGrowth *(const NamedSeries &)> &known = {});

} // namespace iron
