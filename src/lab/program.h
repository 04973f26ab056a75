// Program style: a solution as a whole process, standard input to standard output.
#pragma once

#include "lab/worker.h"

namespace iron {

// Runs the program once: `input` is its standard input, its standard output goes to `output`. The ending's
// outcome tells apart what exit status and signal alone do not: an interpreter's recursion limit and memory,
// an allocation that failed, output beyond its limit. `exact_peak`: its peak memory is read to the page, at
// the price of a stop at its end.
Ending run_program(const Runnable &runnable, const std::filesystem::path &input,
                   const std::filesystem::path &output, const std::filesystem::path &errors, double limit_s,
                   bool exact_peak = false);

// The same for any process that ended badly, from what it said on standard error.
Ending explained(Ending ending, const std::string &said);

// How it ended and what it said, for a sentence.
std::string told(const Ending &ending);

} // namespace iron
