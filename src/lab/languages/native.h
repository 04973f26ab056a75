// What languages have in common that compile to a binary and are counted by receivers linked into it.
#pragma once

#include <string>
#include <vector>

#include "lab/languages/language.h"

namespace iron {

// One of our own sources, compiled once to an object that goes into builds. Throws Error (not_possible).
std::string linked_in(const Recipe &recipe, const std::string &source);

// Library calls whose bulk work is counted (adapters/cpp/bulk_receiver.cpp): the linker's option for each.
std::vector<std::string> wrapped_bulk_calls();

// Started as it is; its book of what is allocated gets memory of its own.
void let_native_count(const Recipe &recipe, Runnable &runnable);

} // namespace iron
