// The tool's end of the protocol with a worker (docs/protocol.md).
#pragma once

#include <map>
#include <memory>
#include <string>

#include "lab/process.h"
#include "records/problem.h"

namespace iron {

// How to start a solution.
struct Runnable {
    std::vector<std::string> command;
    std::filesystem::path folder;
    Limits limits;
    std::vector<std::string> environment;   // NAME=VALUE
    bool reserves_memory = false;           // resident memory is held against the limit, not address space
    std::vector<int> processors = {};       // that it may run on; empty: all
    Confines confines = {};                 // of what is somebody else's
    std::string worker_input = "/dev/null"; // standard input of a worker

    void put_limits(Launch &launch) const;
};

struct Reply {
    Outcome outcome = Outcome::done;
    std::string detail;
    bool refused = false; // the worker lives on, but can't do that
    std::map<std::string, std::string> values;

    double number(const std::string &name) const;
};

class Worker {
  public:
    // Throws Error (not_possible) where the process can't be started. `error_path`: where its standard error
    // goes.
    Worker(const Runnable &runnable, bool same_addresses, const std::string &error_path);
    ~Worker();
    Worker(const Worker &) = delete;
    Worker &operator=(const Worker &) = delete;

    // The greeting; its outcome is not `done` where the worker died before it.
    const Reply &greeting() const { return greeting_; }
    bool alive() const { return process_ != nullptr; }
    int id() const { return id_; }

    // Sends a line and waits for the reply. A worker that dies, or is silent for longer than `seconds` (then
    // it is killed), gives the outcome of that, and is alive no more.
    Reply ask(const std::string &line, double seconds);

  private:
    Reply overwritten();
    Reply read_reply(double seconds);
    Reply ended(Ending ending);

    std::unique_ptr<Process> process_;
    std::string error_path_;
    int to_ = -1, from_ = -1;
    int id_ = 0;
    std::string buffer_;
    Reply greeting_;
};

} // namespace iron
