// The template of a shape: text with {expressions} and {calls} in it, as a tree.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/bound/expression.h"
#include "records/call.h"

namespace iron {

struct TemplatePart;

struct Template {
    std::vector<TemplatePart> parts;
    std::string source; // as written
};

struct TemplatePart {
    enum class Kind { text, expression, call, argument };
    Kind kind = Kind::text;
    std::string text;                  // of Kind::text; of a call, its name
    std::vector<Expression> arguments; // the expression itself, or the call's numeric arguments
    std::string letters;               // of letters() and grid()
    Template inner;                    // of rows() and sorted_rows(); of an argument, what makes it
    Type type;                         // of an argument
    std::string name;                  // that its number has from here on; "" for none
    bool is_printed = true;            // not where it is only named: {let half = n / 2}
};

// A call that templates know, with its parameters: "integers(count, low, high)".
struct TemplateCall {
    std::string name;
    std::vector<std::string> parameters; // the last may be a quoted text: letters, rows
    bool text_last = false;
    std::size_t optional = 0; // parameters at the end that may be left out, all together
    bool one_number = false;  // so that it can be named
};
const std::vector<TemplateCall> &template_calls();

// Reads a template. Throws ParseError with the offset into `text`.
Template parse_template(std::string_view text, const std::vector<std::string> &sizes);

// The template of one argument of a function: a call or an expression, with braces or without.
Template parse_argument(const Type &type, std::string_view text, const std::vector<std::string> &sizes);

} // namespace iron
