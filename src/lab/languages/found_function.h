// A function as it stands in a source: what is read of it before anything is compiled.
#pragma once

#include <initializer_list>
#include <string>
#include <vector>

namespace iron {

struct FoundFunction {
    std::string name;
    std::vector<std::string> owners; // the classes and namespaces that it stands in, the outermost first
    int line = 0;
    std::string head;               // "int best_climb(const vector<int> &levels)", on one line
    std::string before;             // what stands in it before the name: "static int"
    std::vector<std::string> takes; // its parameters, as written
    std::string behind;             // what stands behind them: "-> i64"

    std::string said() const; // "Gauge.climb"
};

// Of a language whose blocks stand in braces. Heads alone are read: what the preprocessor or a macro would
// make of them is not known.
std::vector<FoundFunction> functions_in_braces(const std::string &source);
// Of Python.
std::vector<FoundFunction> functions_by_indent(const std::string &source);

// Text with its comments, and what stands in quotes, blank: of the same length, so that places stay.
std::string without_comments(const std::string &source);

// Whether it can be part of a name.
bool is_word(char c);

// A name without its capitals, underscores and $: best_climb and bestClimb are one.
std::string plain_name(const std::string &name);

bool is_one_of(const std::string &word, std::initializer_list<const char *> words);

// A method's own object, as Python and Rust write it among the parameters.
bool is_receiver(const std::string &parameter);

// At commas that stand in no bracket; blanks at the ends are left out.
std::vector<std::string> split_at_commas(const std::string &text);

} // namespace iron
