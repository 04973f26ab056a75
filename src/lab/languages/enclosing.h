// Which line of a source stands in which, read off its text: what nobody compiled is no more than likely, and
// is held against counts where it is used.
#pragma once

#include <string>

#include "core/reading/enclosing.h"

namespace iron {

// Of a language whose blocks stand in braces.
EnclosingLines enclosing_lines_in_braces(const std::string &source);
// Of Python.
EnclosingLines enclosing_lines_by_indent(const std::string &source);

} // namespace iron
