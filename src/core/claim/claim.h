// Claims, and what is judged of them.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/claim/reason.h"
#include "core/reading/metric.h"

namespace iron {

struct Claim {
    Metric metric = Metric::time; // or space
    std::string shape = "every";  // or a shape's name
    Bound bound;
};

struct SolutionClaims {
    std::string solution;
    std::vector<Claim> claims;
    bool whole_program = false;    // read with its start-up and its reading
    bool collects_garbage = false; // its memory is read with garbage not yet collected
    std::string excluded;          // why it gets no verdict ("it gives wrong answers"), or ""
    std::vector<std::string> shapes =
        {};                 // that a claim for every shape speaks of; empty: those that were read
    bool remembers = false; // from call to call: it was read by first calls
};

enum class Verdict {
    holds,     // the growth is within the bound
    exceeded,  // it grows faster (for Omega: slower; for Theta: either)
    undecided, // the readings can't tell
};
const char *word_for(Verdict verdict);

struct WouldDecide {
    std::string size_name;
    double size = 0;                    // measuring up to here should tell
    std::optional<double> cost_ns;      // of one call there, where it can be forecast
    std::optional<double> ends_at = {}; // the largest size allowed, where that is less
};

struct Judgement {
    Verdict verdict = Verdict::undecided;
    bool loose = false;               // O only: a bound smaller by a log factor holds as surely
    std::optional<Metric> decided_by; // steps, time, space or resident; nothing where nothing was read
    std::string worst_shape;
    bool borne_out = true;       // exceeded: by a closed form, or by what has risen manifold
    bool one_of_several = false; // shapes: then the sentence names it
    double from = 0, to = 0;     // of the first size, that the deciding readings cover
    std::string growth_class;    // "" where nothing could be fitted
    double exponent = 0;
    std::optional<std::pair<double, double>> interval;
    double evidence = 0; // ln units by which growth above the bound explains better (negative: worse)
    Reason reason;
    std::vector<Remark> remarks;
    std::optional<WouldDecide> would_decide;

    // Where nothing fits, or what does is the grain's or the start-up's growth and not the solution's.
    void name_no_growth() {
        growth_class.clear();
        exponent = 0;
        interval.reset();
    }
};

struct JudgedClaim {
    std::string solution;
    Claim claim;
    Judgement judgement;
};

} // namespace iron
