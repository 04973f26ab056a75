// Whole files, read and replaced.
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

namespace iron {

// Throws Error (usage) naming the file, with `advice`.
std::string read_file(const std::filesystem::path &path, const std::string &advice = "");

// Replaces the file whole: written beside it, synced, renamed. Makes missing folders. Throws Error
// (not_possible).
void write_file(const std::filesystem::path &path, std::string_view text);

} // namespace iron
