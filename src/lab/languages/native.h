// What languages have in common that compile to a binary and are counted by receivers linked into it.
#pragma once

#include <string>
#include <vector>

#include "lab/languages/language.h"

namespace iron {

// What an object of ours may ask of the program it goes into: receivers go into C programs too, which have no
// C++ library.
enum class Runtime { none, cpp };

// One of our own sources, compiled once to an object that goes into builds. Throws Error (not_possible).
std::string linked_in(const Recipe &recipe, const std::string &source, Runtime runtime = Runtime::none);

// Library calls whose bulk work is counted (adapters/cpp/bulk_receiver.cpp): the linker's option for each.
std::vector<std::string> wrapped_bulk_calls();

// Started as it is; its book of what is allocated gets memory of its own.
void let_native_count(const Recipe &recipe, Runnable &runnable);

// Of a build with debug information, and with the compiler's notes beside it where that is GCC.
SpotReader native_spot_reader(const Recipe &recipe, const std::filesystem::path &program);

} // namespace iron
