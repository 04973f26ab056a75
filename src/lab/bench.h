// A solution on the bench: its workers, the inputs they hold, and the readings they give.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "lab/build.h"
#include "lab/input_store.h"
#include "lab/worker.h"
#include "records/journal.h"

namespace iron {

// Thrown where a solution did not come to an answer.
struct Failure {
    Outcome outcome;
    std::string detail;
};

// What a call is made on.
struct Spot {
    std::string shape;
    Sizes sizes;
    std::uint64_t seed = 0;
    auto operator<=>(const Spot &) const = default;
};

// What an empty program of a language costs: start-up, run-time library, end.
struct ProgramFloor {
    double wall_ns = 0;
    std::int64_t resident_bytes = 0;
};

struct BenchOptions {
    bool cold = false;       // every timing is the first call of a new process
    double warm_limit_s = 0; // that a just-in-time compiler is given to settle in a new worker
    ProgramFloor floor;      // of a whole program
};

class Bench {
  public:
    // `scratch`: a folder for its files. The solution was built; where it counts, with step counters.
    Bench(const Problem &problem, Built built, InputStore &inputs, std::filesystem::path scratch,
          BenchOptions options);

    const std::string &name() const { return built_.name; }
    // Steps or memory can be read, or both.
    bool counts() const { return built_.counting.has_value() || built_.style == Style::program; }

    // The next generation: new workers, no input held. The times known stay.
    void start_afresh();

    // One pass: a batch of calls, or one run of a whole program; fills the timing's fields. Returns the
    // answer's text where this was the first call at the spot in this generation. Throws Failure.
    std::optional<std::string> time(const Spot &spot, Measurement &m);
    // One counted call and one whose memory is read, the former twice where `twice` is set; each reading is a
    // copy of `blank` filled in. Throws Failure.
    std::vector<Measurement> count(const Spot &spot, const Measurement &blank, bool twice);

    // What one call took, start-up and the cost of an empty call included; 0 where it was not timed yet.
    double call_s(const Spot &spot) const;
    // As an earlier session read it.
    void recall(const Spot &spot, double call_s);
    // What the reader of the numbers should know, each once.
    const std::vector<std::string> &notes() const { return notes_; }

  private:
    struct Batch {
        std::int64_t calls = 0;
        double wall_s = 0, call_s = 0, cpu_s = 0;
    };
    using Where = std::pair<std::string, Sizes>;

    Reply asked(std::unique_ptr<Worker> &worker, const std::string &line);
    void start(std::unique_ptr<Worker> &worker, const Runnable &runnable, bool counting);
    void load(const Spot &spot, int wanted);
    void warm(const Spot &spot, Measurement &m);
    Batch run_batch(const Spot &spot, double call_s);
    std::optional<std::string> time_calls(const Spot &spot, Measurement &m);
    std::string time_cold(const Spot &spot, Measurement &m);
    std::string time_program(const Spot &spot, Measurement &m);
    std::vector<Measurement> count_program(const Spot &spot, const Measurement &blank, bool twice);
    Measurement weighed(const std::string &input, const Measurement &blank);
    void note(const std::string &text);

    const Problem &problem_;
    Built built_;
    InputStore &inputs_;
    std::filesystem::path scratch_;
    BenchOptions options_;
    std::unique_ptr<Worker> timing_, counting_;
    std::map<Where, std::vector<long>> loaded_; // numbers of the inputs that the timing worker holds
    std::map<Where, std::uint64_t> input_bytes_;
    std::map<Where, double> call_s_;
    long next_input_ = 1;
    int workers_ = 0;
    bool warm_ = false; // the worker has been called before
    bool no_space_ = false;
    std::size_t turn_ = 0;
    std::vector<std::string> notes_;
};

} // namespace iron
