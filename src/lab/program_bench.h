// A whole program on the bench: every reading is a process, start-up and reading included.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "lab/answerer.h"
#include "lab/build.h"
#include "lab/input_store.h"
#include "lab/worker.h"

namespace iron {

// What an empty program of a language costs: start-up, run-time library, end.
struct ProgramFloor {
    double wall_ns = 0;
    std::int64_t resident_bytes = 0;
};
ProgramFloor floor_of(const Runnable &empty_program, const std::filesystem::path &scratch);

class ProgramBench : public Runner {
  public:
    // `scratch`: a folder for its files. `measures`: times and counts are asked for, not answers alone.
    ProgramBench(const Problem &problem, Built built, InputStore &inputs, std::filesystem::path scratch,
                 const ProgramFloor &floor, bool measures);

    Answered answer(const Input &input, double limit_s) override;
    Timed time(const InputId &which, const Measurement &blank) override;
    std::vector<Measurement> count(const InputId &which, const Measurement &blank,
                                   const CountAsk &ask) override;
    void renew() override {} // every run is a new process, every count as good as one
    std::vector<std::string> notes() const override { return notes_; }

  private:
    // A start as long as an interpreter's: the stop in which a peak is read is nothing beside it.
    static constexpr double long_start_ns = 10e6;

    // What a counted program leaves (docs/protocol.md): two numbers, or five, and words after them.
    struct Left {
        std::vector<std::int64_t> numbers;
        Said said;
        int process = 0;
    };

    void note(const std::string &text);
    static Left read_left(const std::filesystem::path &path);
    Left counted(const Input &input, double limit_s);
    // Of a worker that stays; nothing where that did not end well: a run of its own tells how it ends.
    std::optional<Left> counted_in_a_copy(const Input &input, double limit_s);
    Ending run(const Runnable &runnable, const Input &input, bool exact_peak, double limit_s = 1e300);
    Ending run_timed(const Input &input, double limit_s) const;
    bool reads_peak() const { return floor_.wall_ns > long_start_ns; }
    std::filesystem::path measured_answer() const { return scratch_ / "measured.answer"; }

    const Problem &problem_;
    Built built_;
    InputStore &inputs_;
    std::filesystem::path scratch_;
    ProgramFloor floor_;
    std::vector<std::string> notes_;
    std::optional<std::pair<InputId, Ending>> timed_last_; // where the run told its peak too
    // The input and the end of the last run for its answer alone: as good a timing as any, once.
    std::optional<std::pair<std::filesystem::path, Ending>> answered_last_;
    std::unique_ptr<Worker> counter_;
    bool counted_in_copies_ = false; // at least one input
};

} // namespace iron
