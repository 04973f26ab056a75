// The journal's first line, read: what the readings were taken of, and with what.
#pragma once

#include <cstdint>
#include <map>
#include <set>
#include <string>
#include <utility>
#include <vector>

#include "core/reading/memory_curve.h"
#include "records/machine.h"

namespace iron {

// What sets two headings apart, a sentence each. The ground times stand on: machine, compilers and
// interpreters. And what was asked: inputs, limits, seed, cold or warm. Empty where nothing does; `earlier`
// and `later` are headings of a journal.
std::vector<std::string> ground_changes(const std::string &earlier, const std::string &later);
std::vector<std::string> input_changes(const std::string &earlier, const std::string &later);

// Solutions that are the same in both, sources, flags and commands, where machine, compilers and inputs are
// the same, too: only the machine's state can set their times apart.
std::set<std::string> untouched_solutions(const std::string &earlier, const std::string &later);

// What keeps readings under the earlier heading from being mixed with those under the later one: both of the
// above, and solutions that changed. Solutions that only one of them knows are no hindrance.
std::vector<std::string> mixing_hindered_by(const std::string &earlier, const std::string &later);

// What a heading says of machine, compilers, seed and budget, for people: what, and its value.
std::vector<std::pair<std::string, std::string>> conditions_in(const std::string &heading);

// Sizes that no input of a shape depends on, by shape.
std::map<std::string, std::set<std::string>> unused_sizes_in(const std::string &heading);

// The digest of a solution's sources as they were measured; "" where none is told.
std::string source_digest_in(const std::string &heading, const std::string &solution);

// The caches for data that a heading names.
std::vector<Cache> caches_in(const std::string &heading);

// What the readings were asked for with.
struct Asked {
    double budget_s = 0;
    std::uint64_t seed = 1;
    bool cold = false;
};
Asked asked_in(const std::string &heading);

// The curve that a heading holds; the default one where it holds none.
MemoryCurve memory_curve_in(const std::string &heading);

} // namespace iron
