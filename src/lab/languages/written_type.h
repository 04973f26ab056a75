// What is read of a function's types where its head, or the comment above it, says them.
#pragma once

#include <optional>
#include <string>

#include "lab/languages/found_function.h"
#include "records/call.h"

namespace iron {

// "const vector<int> &", "List[int]", "&[i64]", "number[]". Nothing where it is none that a call can have.
std::optional<Type> type_written(std::string text);

struct WrittenParameter {
    std::string name;
    std::optional<Type> type;
};
// "const vector<int> &levels", "levels: Vec<i64>", "int[] levels", "levels".
WrittenParameter parameter_written(const std::string &text);

struct WrittenHead {
    std::vector<WrittenParameter> takes; // of C a list is one, with its length
    std::optional<Type> gives;
    bool gives_nothing = false; // it says so
};
// `comment`: what stands above it, for the types that JavaScript says there.
WrittenHead head_written(const FoundFunction &function, const std::string &comment, bool pairs_of_c);

} // namespace iron
