// A solution's source with what each line takes.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/claim/lines.h"

namespace iron {

// A solution's sources as they stand now.
struct SourceFiles {
    std::map<std::string, std::vector<std::string>> lines; // by the name that spots give each
    bool as_measured = true;                               // else lines may be others than were counted
};

// Of a spot's first line, without the blanks around it; "" where there is none.
std::string source_line(const SourceFiles &files, const Spot &spot);

struct LineRow {
    std::string number;       // "12"; of a library function the lines that call it: "12,30", "?"
    std::string runs, growth; // as a person reads them; "" where it did not run
    double share = 0;         // of all steps; a line's with those of what it alone calls
    bool breaks = false;      // a claim
    std::string text;         // the line as it stands, or the library function's name
};

// At one place of one shape.
struct LinesTable {
    std::string where;                                               // "halves, calm, n = 1,024"
    std::vector<std::pair<std::string, std::vector<LineRow>>> files; // by name, the first source's is ""
    std::vector<LineRow> library;
    std::vector<std::string> broken; // claims, as they are written
};

// Growth is told by the closed form where there is one. Of sources that have changed no line is shown.
LinesTable lines_table(const SolutionLines &lines, const std::vector<std::string> &names,
                       const std::vector<double> &place, const std::vector<JudgedClaim> &claims,
                       const SourceFiles &files);

// Within 80 columns; long stretches that did not run are left out.
std::string lines_text(const LinesTable &table);

} // namespace iron
