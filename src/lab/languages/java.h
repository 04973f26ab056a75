#pragma once

#include "lab/languages/language.h"

namespace iron {

// The class that holds `main`, told from a Java source's text: `Main` if there is one, else the public one.
// "" where none is found.
std::string main_class_of(const std::string &source_text);

} // namespace iron
