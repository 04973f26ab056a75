// Two results of the same solutions side by side: before and after an edit, or on two machines.
#pragma once

#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/compare/line_changes.h"
#include "core/compare/ratio.h"

namespace iron {

// What one solution was found to be, as words: of its answers and of each claim.
struct Standing {
    std::string solution;
    std::string answers; // "agrees", "disagrees", "fails", or "" where unknown
    std::vector<std::pair<std::string, std::string>> verdicts; // claim as text, verdict
};

struct Change {
    enum class Kind {
        same, // within the noise, or by less than what counts
        better,
        worse, // by a level factor
        grows_slower,
        grows_faster,
        answers,
        verdict, // changed
        appeared,
        gone,
    };
    Kind kind = Kind::same;
    std::string solution, shape;     // shape of ratios only
    std::optional<Metric> metric;    // of ratios
    RatioCourse course;              // of ratios: later / earlier
    std::string what, before, after; // of answers and verdicts
    bool counts = false;             // a change for the worse
};
const char *word_for(Change::Kind kind);

struct Results {
    std::vector<NamedSeries> series;
    std::vector<Standing> standings;
    std::map<std::string, CountedLines> lines = {}; // by solution, of those that were counted so
};

// How many times as long solutions took that nobody touched: the machine itself was slower, or faster.
struct Drift {
    double ratio = 1;                   // the median of their series
    Interval interval{1, 1};            // where nineteen of twenty series nobody touched lie
    std::vector<std::string> solutions; // that tell it
};

// Nothing where no series of `untouched` was timed in both. Twice 1.4826 times the median distance from the
// median makes the interval; with fewer than four series it is a tenth to either side, and never less than 3
// %.
std::optional<Drift> drift_between(const Results &earlier, const Results &later,
                                   const std::set<std::string> &untouched);

// Of solutions in both, by name, the lines that take more steps; those without one are left out.
std::map<std::string, std::vector<DearerLine>> dearer_lines_between(const Results &earlier,
                                                                    const Results &later, double worse_by);

// Series by series and standing by standing, in the later's order. `worse_by`: what counts, 0.05 for 5 %.
// `same_machine`: else times are told but never count. With a drift, times of the solutions that tell it are
// no change, and the others' are divided by it, their intervals widened by its own.
std::vector<Change> changes_between(const Results &earlier, const Results &later, double worse_by,
                                    bool same_machine, const std::optional<Drift> &drift = {});

} // namespace iron
