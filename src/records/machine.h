// What a machine is and how well it measures, as values and as a document.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/reading/memory_curve.h"

namespace iron {

struct Cache {
    int level = 0;
    std::string type; // "Data", "Unified"
    double bytes = 0;
};

struct Machine {
    std::string processor; // model name
    int processors = 0;    // that this process may use
    std::string system;    // kernel
    double memory_bytes = 0;
    std::vector<Cache> caches;
    std::string governor, turbo;                  // "" where the system does not tell
    std::map<std::string, std::string> compilers; // and interpreters, by name: first line of their version
};

struct ClockQuality {
    double cost_ns = 0;       // of a reading
    double resolution_ns = 0; // least step seen
};

// Of a fixed piece of work that never changes.
struct Unrest {
    int runs = 0;
    double least_ns = 0;
    double median_excess = 0, worst_excess = 0; // beyond the least, as a share of it
    double disturbed_share = 0;                 // of runs more than 5 % above it
};

struct LanguageFound {
    std::string name, version, package; // version "" where it is not installed
};

struct MachineReport {
    Machine machine;
    MemoryCurve memory;
    ClockQuality clock;
    Unrest unrest;
    std::string containment; // of solutions: "confined", "namespace" or "adopted"
    std::vector<LanguageFound> languages;

    // What makes readings doubtful here and what to do about it, a sentence each.
    std::vector<std::string> advice() const;
};

std::string machine_json(const MachineReport &report);

} // namespace iron
