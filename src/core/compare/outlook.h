// What the growths say of sizes that a task demands.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/growth/forecast.h"

namespace iron {

struct SeriesForecast {
    std::string solution, shape;
    Metric metric = Metric::time;
    Forecast forecast;
};

struct LargestSize {
    std::string solution, shape;                // the shape that allows the least
    std::optional<Forecaster::Largest> largest; // nothing: not even size 1
    bool ends_there = false;                    // the problem has no larger one beside the other sizes
};

enum class Meets { yes, no, unsure };
const char *word_for(Meets meets);

// Whether one solution keeps one demand.
struct Demand {
    std::string what; // "time", "memory", "time bound", "space bound"
    Meets meets = Meets::unsure;
    bool measured = false; // else by forecast (bounds: by verdict)
    double value = 0;      // ns, bytes; of limits only
    std::pair<double, double> interval{0, 0};
    std::string words = {};                // of limits: what they leave out, or why nothing is known
    std::optional<Judgement> verdict = {}; // of bounds
};

struct MeetsTarget {
    std::string solution;
    std::vector<Demand> demands;
    Meets all() const; // no if any is no, else unsure if any is unsure
};

struct TargetLimits {
    std::string tier; // "" where there is one alone
    Sizes sizes;      // every size of the problem
    std::optional<double> time_ns = {}, space_bytes = {};
    std::optional<Bound> time_bound = {}, space_bound = {};
};

// A growth class and what it would cost at the target.
struct ClassCost {
    std::string name;
    double time_ns = 0;
    bool passes = false;
};

// Who meets one tier of a target.
struct TargetFindings {
    TargetLimits limits;
    std::vector<MeetsTarget> meets;
    std::vector<ClassCost> classes; // of problems with one size, where a step's time is known
};

// Forecasts of all series of one problem, which must outlive it.
class Outlook {
  public:
    Outlook(const std::vector<NamedSeries> &series, const std::vector<SeriesGrowth> &growths);

    std::vector<SeriesForecast> at(const Sizes &sizes) const;
    // In whichever shape allows the least.
    std::vector<LargestSize> largest_within(Metric metric, double limit, const std::string &along,
                                            const Sizes &others) const;
    // Limits by what was measured at just these sizes, else by forecast: yes and no where the whole interval
    // says so. Memory is that of Metric::memory, or space where a solution has none. Bounds like
    // claims.
    std::vector<MeetsTarget> meets(const TargetLimits &target, const std::vector<SolutionClaims> &solutions,
                                   const JudgeOptions &options) const;
    // The middle time a step at the largest sizes, over all solutions whose steps were counted.
    std::optional<double> time_a_step() const;
    SelfCheck self_check() const;

  private:
    const std::vector<NamedSeries> &series_;
    const std::vector<SeriesGrowth> &growths_;
    std::vector<Forecaster> forecasters_; // of each growth
};

// Which growths a time limit leaves room for at a size, at so much a step.
std::vector<ClassCost> classes_within(double limit_ns, double step_ns, double size,
                                      const std::string &size_name);

} // namespace iron
