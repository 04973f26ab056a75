// What machine and which compilers the readings were taken with, and how well this machine can measure.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "lab/languages/language.h"
#include "records/machine.h"

namespace iron {

// From what the system tells, and what the tools of these languages say of their versions.
Machine this_machine(const std::vector<const Language *> &languages);

// Processor, processors, memory: where these differ, times are another machine's.
std::string identity_of(const Machine &machine);

// The cost of a dependent random load over working sets up to 256 MiB, an eighth of the memory at most. Takes
// some seconds the first time; then kept for the user until the machine changes. `telling` is called before
// it is measured.
MemoryCurve memory_curve(const Machine &machine, const std::function<void()> &telling, bool afresh = false);

ClockQuality clock_quality();

// A fixed piece of work without memory: what it takes beyond its least time is the machine's unrest.
double calibration_ns();

// Runs the fixed work for so long.
Unrest unrest(double seconds);

} // namespace iron
