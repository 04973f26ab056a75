// Problems of every form that a problem file can have, their solutions laws, and what has to be true of each
// whatever comes out.
#pragma once

#include <cstdint>
#include <map>
#include <string>
#include <vector>

#include "core/claim/rules.h"
#include "simulated/simulated_lab.h"

namespace iron::test {

struct Generated {
    SimulatedProblem simulated;
    std::uint64_t seed = 0;
    double budget_s = 10;
    bool again = false; // a second session with the same budget follows
};

// The same seed makes the same problem.
Generated generated_problem(std::uint64_t seed);
// As a person would write it down, for messages.
std::string described(const Generated &generated);

// What is to be true of every run; each names a fault.
enum class Rule {
    no_exception,
    right_ones_agree,      // whoever gives right answers is not marked
    wrong_ones_are_found,  // and the others are, where a small input shows it
    everybody_is_read,     // who has one legal size it can do has a reading
    budget_is_kept,        // but for one call's limit and everybody's first reading
    time_is_shared,        // nobody's cheap sizes are left out
    range_is_kept,         // no size outside the problem's own, none below `measured_from` without need
    sentence_fits_verdict, // no falling ratio beside `exceeded`, no rising one beside `holds`
    documents_are_valid,   // against their schemas
    right_line_is_named,   // whose own growth leaves the bound
    no_false_exceeded,
    no_false_holds,
};
const char *word_for(Rule rule);

struct Checked {
    std::vector<std::pair<Rule, std::string>> faults;
    std::vector<std::string> open; // undecided claims, with the reason
    int claims = 0;                // with a verdict to be had
    // By what decided: "steps", "space", "time". out_of_reach: not among the judged, since no six sizes can
    // be read in the solution's share of the budget, or since it speaks of what can't be seen.
    std::map<std::string, int> judged, undecided, out_of_reach;
};

// `without`: rules of judging left out.
Checked check(const Generated &generated, const Without &without = {});

} // namespace iron::test
