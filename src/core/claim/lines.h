// Where the growth lives: a solution's steps by line, and the lines that break its claims.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/growth/profile.h"

namespace iron {

struct SolutionLines {
    std::string solution, shape;
    std::vector<CountedCall> calls;
    std::vector<ProfileGrowth> profiles;

    // Places where it was counted, in order.
    std::vector<std::vector<double>> places() const;
};

// Of a solution's shapes the one that took most steps in a call; null where none was counted.
const SolutionLines *hardest_shape(const std::vector<SolutionLines> &lines, const std::string &solution);

// What leaves a bound on time: the profile with the largest share, where its own growth does; null where none
// does.
const ProfileGrowth *leaving(const SolutionLines &lines, const Bound &bound);

// What breaks a claim that the solution's steps exceed: the part that decided, or what leaves the bound. Null
// for all other claims.
const ProfileGrowth *breaking(const SolutionLines &lines, const JudgedClaim &claim);

// A spot's line as it stands in the sources; "" where it can't be read.
using SourceText = std::function<std::string(const std::string &solution, const Spot &)>;

// Adds to every claim on time that is exceeded by steps which line does it, where one does.
void name_lines(std::vector<JudgedClaim> &claims, const std::vector<SolutionLines> &lines,
                const SourceText &text);

} // namespace iron
