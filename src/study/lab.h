// What the order of the work needs of a laboratory: something that makes inputs and runs solutions.
// Real: RealLab (lab/real_lab.h); simulated: SimulatedLab (tests/simulated), whose solutions are laws.
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "records/journal.h"
#include "records/problem.h"
#include "study/answers.h"

namespace iron {

// The same work on many things, perhaps side by side: calls work(0) … work(count - 1), each once.
using EachOf = std::function<void(int count, const std::function<void(int)> &work)>;

// What to draw instead of random numbers, for edge cases.
enum class Draw {
    random,
    lowest,  // every number the low end of its range
    highest, // every number the high end
    equal,   // one random number of the range, again and again
};

// What was drawn while a template was filled, call by call, so that the same input can be made again with
// some of it left out or lowered.
struct Tape;
struct CallTape {
    std::vector<std::int64_t> values; // in the order printed
    bool free = false;                // each value may be any in its range, whatever the others are
    std::vector<Tape> rows;           // of rows(): what each row drew
};
struct Tape {
    std::vector<CallTape> calls;
};

// An input as it lies somewhere.
struct Input {
    std::filesystem::path path;
    std::uint64_t bytes = 0;
};

// An input made again from a tape, and what was drawn for it.
struct Replayed {
    Input input;
    std::string text;
    Tape tape;
};

class Inputs {
  public:
    virtual ~Inputs() = default;
    // Made when first asked for. Throws Error (usage) where the shape can't be made at these sizes, Error
    // (not_possible) where its program fails. `draw` means nothing to a program.
    virtual Input get(const std::string &shape, const Sizes &sizes, std::uint64_t seed,
                      Draw draw = Draw::random) = 0;
    // Any text as an input, gone with the next one.
    virtual Input put(const std::string &text) = 0;
    virtual std::string text(const Input &input) = 0;
    // What a template draws for these; nothing of shapes made otherwise.
    virtual Tape drawn(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) = 0;
    // A template filled from a tape, what comes from `cut` on left out first. Gone with the next put() or
    // again(). None where no input can be made so.
    virtual std::optional<Replayed> again(const std::string &shape, const Sizes &sizes, const Tape &tape,
                                          std::size_t cut) = 0;
};

// What a call is made on.
struct InputId {
    std::string shape;
    Sizes sizes;
    std::uint64_t seed = 0;
    auto operator<=>(const InputId &) const = default;
};

// Thrown where a solution did not come to an answer.
struct Failure {
    Outcome outcome;
    std::string detail;
};

struct Answered {
    Outcome outcome = Outcome::done;
    std::string detail;
    std::string text;
    double seconds = 0; // of the call, or of the whole process
};

// One pass.
struct Timed {
    Measurement reading;
    double call_s = 0;                  // one call, start-up and the cost of an empty call included
    std::optional<std::string> answer;  // where this was the first call on the input since renew()
    std::optional<double> first_s = {}; // what the first call on the input took, before those that were timed
    std::optional<double> again_s = {}; // of a first call alone: what a second one took in the same process
};

struct CountAsk {
    bool steps = true;      // else memory alone
    bool twice = false;     // also a later call of that process, to see whether both agree
    bool space = true;      // a whole program tells it with its steps, and never alone
    double limit_s = 1e300; // then it is stopped: Failure, over-time
};

// One solution, made ready to run.
class Runner {
  public:
    virtual ~Runner() = default;
    virtual Answered answer(const Input &input, double limit_s) = 0;
    // A batch of calls, or one run of a whole program. `blank` is filled in; where that is cold, by the first
    // call of a new process alone, as are counts. Throws Failure.
    virtual Timed time(const InputId &which, const Measurement &blank) = 0;
    // One counted call and one whose memory is read, as far as is asked; each a copy of `blank` filled in.
    // Throws Failure.
    virtual std::vector<Measurement> count(const InputId &which, const Measurement &blank,
                                           const CountAsk &ask) = 0;
    // New processes, no input held: the next generation.
    virtual void renew() = 0;
    // What the reader of the numbers should know, each once.
    virtual std::vector<std::string> notes() const = 0;
};

class Lab {
  public:
    virtual ~Lab() = default;
    virtual Inputs &inputs() = 0;
    // Of a solution that is ready.
    virtual Runner &runner(const std::string &solution) = 0;
    // Two answers to one input, by the problem's own rule. Throws Error (not_possible) where a referee fails.
    virtual Comparison compare(const Input &input, const std::string &expected, const std::string &got) = 0;
    // Whether the machine is busy with something else just now.
    virtual bool restless() = 0;
    // Work of the tool's own while nothing is measured.
    virtual void at_leisure(const std::function<void()> &work) = 0;
};

// A solution as the order of the work knows it.
struct Entrant {
    std::string name;
    bool ready = false;         // built, and able to run
    std::string message;        // why not: the compiler's own words
    bool whole_program = false; // the whole process is measured
    bool counts = false;        // steps or memory can be read
    bool weighs = false;        // memory can, in a call that is not counted
};

} // namespace iron
