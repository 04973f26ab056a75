// From text to expressions and bounds. The language is described in docs/problem-file.md.
#pragma once

#include <stdexcept>
#include <string>
#include <string_view>
#include <vector>

#include "core/bound/expression.h"

namespace iron {

// What is wrong in an expression, at which byte of the text given.
struct ParseError : std::runtime_error {
    ParseError(const std::string &message, std::size_t offset, std::string advice = "")
        : std::runtime_error(message), offset(offset), advice(std::move(advice)) {}
    std::size_t offset;
    std::string advice;
};

// Reads an expression in the sizes named by `sizes`. `nlogn` is read as `n log n`, and capital N as n where
// there is no N. Throws ParseError.
Expression parse_expression(std::string_view text, const std::vector<std::string> &sizes);

struct Bound {
    enum class Kind { upper, tight, lower }; // O, Theta, Omega
    Kind kind = Kind::upper;
    Expression growth;
    std::string written; // as the user wrote it
};

// Reads `O(…)`, `Theta(…)`, `Omega(…)`, `Θ(…)`, `Ω(…)`. Throws ParseError.
Bound parse_bound(std::string_view text, const std::vector<std::string> &sizes);

// Words that no size may be called.
const std::vector<std::string> &reserved_words();

} // namespace iron
