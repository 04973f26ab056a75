// What to measure next, and when to stop. A pure function of what was told and of the time handed in.
#pragma once

#include <cstdint>
#include <map>
#include <random>
#include <set>
#include <utility>
#include <vector>

namespace iron {

// One thing to measure: a solution on a shape, at a place on a line through the sizes.
struct Cell {
    int solution = 0;
    int shape = 0;
    int line = 0;
    double size = 0; // of what grows along the line
    auto operator<=>(const Cell &) const = default;
};

enum class Task {
    new_generation, // fresh workers, the next seed
    time,           // one pass: a batch of timed calls
    count,          // one counted call; from round 1 on, of another input
    judge,          // tell which verdicts stand (told_needs)
    stop,
};

struct Next {
    Task task = Task::stop;
    Cell cell;
    int generation = 0;
    int round = 0; // passes of a generation over the cells, 0 is the first
};

// A way through the sizes: one size grows while the others stay, or all grow together.
struct PlanLine {
    std::vector<double> sizes; // the ladder
    std::vector<double> below; // sizes under it, taken (largest first) by a series that stays short: 2^n
    // What each rung means on the first line, whose readings tell what is affordable: a solution goes no
    // farther than it has come there. Empty: no matter.
    std::vector<double> on_first;
    bool urgent = false; // climbed before the others, once the first allows it
};

struct PlanOptions {
    int solutions = 0;
    int shapes = 0;
    std::vector<PlanLine> lines;
    std::vector<bool> counted; // by solution: steps can be counted
    bool judges = false;       // verdicts are told when asked for: the least certain get the time
    double budget_s = 60;
    int generations = 3; // wanted; fewer where the loading of inputs alone would eat the budget
    std::uint64_t seed = 1;
};

// What the verdicts on a solution's claims need, on one shape.
struct Need {
    int solution = 0;
    int shape = 0;
    bool decided = true;
    double up_to = 0;         // a size on line 0 that should decide it; 0: none is known
    bool more_inputs = false; // counts hang on the input: others would tell more
};

// Plays out as: a climb, in which each (solution, shape, line) goes up its ladder while a call costs at most
// budget / 300; rounds over all cells in random order; then the next generation, which takes every cell again
// with a new seed, and its rounds; until the budget is spent. A series with fewer than 8 sizes, and none to
// be had below the ladder, may go on to calls of budget / 60, and fills the gap below a rung that costs too
// much with sizes that lie closer; one whose calls are dear from the start and stay level goes up every third
// rung.
//
// Where verdicts are told, undecided series climb on, along lines that the clock cut off and towards the size
// that should decide them, as far as what is left allows. Before the rounds begin, sizes are counted that
// were left out while counts were dear, and fresh inputs where counts hang on them. Rounds go to the
// undecided first, every other one with more fresh inputs, and all is over once everything is decided in
// every generation.
class Planner {
  public:
    explicit Planner(PlanOptions options);

    // `elapsed_s`: seconds since measuring began. Tells what to do now; the outcome of it has to be told
    // before the next call (not for new_generation and stop).
    Next next(double elapsed_s);

    // call_s: what one call took. cost_s: what all of the task took, reading the input and starting included.
    void told_time(const Cell &cell, double call_s, double cost_s);
    void told_count(const Cell &cell, double cost_s);
    // The reading was disturbed: it is taken once more in this round.
    void told_disturbed(const Cell &cell);
    // The cell can't be measured (wrong, crashed, over a limit): it and all larger sizes of that shape and
    // line are dropped.
    void told_failure(const Cell &cell);
    void told_needs(const std::vector<Need> &needs);

    // What an earlier session measured, before the first next(): no cell of it is climbed again. `passes`: in
    // the generation that it was stopped in. Then that generation and the round to go on with.
    void recall(const Cell &cell, double call_s, bool has_count, int passes);
    void go_on_from(int generation, int round);

    int cells() const { return static_cast<int>(cells_.size()); }

  private:
    struct Climber {
        Cell at;
        bool climbing = true;
        bool down = false; // filling up below the ladder
        double up_to = 0;  // climbing on for the sake of a verdict
        bool failed = false;
        bool cut_off = false;                        // by the clock
        bool longer = false;                         // and went on since its verdict does not stand
        double count_s = 0;                          // what the last counted call took, all of it
        double step_s = 0;                           // what the last size took, counting included
        std::size_t rung = 0;                        // of options_.sizes
        std::vector<double> closer;                  // sizes put in between, largest first
        std::vector<std::pair<double, double>> seen; // (size, call_s)
        double largest = 0;                          // of them
    };
    struct Known {
        double call_s = 0;
        double load_s = 0; // first pass, less the call
        double pass_s = 0; // later passes
        double count_s = 0;
        bool loaded = false;          // in this generation
        int passes = 0;               // in this generation
        double timed_s = 0;           // by them
        bool has_count = false;       // or needs none
        bool uncounted = false;       // left out, since counts were dear
        bool every_generation = true; // not thinned out
    };

    Next climb(double elapsed_s);
    Next in_rounds(double elapsed_s);
    void climb_on(Climber &climber);
    void end_climb(Climber &climber);
    static bool take_closer(Climber &climber);
    static double last_of(const Climber &climber); // its last call
    bool stays_short(const Climber &climber) const;
    bool affordable(Climber &climber, double size, double elapsed_s) const;
    double predicted_call(const Climber &climber, double size) const;
    double turn_of(const Climber &climber, bool urgent_alone);
    bool counted_again(const Known &known) const {
        return !known.uncounted && known.count_s <= options_.budget_s / 3000;
    }
    void plan_generations(double left_s);
    void fill_generation();
    void fill_round();
    void settle_climb(double elapsed_s);
    Next count_more(double elapsed_s);
    void count_what_was_left_out(const Climber &climber);
    bool has_to_wait(Climber &climber);
    bool all_decided() const;
    static bool too_few_passes(const Known &known);
    bool undecided(const Cell &cell) const;
    bool wants_inputs(const Cell &cell) const;
    const PlanLine &line_of(const Climber &climber) const { return options_.lines[climber.at.line]; }
    Climber &climber_of(const Cell &cell) {
        const int lines = static_cast<int>(options_.lines.size());
        return climbers_[(cell.solution * options_.shapes + cell.shape) * lines + cell.line];
    }
    Next issue(Task task, const Cell &cell);

    PlanOptions options_;
    std::mt19937_64 random_;
    std::vector<Climber> climbers_;
    std::map<Cell, Known> cells_;
    std::vector<Next> queue_; // what is left of this round, last first
    std::map<std::pair<int, int>, Need> needs_;
    std::set<Cell> again_; // taken again in this round
    enum class Stage { climb, counts, settle, rounds };
    Stage stage_ = Stage::climb;
    double counts_until_s_ = 0;
    bool counted_more_ = false; // between the climb and the rounds
    bool asked_ = false;        // for verdicts, in this stage
    double elapsed_ = 0;
    int generation_ = 0;
    int round_ = 0;
    int issued_in_round_ = 0;
    double now_climbed_s_ = 0; // when the climb ended
};

} // namespace iron
