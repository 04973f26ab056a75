// A problem made of sources alone: functions that they share, how they are called, what grows, and what they
// claim.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "records/call.h"
#include "records/claims_in_source.h"

namespace iron {

struct SourceGiven {
    std::string path; // as it is named in the problem file
    std::string text;
};

struct ProposedSolution {
    std::string name, source, function; // another than the call's, or ""
    std::vector<WrittenClaim> claims;
    bool is_program = false;
};

struct ProposedShape {
    std::string name;
    std::vector<std::string> takes; // by argument: a template
};

struct Proposal {
    Call call;
    std::vector<std::string> sizes; // of each a line of [sizes]
    std::vector<ProposedShape> shapes;
    std::vector<ProposedSolution> solutions;
    std::vector<std::string> assumed; // what could not be read and was taken so: a sentence each
};

// Nothing where the sources are programs, or share no function. `names`: of the solutions.
std::optional<Proposal> proposal_for(const std::vector<SourceGiven> &sources,
                                     const std::vector<std::string> &names);

// The problem file of it.
std::string text_of(const Proposal &proposal, const std::string &title);

} // namespace iron
