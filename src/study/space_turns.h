// At which sizes space is read. Everywhere, but where nobody claims anything of it and it is dear, a process
// for each reading: there at every second doubling on the way up.
#pragma once

#include <algorithm>
#include <map>
#include <string>
#include <tuple>

#include "core/plan/plan.h"
#include "core/policy.h"
#include "records/problem.h"

namespace iron {

class SpaceTurns {
  public:
    SpaceTurns(const Problem &problem, double budget_s) : problem_(problem), budget_s_(budget_s) {}

    // `climbs`: on the way up, before rounds and generations.
    bool wants(const std::string &solution, const Cell &cell, bool climbs) {
        double &largest = at_[{cell.solution, cell.shape, cell.line}];
        const bool wants =
            !leaves_out(solution) || (climbs && cell.size >= policy::plan::unclaimed_space_at * largest);
        if (wants) largest = std::max(largest, cell.size);
        return wants;
    }
    // A count with its space took so long.
    void told(const std::string &solution, double seconds) { took_s_[solution] = seconds; }

    bool leaves_out(const std::string &solution) const {
        return takes_longer(solution,
                            std::max(policy::plan::dear_space_s, policy::plan::usual_call * budget_s_)) &&
               !is_asked_for(solution);
    }
    bool takes_longer(const std::string &solution, double seconds) const {
        const auto last = took_s_.find(solution);
        return last != took_s_.end() && last->second > seconds;
    }

  private:
    bool is_asked_for(const std::string &solution) const {
        if (problem_.target && problem_.target->memory_bytes) return true;
        const std::vector<Claim> &claims = problem_.solution(solution)->claims;
        return std::any_of(claims.begin(), claims.end(),
                           [](const Claim &claim) { return claim.metric == Metric::space; });
    }

    const Problem &problem_;
    double budget_s_;
    std::map<std::string, double> took_s_;           // by solution
    std::map<std::tuple<int, int, int>, double> at_; // by solution, shape, line: the largest size
};

} // namespace iron
