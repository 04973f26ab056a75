// Text laid out for a terminal. Pure functions from values to text.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/words.h"

namespace iron {

// Columns that a UTF-8 text takes on a terminal, every character counted as one.
std::size_t width_of(std::string_view text);

// At most `width` columns, an ellipsis at the end where something was cut.
std::string cut_to(std::string_view text, std::size_t width);

// The same for names, which often differ at their ends alone: an ellipsis in the middle.
std::string short_name(std::string_view name, std::size_t width);

// Broken at blanks into lines of at most `width` columns; every line starts with `indent` blanks.
std::string wrapped(std::string_view text, std::size_t width, std::size_t indent);

// Rows under a heading, columns aligned on the left, two blanks apart. Columns are narrowed from the widest,
// so that no line is longer than `width`. The first holds names.
std::string table_text(const std::vector<std::string> &heading, std::vector<std::vector<std::string>> rows,
                       std::size_t width);

// "n = 1,024, k = 16": pairs of a name and a value, in their order.
template <class Named>
std::string sizes_text(const Named &sizes) {
    std::string text;
    for (const auto &[name, size] : sizes)
        text += (text.empty() ? "" : ", ") + name + " = " + grouped(size);
    return text;
}

// "1 size", "2 sizes".
std::string counted_words(std::size_t count, const std::string &one, const std::string &many);

} // namespace iron
