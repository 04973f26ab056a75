// Solutions that keep something from one call to the next: a table in a global, a cache on a function, a
// default argument. A claim speaks of a first call.
#pragma once

#include <array>
#include <cstdint>
#include <map>
#include <set>
#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "records/journal.h"
#include "study/lab.h"

namespace iron {

// Finds them while they are measured.
class Remembering {
  public:
    // Steps of a call, and of a second one on the same input in the same process. Whether these show, for the
    // first time, that the solution remembers: of what calls grow by from one such input to another a good
    // part is missing the second time. What is made ready once, whatever the input, does not grow.
    bool told(const std::string &solution, std::int64_t first, std::int64_t second);
    // Whether a count of the cell, so many rungs up its line, should be such a pair: on every line a few,
    // each some rungs above the one before, in the order that counts come in. Of the first line of every
    // shape the first, and of the first shape a few, whatever they take; else where counts are cheap.
    bool wants_pair(const Cell &cell, std::size_t rung, bool is_cheap);
    // Of a cell: what a call took, and what its steps could take at the least.
    void told_call(const Cell &cell, double time_ns);
    void told_least(const Cell &cell, double least_ns) { seen_[cell].least_ns = least_ns; }
    // No machine takes so many steps in so short a time, or the first call on an input took far longer than
    // those after it: the compiler does without steps, something had to get warm, or an earlier call has done
    // the work. Where that is worth a look: once for every doubling of the work.
    bool is_doubtful(const std::string &solution, const Cell &cell, double first_s);
    // What came of it: seconds of the first call of a new process, and of a second one there. It takes two
    // looks, the second at twice the work: what a process makes ready once, classes and compiled code, does
    // not grow so.
    bool told_times(const std::string &solution, double first_s, double second_s);
    // Whether that is so now: a first call in a new process and a second one there; two processes, since a
    // machine that stands still for a moment is no memory.
    bool shows_in(Runner &runner, const InputId &which, Measurement form);
    // Known from an earlier session, or told by its counts together.
    void recall(const std::vector<Measurement> &earlier);
    bool remembers(const std::string &solution) const { return remember_.contains(solution); }

  private:
    struct Pair {
        std::int64_t first = 0, saved = 0;
    };
    struct Pairs {
        int count = 0;
        std::size_t last_rung = 0;
    };
    struct Seen {
        double time_ns = 1e300, least_ns = 0;
    };
    std::map<Cell, Seen> seen_;
    std::map<std::string, double> shown_by_;    // seconds of the first call that first showed it in times
    std::map<std::string, double> looked_at_s_; // the work of a call at the last look
    std::map<std::string, Pair> least_;         // the first pair of which something was saved
    std::map<std::array<int, 3>, Pairs> pairs_; // (solution, shape, line)
    std::set<std::string> remember_;
};

// Those that were read by first calls from some reading on, or counted so, or whose later counts tell it: a
// session may have ended there.
std::set<std::string> remembering_in(const std::vector<Measurement> &measurements);
// What it makes of their times: the largest place where first calls and later ones were timed.
struct FirstAndLater {
    std::string solution, shape;
    Sizes sizes;
    double first_ns = 0, later_ns = 0;
};
std::vector<FirstAndLater> first_and_later(const std::vector<Measurement> &measurements);
// Whether a reading tells of its solution: all do, but the later calls of those that remember.
bool is_told(const Measurement &measurement, const std::set<std::string> &remembering);

} // namespace iron
