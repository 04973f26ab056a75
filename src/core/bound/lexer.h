// The words, numbers and signs that a bound is written with.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace iron {

enum class Token { number, word, symbol, superscript, end };

struct Lexeme {
    Token token;
    std::string text; // word, the symbol, or the digits of a superscript
    long double number = 0;
    std::size_t offset = 0;
};

// `log`, `sqrt`, `min` and the like.
const std::vector<std::string> &function_words();
bool is_function_word(const std::string &word);

// All of a text, an `end` last; sizes by their own names. Throws ParseError.
std::vector<Lexeme> lexemes_of(std::string_view text, const std::vector<std::string> &sizes);

} // namespace iron
