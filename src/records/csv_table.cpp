#include "records/csv_table.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <csv.h>
#include <fmt/format.h>

#include "records/files.h"

namespace iron {

namespace {

constexpr std::size_t most_findings = 20;

std::string_view trimmed(std::string_view text) {
    const std::size_t start = text.find_first_not_of(" \t\r");
    if (start == std::string_view::npos) return {};
    return text.substr(start, text.find_last_not_of(" \t\r") - start + 1);
}

// What separates the cells: whichever of comma, semicolon and tab the first line has most.
char separator_of(const std::string &text) {
    const std::string first = text.substr(0, text.find('\n'));
    char best = ',';
    for (const char one : {',', ';', '\t'})
        if (std::count(first.begin(), first.end(), one) > std::count(first.begin(), first.end(), best))
            best = one;
    return best;
}

struct Filling {
    CsvTable *table;
    CsvRow row;
    int line = 1;
};

} // namespace

bool CsvTable::enough_said() const { return findings.size() >= most_findings; }

void CsvTable::complain(int line, std::string message, std::string advice) {
    if (!enough_said())
        findings.push_back({std::move(message), {path.string(), line, 0, ""}, std::move(advice)});
}

void CsvTable::throw_findings() const {
    if (!findings.empty()) throw Error(Category::usage, findings);
}

int CsvTable::column(const std::string &name) const {
    const auto found = std::find(columns.begin(), columns.end(), name);
    return found == columns.end() ? -1 : static_cast<int>(found - columns.begin());
}

const std::string &CsvTable::cell(const CsvRow &row, int column) {
    static const std::string none;
    return column < 0 || column >= static_cast<int>(row.cells.size()) ? none : row.cells[column];
}

CsvTable read_csv(const std::filesystem::path &path) {
    CsvTable table;
    table.path = path;
    std::string text = read_file(path, "give a table with a heading line");
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    csv_parser parser{};
    csv_init(&parser, CSV_APPEND_NULL);
    csv_set_delim(&parser, static_cast<unsigned char>(separator_of(text)));
    Filling filling{&table, {}, 1};
    const auto cell = [](void *bytes, std::size_t size, void *data) {
        Filling &now = *static_cast<Filling *>(data);
        if (now.row.cells.empty()) now.row.cells.reserve(now.table->columns.size());
        now.row.cells.emplace_back(trimmed({static_cast<char *>(bytes), size}));
    };
    const auto end = [](int, void *data) {
        Filling &now = *static_cast<Filling *>(data);
        now.row.line = now.line;
        if (now.table->columns.empty())
            now.table->columns = now.row.cells;
        else
            now.table->rows.push_back(std::move(now.row));
        now.row = {};
    };
    // A line at a time, so that every row knows its own; a quoted cell may go over several.
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t stop = std::min(text.find('\n', at), text.size() - 1);
        const std::size_t size = stop - at + 1;
        if (csv_parse(&parser, text.data() + at, size, cell, end, &filling) != size) {
            table.complain(filling.line,
                           std::string("the line can't be read: ") + csv_strerror(csv_error(&parser)));
            break;
        }
        at = stop + 1;
        ++filling.line;
    }
    csv_fini(&parser, cell, end, &filling);
    csv_free(&parser);
    table.throw_findings();
    if (table.columns.empty())
        throw Error(Category::usage, path.string() + " is empty", "its first line names the columns");
    for (std::size_t i = 0; i < table.columns.size(); ++i)
        if (table.columns[i].empty() ||
            std::count(table.columns.begin(), table.columns.end(), table.columns[i]) > 1)
            table.complain(1, table.columns[i].empty()
                                  ? fmt::format("column {} has no name", i + 1)
                                  : fmt::format("two columns are called '{}'", table.columns[i]));
    table.throw_findings();
    for (const CsvRow &row : table.rows)
        if (row.cells.size() > table.columns.size())
            table.complain(row.line,
                           fmt::format("{} cells under {} columns", row.cells.size(), table.columns.size()));
    table.throw_findings();
    return table;
}

std::optional<double> number_in(const std::string &text) {
    double value = 0;
    const char *end = text.data() + text.size();
    const auto [stop, fault] = std::from_chars(text.data(), end, value);
    if (fault != std::errc() || stop != end || !std::isfinite(value)) return std::nullopt;
    return value;
}

bool is_blank(const CsvRow &row) {
    return std::all_of(row.cells.begin(), row.cells.end(),
                       [](const std::string &cell) { return cell.empty(); });
}

} // namespace iron
