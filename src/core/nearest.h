// The known word that a mistyped one most likely meant.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace iron {

// Number of single-character insertions, deletions, replacements and swaps of neighbours between two words
// (optimal string alignment distance).
int edit_distance(std::string_view a, std::string_view b);

// The nearest of `known`, or "" where none is within a third of the word's length (at least 2).
std::string nearest(std::string_view word, const std::vector<std::string> &known);

// "did you mean 'X'?", or "known: A, B, C" where nothing is near. "" where nothing is known.
std::string advise_nearest(std::string_view word, const std::vector<std::string> &known);

} // namespace iron
