// Claims that a source makes in the comment of its function: "// time O(n log n), space O(n)", "# O(n*k)".
#pragma once

#include <string>
#include <vector>

#include "core/claim/claim.h"

namespace iron {

struct WrittenClaim {
    Metric metric = Metric::time; // unless the words before it say space or memory
    std::string bound;            // "O(n log n)", products written by '*' or a blank
    int line = 0;
    bool is_named = false; // the words say of what it is
};

// Of the function whose head stands in `line`: of the comments above it, without anything between, and of
// those in the lines that follow it at once; of each metric the first. `line` 0: of the comments that the
// source begins with.
std::vector<WrittenClaim> claims_in_source(const std::string &source, int line);

// The comment above a line, as it is written; "" where there is none.
std::string comment_above(const std::string &source, int line);

} // namespace iron
