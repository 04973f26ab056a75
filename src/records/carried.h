// Files that the program carries inside itself.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace iron {

struct CarriedFile {
    std::string_view path; // below the folder it came from
    std::string_view text;
};

const std::vector<CarriedFile> &carried_adapters();
const std::vector<CarriedFile> &carried_demo();
const std::vector<CarriedFile> &carried_page();  // the report's templates, style and script
const std::vector<CarriedFile> &carried_chart(); // the chart library beside them

// Writes files out below a folder; those that stand there with the same text are left alone.
void lay_out(const std::vector<CarriedFile> &files, const std::string &folder);

} // namespace iron
