// Bare functions: solutions that are a function as it was pasted, for which the tool writes the program.
#pragma once

#include <optional>
#include <string>

#include "lab/languages/found_function.h"
#include "records/problem.h"

namespace iron {

struct Recipe;

struct Bare {
    FoundFunction function;
    std::string source;    // of the solution's, where it stands
    bool supplied = false; // with what was left out when it was pasted
};

// Whether the problem calls a function and the solution is no program: it names no adapter and has no main.
bool is_bare(const Problem &problem, const Solution &solution);
// Its function, by the name that the problem or the solution gives; capitals and underscores don't matter.
// Throws Error (usage) where it has none.
Bare bare_of(const Problem &problem, const Solution &solution);

// Gives bare functions that the problem file claims nothing of the claims that their sources make
// (records/claims_in_source.h). Throws Error (usage) where one that says of what it is can't be read.
void take_claims_of_sources(Problem &problem);

// Lays a file out that a solution is built of; the same text lies in the same place.
std::filesystem::path laid_out(const Recipe &recipe, const std::string &name, const std::string &text);
// The solution's sources, `program` in the place of the one that holds the function.
std::vector<std::string> sources_with(const Recipe &recipe, const std::filesystem::path &program);

// What the adapters of interpreters are told: source, function, types, answer, the argument it answers
// through.
std::vector<std::string> words_of_call(const Recipe &recipe);

// The program around a function of C: a source of C. Throws Error (usage) where C can't be given such values.
std::string program_around_c(const Recipe &recipe);

} // namespace iron
