// measurements.jsonl: what was read, a line a measurement. The format is described in docs/formats.md.
#pragma once

#include <filesystem>
#include <functional>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/bound/expression.h"
#include "core/reading/series.h"
#include "core/reading/spot.h"

namespace iron {

// How a run ended; the words stand in the files.
enum class Outcome {
    done,
    wrong_answer,
    no_answer,
    crashed, // a signal
    failed,  // an exit status, an exception
    over_time,
    over_memory,
    over_stack,
    over_output,
    over_processes,
    not_built,
};
const char *word_for(Outcome outcome);
std::optional<Outcome> outcome_of(const std::string &word);
// Time, memory, stack or output beyond the limit: at a size that a person did not ask for, that is how far a
// solution goes, and no fault.
bool is_over_a_limit(Outcome outcome);

// Memory of one call, in bytes.
struct SpaceReading {
    std::int64_t space_bytes =
        0; // what the call itself needed: heap beyond the answer at its peak, and stack
    std::int64_t heap_peak_bytes = 0, answer_bytes = 0, stack_peak_bytes = 0;
    std::int64_t allocations = 0;
    std::int64_t grain_bytes = 16;        // differences below this say nothing
    std::int64_t resident_peak_bytes = 0; // of the whole process; 0 where it was not read
    std::int64_t input_bytes = -1;        // of heap, that the input takes as the call finds it; -1: not known
    std::int64_t floor_bytes = 0;         // resident, of a whole program that does nothing
};

// What a line of the journal was read by.
enum class MeasuredKind {
    timing,   // calls timed
    counting, // a call whose steps were counted
    space,    // a call whose bytes were
};
const char *word_for(MeasuredKind kind);

struct Measurement {
    MeasuredKind kind = MeasuredKind::timing;
    std::string solution, shape;
    Sizes sizes;
    std::uint64_t seed = 0; // exactly what `input seed=` takes
    int generation = 0, round = 0;
    int worker = 0;
    double at_s = 0; // when, in seconds since measuring began, all sessions together
    Outcome outcome = Outcome::done;
    // Of a timing.
    std::int64_t calls = 0;
    int inputs = 0;
    double time_ns = 0, cpu_ns = 0, floor_ns = 0;
    bool disturbed = false;
    bool cold = false;  // the first call of a new process
    double warm_ns = 0; // spent calling before it, until the times settled
    std::int64_t warm_calls = 0;
    // Of a counting.
    std::int64_t steps = 0;      // all that the spots hold, or blocks and bulk work where there are none
    std::int64_t bulk_steps = 0; // work of library calls, as far as it is seen
    SpotCounts spots;            // where the steps were, all of them; empty where that is not known
    bool varying = false;
    std::optional<std::int64_t> later_steps = {}; // of a second call in that process, where it was counted
    bool long_numbers = false;                    // how long its numbers are is not among the steps
    SpaceReading space;                           // of a space reading
    std::int64_t text_bytes = 0; // of a whole program, that it was given to read; 0: not known
    std::string answer_digest;   // "" where no answer was looked at
};

// One line, with its checksum, no newline.
std::string journal_line(const Measurement &measurement);

struct Journal {
    std::string heading; // the first line, JSON
    std::vector<Measurement> measurements;
    std::size_t dropped = 0; // lines that were torn or damaged
    std::string whole_lines; // those of the measurements, as they stand in the file
};

// Reads a journal; a torn last line is dropped, a damaged one in the middle too, and counted. Throws Error
// (usage) where the file is missing, empty, or of another format.
Journal read_journal(const std::filesystem::path &path);

// Appends lines, each whole and flushed.
class JournalWriter {
  public:
    // Starts the file anew with the heading, and the whole lines of an earlier session after it: what was
    // torn is gone then.
    JournalWriter(const std::filesystem::path &path, const std::string &heading,
                  const std::string &lines = "");
    ~JournalWriter();
    JournalWriter(const JournalWriter &) = delete;
    JournalWriter &operator=(const JournalWriter &) = delete;
    void append(const Measurement &measurement);

  private:
    void write_line(const std::string &line);
    std::filesystem::path path_;
    int fd_ = -1;
};

// The number that a measurement is about. A time below a quarter of an empty call's is that quarter: less
// can't be told from the call itself.
struct ReadValue {
    Metric metric;
    double value;
};
ReadValue value_of(const Measurement &measurement);
// What an empty program takes, of the time of a whole one; 0 of a function's.
double program_start_ns(const Measurement &measurement);

// Every series that the measurements hold, in the order of `solutions` and `shapes`; steps before time before
// space. `on_sweep` tells which sizes lie on the line along which the first of `names` is looked at alone.
std::vector<NamedSeries> all_series(const std::vector<Measurement> &measurements,
                                    const std::vector<std::string> &solutions,
                                    const std::vector<std::string> &shapes,
                                    const std::vector<std::string> &names,
                                    const std::function<bool(const Sizes &)> &on_sweep);

// Series of Metric::memory, bytes: all that a call holds, input, answer and space; of whole programs the
// resident peak. None where it is not known what the input takes.
std::vector<NamedSeries>
memory_series(const std::vector<Measurement> &measurements, const std::vector<std::string> &solutions,
              const std::set<std::string> &whole_programs, const std::vector<std::string> &shapes,
              const std::vector<std::string> &names, const std::function<bool(const Sizes &)> &on_sweep);

} // namespace iron
