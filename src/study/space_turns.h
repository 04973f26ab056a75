// At which sizes space is read. Everywhere, but where it is dear, a process for each reading, and nobody
// claims anything of it, or it lies below its grain and so says nothing yet: there at every second doubling
// on the way up, and of what nobody asks for no more than a small share of the time pays. What was left out
// of one that is asked for is read when its count is asked for again.
#pragma once

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <string>
#include <tuple>

#include "core/plan/plan.h"
#include "core/policy.h"
#include "records/journal.h"
#include "records/problem.h"

namespace iron {

class SpaceTurns {
  public:
    SpaceTurns(const Problem &problem, double budget_s) : problem_(problem), budget_s_(budget_s) {}

    // `climbs`: on the way up, before rounds and generations.
    bool wants(const std::string &solution, const Cell &cell, bool climbs) {
        double &largest = at_[{cell.solution, cell.shape, cell.line}];
        const bool wants = !leaves_out(solution, cell) ||
                           (climbs && (left_.contains(cell) || (cell.size >= next_after(cell) * largest &&
                                                                is_worth_its_time(solution))));
        if (wants) largest = std::max(largest, cell.size);
        if (wants || !climbs || !is_asked_for(solution))
            left_.erase(cell);
        else
            left_.insert(cell);
        return wants;
    }
    bool is_left(const Cell &cell) const { return left_.contains(cell); }
    // Reading it, or the count that it came with, took so long.
    void told(const Cell &cell, double seconds, const Measurement &read) {
        took_s_[read.solution] = seconds;
        all_s_[read.solution] += seconds;
        const auto grain = static_cast<double>(read.space.grain_bytes);
        times_below_[{cell.solution, cell.shape}] =
            grain < policy::growth::coarse_grain
                ? 0
                : grain / std::max(1.0, static_cast<double>(read.space.space_bytes));
    }

    bool leaves_out(const std::string &solution, const Cell &cell) const {
        if (!takes_longer(solution,
                          std::max(policy::plan::dear_space_s, policy::plan::usual_call * budget_s_)))
            return false;
        return !is_asked_for(solution) || times_below(cell) > 1;
    }
    bool is_asked_for(const std::string &solution) const {
        for (const Target &target : problem_.targets)
            if (target.memory_bytes) return true;
        const std::vector<Claim> &claims = problem_.solution(solution)->claims;
        return claims.empty() || std::any_of(claims.begin(), claims.end(), [](const Claim &claim) {
                   return claim.metric == Metric::space;
               });
    }

  private:
    bool takes_longer(const std::string &solution, double seconds) const {
        const auto last = took_s_.find(solution);
        return last != took_s_.end() && last->second > seconds;
    }
    bool is_worth_its_time(const std::string &solution) const {
        const double share_s = budget_s_ / static_cast<double>(problem_.solutions.size());
        return is_asked_for(solution) ||
               all_s_.at(solution) + took_s_.at(solution) <= policy::plan::unasked_space_share * share_s;
    }
    double times_below(const Cell &cell) const {
        const auto last = times_below_.find({cell.solution, cell.shape});
        return last == times_below_.end() ? 0 : last->second;
    }
    // Bytes that grow like the square of the size come to the grain there.
    double next_after(const Cell &cell) const {
        return std::clamp(std::sqrt(times_below(cell)), policy::plan::sparse_space_at,
                          policy::plan::sparsest_space_at);
    }

    const Problem &problem_;
    double budget_s_;
    std::map<std::string, double> took_s_, all_s_; // by solution: the last one, and all
    // The last reading against a coarse grain, by solution and shape; 0 where that is fine.
    std::map<std::pair<int, int>, double> times_below_;
    std::map<std::tuple<int, int, int>, double> at_; // by solution, shape, line: the largest size
    std::set<Cell> left_;                            // claimed, and left out so far
};

} // namespace iron
