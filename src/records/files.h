// Whole files, read and replaced.
#pragma once

#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

namespace iron {

// Throws Error (usage) naming the file, with `advice`.
std::string read_file(const std::filesystem::path &path, const std::string &advice = "");

// A text's lines, without their ends.
std::vector<std::string> lines_in(const std::string &text);

// Replaces the file whole: written beside it, synced, renamed. Makes missing folders. Throws Error
// (not_possible).
void write_file(const std::filesystem::path &path, std::string_view text);

} // namespace iron
