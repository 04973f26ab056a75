// What of a problem is looked at.
#pragma once

#include <functional>
#include <map>
#include <set>
#include <string>
#include <vector>

#include "core/reading/enclosing.h"
#include "records/agreement.h"
#include "records/problem.h"

namespace iron {

// A solution, with what its language and style mean for its claims.
struct Contender {
    const Solution *solution = nullptr;
    bool whole_program = false;    // read with its start-up and its reading
    bool collects_garbage = false; // its memory is read with garbage not yet collected
    EnclosingLines enclosing = {}; // of the first of its sources
};

// Sizes that no input of a shape depends on, by shape.
using UnusedSizes = std::map<std::string, std::set<std::string>>;

struct Scope {
    const Problem &problem;
    std::vector<Contender> contenders;
    std::vector<std::string> shapes;
    Sizes upto = {};         // largest sizes to measure, beside the problem's own
    UnusedSizes unused = {}; // see unused_sizes()

    std::vector<std::string> names() const; // of the solutions
    const std::string &swept() const { return problem.sizes.front().name; }
    // Tells the places where the first size grows and the others have their usual values.
    std::function<bool(const Sizes &)> on_sweep() const;
    // All sizes, where the first has a value and the others their usual ones.
    std::function<Sizes(double)> along_sweep() const;
};

// What the solutions claim; those that `agreement` (null: not known) does not let pass are excluded.
std::vector<SolutionClaims> claims_in(const Scope &scope, const Agreement *agreement);

} // namespace iron
