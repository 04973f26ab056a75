// A laboratory without processes: solutions are laws, time is a number that only they move.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "study/archive.h"
#include "study/clock.h"
#include "study/lab.h"
#include "study/teller.h"

namespace iron::test {

class SimulatedClock : public Clock {
  public:
    double seconds() const override { return now_s_; }
    void pass(double seconds) { now_s_ += seconds; }

  private:
    double now_s_ = 0;
};

// factor * growth
struct Term {
    double factor = 1;
    Expression growth;
};
double value_of(const std::vector<Term> &terms, const Sizes &sizes);

// What a solution does on one shape.
struct ShapeLaw {
    std::vector<Term> steps; // a call
    std::vector<Term> bytes; // beyond input and answer
    double ends_early = 0;   // share of calls that take a tenth
    double input_spread = 0; // relative, of counts from seed to seed
};

struct SolutionLaw {
    std::map<std::string, ShapeLaw> on; // by shape
    double step_ns = 1;
    double noise = 0.01; // relative, of times; one in twenty is half as long again
    bool whole_program = false;
    double start_up_s = 0; // of a whole program
    bool counts = true;
    bool by_line = false; // counts are told by line: the first term's is line 1
    bool weighs = true;
    double counting_times = 1.3; // a counted call against a plain one
    double weighs_s = 0;         // what reading its space takes beside the call: a process for each
    double grain_bytes = 64;
    // A step costs more where what a call touches, its input and what it needs, exceeds this: caches.
    double cache_bytes = 1e18, cache_times = 1;
    // From that value of the first size on.
    std::optional<double> wrong_from, crashes_from, silent_from;
    bool remembers = false; // later calls on an input cost a hundredth
    int stalls_every = 0;   // so many answers the machine stands still for a tenth of a second
};

struct SimulatedProblem {
    Problem problem;
    std::map<std::string, SolutionLaw> laws;
    bool draws = true; // inputs of one place differ from seed to seed
};

class SimulatedInputs : public Inputs {
  public:
    SimulatedInputs(const SimulatedProblem &simulated, SimulatedClock &clock)
        : simulated_(simulated), clock_(clock) {}
    Input get(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) override;
    double bytes_of(const std::string &shape, const Sizes &sizes) const;
    Input put(const std::string &text) override { return {"given " + text, text.size()}; }
    std::string text(const Input &input) override;
    Tape drawn(const std::string &, const Sizes &, std::uint64_t, Draw) override { return {}; }
    std::optional<Replayed> again(const std::string &, const Sizes &, const Tape &, std::size_t) override {
        return std::nullopt;
    }
    // The input that this one was made for; none of those put.
    const InputId *spot_of(const Input &input) const;

  private:
    const SimulatedProblem &simulated_;
    SimulatedClock &clock_;
    std::map<std::string, InputId> made_;
};

class SimulatedLab : public Lab {
  public:
    SimulatedLab(const SimulatedProblem &simulated, SimulatedClock &clock);
    ~SimulatedLab() override;

    Inputs &inputs() override { return inputs_; }
    Runner &runner(const std::string &solution) override;
    Comparison compare(const Input &, const std::string &expected, const std::string &got) override {
        return {expected == got, "the answers differ"};
    }
    bool restless() override { return false; }
    void at_leisure(const std::function<void()> &work) override { work(); }

    std::vector<Entrant> entrants() const;
    // Seconds of measuring that went into each solution.
    const std::map<std::string, double> &spent_s() const { return spent_s_; }

  private:
    friend class LawRunner;
    const SimulatedProblem &simulated_;
    SimulatedClock &clock_;
    SimulatedInputs inputs_;
    std::map<std::string, std::unique_ptr<Runner>> runners_;
    std::map<std::string, double> spent_s_;
};

// Records in memory; no lines are written.
class MemoryArchive : public Archive {
  public:
    std::optional<Journal> journal() override;
    void set_journal_aside() override { journal_.reset(); }
    void start_journal(const std::string &heading, const std::string &whole_lines) override;
    void append(const Measurement &measurement) override;
    void write(const std::string &name, const std::string &text) override { documents[name] = text; }

    const std::vector<Measurement> &measurements() const { return journal_->measurements; }
    std::map<std::string, std::string> documents;

  private:
    std::optional<Journal> journal_;
};

class Told : public Teller {
  public:
    void phase(const std::string &) override {}
    // $IRON_TRACE: prints every step, with its time.
    void progress(double spent_s, double, const std::function<std::string()> &doing) override;
    void note(const std::string &text) override { notes.push_back(text); }
    void clear() override {}
    std::vector<std::string> notes;
};

} // namespace iron::test
