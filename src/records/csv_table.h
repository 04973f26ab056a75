// A table that anybody's program wrote, by its lines and columns.
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include "core/error.h"

namespace iron {

struct CsvRow {
    int line = 0; // of the file, from 1
    std::vector<std::string> cells;
};

struct CsvTable {
    std::filesystem::path path;
    std::vector<std::string> columns;
    std::vector<CsvRow> rows;
    std::vector<Finding> findings;

    // Of what is wrong with it, twenty are told at most.
    bool enough_said() const;
    void complain(int line, std::string message, std::string advice = "");
    void throw_findings() const; // Error (usage), where there are any

    int column(const std::string &name) const;                     // its index, -1 where there is none
    static const std::string &cell(const CsvRow &row, int column); // "" where the row has none
};

// The first line names the columns. Commas, semicolons or tabs stand between cells, whichever that line has
// most; quotes and a byte order mark are understood. Throws Error (usage) with the line of every fault.
CsvTable read_csv(const std::filesystem::path &path);

// What a cell holds, where that is a finite number and nothing else.
std::optional<double> number_in(const std::string &text);

bool is_blank(const CsvRow &row);

} // namespace iron
