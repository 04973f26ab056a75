// One series' way up a line: from the smallest size that is measured, as far as its calls stay affordable.
#pragma once

#include <map>
#include <optional>
#include <vector>

#include "core/plan/cost.h"
#include "core/plan/ledger.h"
#include "core/policy.h"

namespace iron {

class Climb {
  public:
    Climb(const Ledger &ledger, int solution, int shape, int line);

    bool climbing() const { return climbing_; }
    // What to do next, as long as it is climbing: a probe or a size to read.
    Cell at() const { return at_; }
    bool probes() const { return probing_; }
    double probe_limit_s() const;
    bool goes_down() const { return down_; } // fills up below the ladder
    int line() const { return at_.line; }
    std::size_t counted() const { return counted_; } // sizes
    std::size_t rung() const { return rung_; }

    double largest() const { return largest_; } // size that was read
    double last_s() const { return seen_.empty() ? 0 : seen_.back().second; }
    double next_s() const; // what the next size will take, loading and counting included
    // What a counted call there will take, all of it; 0 where none was counted.
    double expected_count_s(double size) const;
    double expected_weight_s(double size) const;
    double expected_s() const { return costs_.expected(at_.size); }              // of a call
    const std::vector<std::pair<double, double>> &seen() const { return seen_; } // (size, call_s)

    // Until then it may climb, as seconds of the budget.
    double until_s() const;
    // Dear counts (a process for each, an interpreter that traces) are taken at every second size, or at the
    // few that a verdict needs, and none above a hundredth of the budget once there are enough.
    bool counts_here() const;
    // Whether one that takes so long is worth it, wherever it is.
    bool affords_count(double expected_s) const;
    // Whether memory is read there on its own.
    bool affords_weight(double size) const;

    // `goes_on`: while the planner climbs; later readings change nothing here.
    void told_probe(double size, double call_s);
    void told_probe_stopped(double size, double after_s);
    void told_time(double size, double call_s, double cost_s, bool goes_on);
    void told_count(double size, double cost_s);
    void told_weight(double size, double cost_s);
    void told_count_stopped(double size, double after_s) { count_costs_.stopped(size, after_s); }
    void told_weight_stopped(double size, double after_s) { weight_costs_.stopped(size, after_s); }
    // Nothing from this size on can be read; `after_s`: where a call was stopped by the clock, else 0. A
    // series that has read nothing yet goes down.
    void told_failure(double size, double after_s);

    // What calls took, by size, known from elsewhere. Told all at once: a slow moment among them is seen for
    // one beside what larger sizes took.
    void hint(const std::map<double, double> &calls);
    // The same place was read on another line: it is not read again.
    void read_elsewhere(double size, double call_s);
    void recall(double size, double call_s);
    // From where an earlier session stopped.
    void go_on();

    void stop() { climbing_ = false; }
    void cut_off_by_the_clock();
    // Its verdict is open: on where the clock cut it off, or towards a size that should decide. Whether there
    // is anything new to climb for.
    bool climb_longer(bool short_of_places);
    bool climb_to(double size);
    // Or the sizes that were passed over.
    bool climb_between();
    // On a last resort: from now on.
    void begin();

  private:
    const SolutionCosts &solution_costs() const;
    const PlanLine &plan() const { return ledger_->options.line_of(at_); }
    double usual_s() const { return policy::plan::usual_call * ledger_->options.budget_s; }
    bool level_counts(double expected_s) const;
    bool stays_short() const;
    bool affordable(double size) const;
    bool is_smallest(double size) const;
    bool in_time(double size) const;
    std::size_t stride() const;
    std::size_t affordable_stride() const;
    void aim(); // sets the next size, or ends
    void settle();
    void take_in_time(); // or later, should a verdict need it
    void take();         // the size aimed at, or a probe before it
    double leap() const;
    void go_down();
    void go_up_again();
    void end();
    bool take_closer();
    bool fill_in(std::size_t sizes);

    const Ledger *ledger_;
    const std::vector<double> *sizes_;
    Cell at_;
    double aim_ = 0; // the size to be read next, probes on the way to it
    bool climbing_ = true;
    bool probing_ = false;
    bool cautious_ = false; // a leap was stopped
    bool down_ = false;
    bool went_up_again_ = false;
    bool filled_in_ = false, filled_between_ = false;
    bool level_ = false; // nothing changes along the line
    double up_to_ = 0;   // climbing on for the sake of a verdict
    bool failed_ = false;
    bool asked_again_ = false; // the last probe
    double ceiling_ = 1e300;   // nothing from here on can be read
    bool cut_off_ = false;     // by the clock
    double until_ = 0;         // share of the budget, where its verdict does not stand
    double time_s_ = 0;        // what the last size took, loading included
    std::size_t counted_ = 0;  // sizes
    std::size_t weighed_ = 0;
    std::size_t rung_ = 0;
    std::vector<double> closer_; // sizes put in between, largest first
    std::vector<std::pair<double, double>> seen_;
    std::map<double, double> elsewhere_; // sizes read on another line, call_s
    CallCosts costs_, count_costs_, weight_costs_;
    double largest_ = 0;
};

} // namespace iron
