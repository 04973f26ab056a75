// Lines that take more steps than before: where a change for the worse lives.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/bound/expression.h"
#include "core/reading/spot.h"

namespace iron {

// What was counted of a solution: by shape and place the steps of each spot, and how its lines read.
struct CountedLines {
    std::map<std::string, std::map<Sizes, SpotCounts>> shapes;
    std::map<std::string, std::string> texts; // by the key of a line: "12", "helper.h:12"
};

struct DearerLine {
    std::string shape;
    Sizes sizes;      // the largest place that both were counted at
    Spot spot;        // as it is now
    std::string text; // of its line; "" where it is not known
    std::int64_t before = 0, after = 0;
};

// Of the shape that takes most steps now, what rose most first: all that takes at least a hundredth of all
// steps more, and more by `worse_by` (0.05 for 5 %). A line is the one that read so before, wherever it
// stood; where nobody knows how it read, the one of that number. None where no place is common.
std::vector<DearerLine> dearer_lines(const CountedLines &earlier, const CountedLines &later, double worse_by);

} // namespace iron
