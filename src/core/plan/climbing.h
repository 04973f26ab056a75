// The first stage: every series goes up its lines. Whose turn it is, and which lines wait for others.
#pragma once

#include <map>
#include <random>
#include <utility>
#include <vector>

#include "core/plan/climb.h"

namespace iron {

class Climbing {
  public:
    explicit Climbing(Ledger &ledger);

    // `stop`: nobody climbs now.
    Next next(std::mt19937_64 &random);
    // Where verdicts are open: those that go on. Whether any does.
    bool go_on_for_verdicts();
    // Sizes of a series left out while its counts were dear, now queued where a count costs no more; with
    // those whose count left space out, where `spaces`.
    void count_what_was_left_out(const Climb &climb, double dearest_s, bool spaces,
                                 std::vector<Next> &queue) const;

    void told_probe(const Cell &cell, double call_s);
    void told_probe_stopped(const Cell &cell, double after_s);
    void told_time(const Cell &cell, double call_s, double cost_s, bool climbs);
    void told_count(const Cell &cell, double cost_s, bool climbs);
    void told_weight(const Cell &cell, double cost_s);
    void told_count_stopped(const Cell &cell, double after_s, bool climbs);
    void told_weight_stopped(const Cell &cell, double after_s) {
        of(cell).told_weight_stopped(cell.size, after_s);
    }
    double expected_count_s(const Cell &cell) const {
        return climbs_[index_of(cell)].expected_count_s(cell.size);
    }
    double expected_weight_s(const Cell &cell) const {
        return climbs_[index_of(cell)].expected_weight_s(cell.size);
    }
    void told_failure(const Cell &cell, double after_s);

    // Of an earlier session, then all go on under the new budget.
    void recall(const Cell &cell, double call_s);
    void hint(const Cell &cell, const std::map<double, double> &calls) { of(cell).hint(calls); }
    void go_on();
    void stop();

    const std::vector<Climb> &all() const { return climbs_; }

  private:
    using Turn = std::pair<double, double>; // the least is next: of a series, of a line of it
    struct SeriesSoFar {
        double places = 0, least_s = 1e300;
    };
    std::size_t index_of(const Cell &cell) const;
    bool is_worth_its_cost(const Cell &cell) const;
    Climb &of(const Cell &cell) { return climbs_[index_of(cell)]; }
    const Climb &main_of(const Climb &climb) const {
        return climbs_[index_of({climb.at().solution, climb.at().shape, 0, 0})];
    }
    void tell_other_lines(const Cell &cell, double call_s);
    bool waits_for_main(const Climb &climb) const;
    bool has_to_wait(Climb &climb);
    SeriesSoFar series_of(const Climb &climb) const;
    double share_taken(const Climb &climb) const;
    Turn turn_of(const Climb &climb, bool urgent_alone);
    Climb *whose_turn(std::mt19937_64 &random);
    bool try_last_resorts();
    bool is_urgent(const Climb &climb) const {
        return ledger_.options.lines[static_cast<std::size_t>(climb.line())].urgent;
    }

    Ledger &ledger_;
    std::vector<Climb> climbs_;
    std::map<int, std::vector<std::pair<int, double>>> lines_at_; // by place: lines, and the rung of each
    std::vector<Next> queue_;                                     // what goes with cells just timed
    bool last_resorts_tried_ = false;
};

} // namespace iron
