// When two answers count as the same.
#pragma once

#include <string>
#include <string_view>

#include "records/problem.h"

namespace iron {

struct Comparison {
    bool same = true;
    std::string where; // the first place they differ: "line 3: expected '4', got '5'"
};

// By every rule but the referee's.
Comparison compare_answers(const AnswerRule &rule, std::string_view expected, std::string_view got);

// The answer in the form in which equal ones are equal texts: without trailing blanks and final newlines;
// words apart by one blank; lines, or the words of each line, sorted. `numbers` and `referee` have no such
// form and are treated as `exact`.
std::string normalised(SameIf rule, std::string_view answer);

// True where equal normalised texts is what the rule means.
bool digest_suffices(SameIf rule);

} // namespace iron
