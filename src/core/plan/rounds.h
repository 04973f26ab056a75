// What comes after the climb: more counts for open verdicts, then rounds over all cells, and generations.
#pragma once

#include <random>
#include <set>
#include <vector>

#include "core/plan/climbing.h"

namespace iron {

// More counts, ahead of all rounds: of the series whose verdicts wait for that, what was left out; then other
// inputs where a count is not dear and the verdict, whichever it is, may hang on those that were taken.
class Counting {
  public:
    Counting(Ledger &ledger, const Climbing &climbing) : ledger_(ledger), climbing_(climbing) {}
    void begin();
    // `stop`: no more of it. `judge`: once, whether counts hang on the input at all.
    Next next(std::mt19937_64 &random);
    bool counted_any() const { return counted_; }

  private:
    Ledger &ledger_;
    const Climbing &climbing_;
    std::vector<Next> queue_;
    double until_s_ = 0;
    bool counted_ = false, asked_ = false;
};

// Rounds in random order; then the next generation, which takes every cell again with a new seed, and its
// rounds; until the budget is spent, or all is decided in every generation.
class Rounds {
  public:
    explicit Rounds(Ledger &ledger) : ledger_(ledger) {}
    // After the climb.
    void begin(std::mt19937_64 &random);
    // Where an earlier session stopped: the round that was under way counts as over.
    void go_on() { issued_ = 1; }
    Next next(std::mt19937_64 &random);
    void told_disturbed(const Cell &cell);

  private:
    void plan_generations();
    void fill_round(std::mt19937_64 &random);
    void fill_generation(std::mt19937_64 &random);
    bool enough_is_read() const;
    bool turn_of_generation(Next &step, bool enough, std::mt19937_64 &random);

    Ledger &ledger_;
    std::vector<Next> queue_; // what is left of this round, last first
    std::set<Cell> again_;    // taken again in this round
    int issued_ = 0;          // in this round
    double began_s_ = 0;
    bool asked_ = false;
};

} // namespace iron
