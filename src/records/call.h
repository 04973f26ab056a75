// A function as a problem asks for it: `best_climb(levels: list of int, most: int) -> int`, and the text that
// its arguments and its answer have.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace iron {

struct Type {
    enum class Kind { integer, real, text, truth, list, pair };
    Kind kind = Kind::integer;
    std::vector<Type> parts; // of a list its elements' type; of a pair both

    bool is_number() const { return kind == Kind::integer || kind == Kind::real; }
    bool is_one_word() const { return is_number() || kind == Kind::truth; } // lists of such stand on one line
    bool holds(Kind some) const;                                            // itself or in a part
};

struct Parameter {
    std::string name;
    Type type;
};

struct Call {
    std::string function;
    std::vector<Parameter> takes;
    Type gives;
    int answers_in = -1; // the parameter that it answers through, or -1
};

// Throws ParseError with the offset into `text`.
Call parse_call(std::string_view text);

std::string word_for(const Type &type); // "list of int"

// One value after the other. Each stands on lines of its own: a number, `true` or `false`, a text, a pair of
// those; a list is the number of its elements, then the elements: numbers and truths on one line, all else
// one after the other.
//
// The value that is meant by words as a shape's template makes them: a list of numbers on one line, a list of
// lists or of texts a line each. Throws Error (usage) where they are no value of that type.
std::string text_of_value(const Type &type, std::string_view made);

// The arguments of an input's text as a call is written: "[4, -5, 6], 1". Empty where the text is not theirs.
std::string as_arguments(const Call &call, std::string_view input);
// An answer's text as a value is written; the text itself where it is no such value.
std::string as_value(const Type &type, std::string_view answer);

} // namespace iron
