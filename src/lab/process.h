// Child processes: started without a shell, each below a keeper (lab/keeper.h) that lets nothing of it be
// left behind, within limits.
#pragma once

#include <cstdint>
#include <filesystem>
#include <optional>
#include <string>
#include <sys/types.h>
#include <vector>

#include "lab/confines.h"
#include "lab/keeper.h"
#include "records/journal.h"

namespace iron {

struct Launch {
    std::vector<std::string> command;     // program (looked up in PATH) and arguments
    std::filesystem::path folder;         // to run in; empty: here
    std::vector<std::string> environment; // NAME=VALUE, added to the tool's own
    std::string input_path = "/dev/null";
    std::string output_path = "/dev/null";
    std::string error_path = "/dev/null";
    int descriptor_3 = -1, descriptor_4 = -1; // handed on under these numbers
    Confines confines;                        // where the machine allows to set them up
    bool same_addresses = false;              // no address randomisation
    bool exact_peak = false;                  // read its peak memory to the page; costs a stop at its end
    std::vector<int> processors;              // that it may run on; empty: all
    // Limits; 0: none.
    std::int64_t memory_bytes =
        0; // of address space, on top of what the program's own code and libraries take
    std::int64_t resident_bytes = 0; // watched from outside, every 20 ms
    std::int64_t stack_bytes = 0;
    std::int64_t output_bytes = 0; // of any file
    int processes = 0;             // at a time, it and all it starts; watched from outside
};

// How a process ended.
struct Ending {
    Outcome outcome = Outcome::done;
    std::string detail; // "exit status 3", "signal SIGSEGV"
    std::string said;   // on standard error, where a whole program ended badly
    double wall_s = 0, cpu_s = 0;
    double held_up_s = 0; // of the wall time: it would have run, and the machine did not let it
    pid_t process = 0;
    std::int64_t peak_resident_bytes = 0; // exact where that was asked for, else as the kernel's rusage tells
};

class Process {
  public:
    // Throws Error (not_possible) where the program can't be started.
    explicit Process(const Launch &launch);
    ~Process(); // kills what is left of it
    Process(const Process &) = delete;
    Process &operator=(const Process &) = delete;

    // Waits until it ends, at most so long, not counting what the machine holds it up (lab/allowance.h); then
    // kills it with all it started: over-time. Throws Error (interrupted).
    Ending wait(double seconds);
    // Kills it with all it started, and reaps.
    Ending stop();
    pid_t id() const { return id_; }       // of its keeper
    int handle() const { return handle_; } // readable once the process has ended
    // Everything that runs below the keeper now, by the numbers that /proc has for it.
    std::vector<pid_t> descendants() const { return descendants_of(number_in_proc_); }
    // A limit that is watched from outside and is passed: over-memory, over-processes; `done` where none is.
    Outcome over_limit() const;
    // How long to sleep at most before looking at the process again, with so many seconds left.
    int patience_ms(double left_s) const;

  private:
    Ending reaped();
    pid_t id_ = -1, number_in_proc_ = -1;
    int handle_ = -1; // pidfd
    double started_s_ = 0;
    int result_ = -1; // where the keeper tells how it ended
    std::int64_t resident_limit_ = 0;
    int process_limit_ = 0;
    std::optional<Ending> ending_;
};

// The first file of that name in PATH that can be run, or "".
std::string find_program(const std::string &name);

struct Finished {
    Ending ending;
    std::string output, errors;
};

// Runs to the end, both outputs taken through files in `scratch`.
Finished run_to_end(Launch launch, const std::filesystem::path &scratch, double seconds);

// SIGSEGV for 11.
std::string signal_name(int number);

} // namespace iron
