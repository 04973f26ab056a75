// What a process wrote to its standard error, for messages.
#pragma once

#include <filesystem>
#include <string>

namespace iron {

// Its head and its tail, so many bytes at the most: some runtimes name the fault first, others last. "" where
// there is nothing.
std::string said_in(const std::filesystem::path &path, std::size_t most = 64 << 10);

// For a sentence: on one line, and only the head and the tail of what is long.
std::string in_short(const std::string &said);

} // namespace iron
