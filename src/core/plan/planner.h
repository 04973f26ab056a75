// What to measure next, and when to stop. A pure function of what was told and of the time handed in.
#pragma once

#include "core/plan/rounds.h"

namespace iron {

// Plays out as: a climb, in which each (solution, shape, line) goes up its ladder while a call costs at most
// budget / 300; rounds over all cells in random order; then the next generation, which takes every cell again
// with a new seed, and its rounds; until the budget is spent. A step that might cost far more than the ones
// before it is probed first: by a leap under a limit, and where that was stopped in small steps. A series
// with fewer than 8 sizes, and none to be had below the ladder, may go on to calls of budget / 60, and fills
// the gap below a rung that costs too much with sizes that lie closer; one whose calls are dear from the
// start and stay level goes up every third rung. Where a count is too dear, memory that a claim asks for is
// read without one. A limit that is hit sends a series down: below the ladder, and at last to the smallest
// sizes of all.
//
// Where verdicts are told, undecided series climb on, along lines that the clock cut off and towards the size
// that should decide them, as far as what is left allows, or through the sizes that were passed over. Before
// the rounds begin, sizes are counted that were left out while counts were dear, and fresh inputs where
// counts hang on them. Rounds go to the undecided first, every other one with more fresh inputs, and all is
// over once everything is decided in every generation.
class Planner {
  public:
    explicit Planner(PlanOptions options);
    Planner(const Planner &) = delete; // the stages hold on to its ledger
    Planner &operator=(const Planner &) = delete;

    // `elapsed_s`: seconds since measuring began. Tells what to do now; the outcome of it has to be told
    // before the next call (not for new_generation and stop).
    Next next(double elapsed_s);

    // call_s: what one call took. cost_s: what all of the task took, reading the input and starting included.
    void told_probe(const Cell &cell, double call_s);
    // By the limit that came with it.
    void told_probe_stopped(const Cell &cell, double after_s);
    void told_time(const Cell &cell, double call_s, double cost_s);
    void told_count(const Cell &cell, double cost_s);
    void told_weight(const Cell &cell, double cost_s); // alone, or beside a count
    // Either by the limit that came with it: as long calls of the solution get no count from here on.
    void told_count_stopped(const Cell &cell, double after_s);
    void told_weight_stopped(const Cell &cell, double after_s);
    // By the count just told: where a verdict waits it is asked for again.
    void told_space_was_left_out(const Cell &cell);
    // The reading was disturbed: it is taken once more in this round.
    void told_disturbed(const Cell &cell);
    // The cell can't be measured (wrong, crashed, over a limit): it and all larger sizes of that shape and
    // line are dropped. `after_s`: where the clock stopped the call, else 0.
    void told_failure(const Cell &cell, double after_s = 0);
    void told_needs(const std::vector<Need> &needs);
    // What was counted of a solution says nothing: its cells are counted anew.
    void told_counts_are_void(int solution);

    // Before the first next(). What calls of a series took, by size, known from elsewhere: all at once.
    void hint(const Cell &series, const std::map<double, double> &calls) { climbing_.hint(series, calls); }
    // What an earlier session measured: no cell of it is climbed again. `passes`: in the generation that it
    // was stopped in. Then that generation and the round to go on with; series go up as far as the new budget
    // lets them.
    void recall(const Cell &cell, double call_s, bool has_count, int passes);
    void go_on_from(int generation, int round);

    int cells() const { return static_cast<int>(ledger_.cells.size()); }

  private:
    Next step_now();
    double limit_of(const Next &step) const;
    Next ask_for_verdicts();

    enum class Stage { climb, counts, rounds };
    Ledger ledger_;
    std::mt19937_64 random_;
    Climbing climbing_;
    Counting counting_;
    Rounds rounds_;
    Stage stage_ = Stage::climb;
    bool asked_ = false;       // for verdicts, since anybody climbed
    std::optional<Cell> last_; // whose step is under way
    bool judges_ = false;      // that is under way
};

} // namespace iron
