// The languages that solutions are written in: how each is built and started on this machine.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "records/problem.h"

namespace iron {

struct Language {
    std::string name;                 // "C++"
    std::vector<std::string> endings; // of its sources: ".cpp"
    std::string compiler;             // "" where nothing is compiled
    std::string compile;              // pattern with {sources}, {output}, {flags}
    std::string flags;                // the default ones
    std::string interpreter;          // what runs a source or a build; "" where the build runs by itself
    std::string package;              // Debian's, that holds both
    std::string adapter;              // folder below adapters/
    bool reserves_memory = false;     // address space says nothing: it reserves far more than it uses
};

const std::vector<Language> &languages();

// By the ending of a source's name; null where no language has it.
const Language *language_of(const std::filesystem::path &source);

// The interpreter's own binary, resolved once: a name in PATH may be a wrapper that costs 200 ms a start. ""
// where it is not installed.
std::string interpreter_path(const std::string &name);

// How a source in an interpreted language is started, or a built one in Java (`program`: the folder of its
// classes, `main_class`), with the limits handed over that the interpreter itself has to keep.
std::vector<std::string> start_command(const Language &language, const std::string &program,
                                       const std::string &main_class, const Limits &limits);

// The class that holds `main`, told from a Java source's text: `Main` if there is one, else the public one.
// "" where none is found.
std::string main_class_of(const std::string &source_text);

} // namespace iron
