#include "views/lines.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <set>

#include "core/policy.h"
#include "core/words.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

std::string growth_text(const ProfileGrowth &one, const ProfileSpot &spot) {
    if (!spot.exact.empty()) return spot.exact;
    if (one.profile.is_rest || spot.count < policy::claim::met_by_luck) return ""; // what so few show is luck
    return one.told.empty() ? "too few sizes" : one.told;
}

// Of all spots of a place, by key.
std::map<std::string, LineRow> rows_of(const SolutionLines &lines, const std::vector<double> &place,
                                       const std::vector<JudgedClaim> &claims) {
    SpotCounts sums;
    double calls = 0, total = 0;
    for (const CountedCall &call : lines.calls) {
        if (call.sizes != place) continue;
        ++calls;
        total += static_cast<double>(total_of(call.spots));
        for (const auto &[key, count] : call.spots)
            sums[key] += count;
    }
    std::set<const ProfileGrowth *> breaking_ones;
    for (const JudgedClaim &claim : claims)
        breaking_ones.insert(breaking(lines, claim));
    std::map<std::string, LineRow> rows;
    for (const ProfileGrowth &one : lines.profiles)
        for (const ProfileSpot &of : one.profile.spots) {
            const double sum = static_cast<double>(sums[of.key]);
            const Spot spot = spot_of(of.key);
            const std::string from = fmt::format("{}", fmt::join(spot.lines, ","));
            rows[of.key] = {from.empty() ? "?" : from,    grouped(std::round(sum / std::max(calls, 1.0))),
                            growth_text(one, of),         sum / std::max(total, 1.0),
                            breaking_ones.contains(&one), spot.calls};
        }
    return rows;
}

// A line's share holds the work of what it alone calls; it breaks a claim where that does.
void add_what_lines_call(std::map<std::string, LineRow> &rows) {
    for (const auto &[key, function] : rows) {
        const Spot spot = spot_of(key);
        if (spot.calls.empty()) continue;
        for (const int number : spot.lines) {
            const auto line = rows.find(key_of({spot.file, {number}, ""}));
            if (line == rows.end()) continue;
            if (spot.lines.size() == 1) line->second.share += function.share;
            line->second.breaks = line->second.breaks || function.breaks;
        }
    }
}

std::string untabbed(const std::string &text) {
    std::string plain;
    for (const char letter : text)
        plain += letter == '\t' ? "    " : letter == '\r' ? "" : std::string(1, letter);
    return plain;
}

} // namespace

std::string source_line(const SourceFiles &files, const Spot &spot) {
    const auto file = files.lines.find(spot.file);
    if (!files.as_measured || file == files.lines.end() || spot.lines.empty()) return "";
    const auto line = static_cast<std::size_t>(spot.lines.front());
    if (line < 1 || line > file->second.size()) return "";
    const std::string text = untabbed(file->second[line - 1]);
    const std::size_t from = text.find_first_not_of(' '), to = text.find_last_not_of(' ');
    return from == std::string::npos ? "" : text.substr(from, to - from + 1);
}

LinesTable lines_table(const SolutionLines &lines, const std::vector<std::string> &names,
                       const std::vector<double> &place, const std::vector<JudgedClaim> &claims,
                       const SourceFiles &files) {
    LinesTable table;
    table.where = lines.solution + ", " + lines.shape;
    for (std::size_t i = 0; i < names.size(); ++i)
        table.where += fmt::format(", {} = {}", names[i], grouped(place[i]));
    std::map<std::string, LineRow> rows = rows_of(lines, place, claims);
    add_what_lines_call(rows);
    for (const auto &[file, source] : files.lines) {
        if (!files.as_measured) break;
        std::vector<LineRow> listed;
        bool ran = false;
        for (std::size_t i = 0; i < source.size(); ++i) {
            const auto row = rows.find(key_of({file, {static_cast<int>(i) + 1}, ""}));
            ran = ran || row != rows.end();
            listed.push_back(row == rows.end() ? LineRow{} : row->second);
            listed.back().number = std::to_string(i + 1);
            listed.back().text = untabbed(source[i]);
        }
        if (ran) table.files.push_back({file, std::move(listed)});
    }
    for (const auto &[key, row] : rows)
        if (!row.text.empty()) table.library.push_back(row);
    std::stable_sort(table.library.begin(), table.library.end(),
                     [](const LineRow &a, const LineRow &b) { return a.share > b.share; });
    std::set<std::string> broken;
    for (const JudgedClaim &claim : claims)
        if (breaking(lines, claim)) broken.insert(claim.claim.bound.written);
    table.broken.assign(broken.begin(), broken.end());
    return table;
}

namespace {

constexpr std::size_t widest_growth = 22;

// Columns that stand before the source; blank ones where nothing ran.
class Columns {
  public:
    explicit Columns(const LinesTable &table) {
        for (const auto &[file, rows] : table.files)
            widen(rows);
        widen(table.library);
    }
    std::string heading(const std::string &first, const std::string &last) const {
        return fmt::format("  {:>{}} {:>7} {:>{}}  {:<{}}  {}", first, number_, "share", "runs", runs_,
                           "growth", growth_, last);
    }
    std::string line(const LineRow &row) const {
        const std::string growth = cut_to(row.growth, growth_);
        const std::string share = row.share < 5e-4 ? "" : fmt::format("{:.1f} %", 100 * row.share);
        return fmt::format("{} {:>{}} {:>7} {:>{}}  {}{}  {}", row.breaks ? ">" : " ", row.number, number_,
                           share, row.runs, runs_, growth, std::string(growth_ - width_of(growth), ' '),
                           row.text);
    }

  private:
    void widen(const std::vector<LineRow> &rows) {
        for (const LineRow &row : rows) {
            number_ = std::max(number_, row.number.size());
            runs_ = std::max(runs_, row.runs.size());
            growth_ = std::max(growth_, std::min(width_of(row.growth), widest_growth));
        }
    }
    std::size_t number_ = 4, runs_ = 4, growth_ = 6;
};

std::string finished(const std::string &line) {
    std::string text = cut_to(line, terminal_width);
    text.erase(text.find_last_not_of(' ') + 1);
    return text + "\n";
}

// Lines around which nothing ran for long.
std::vector<bool> silent(const std::vector<LineRow> &rows, const std::vector<LineRow> &library) {
    constexpr std::size_t longest = 3;
    std::vector<bool> silent(rows.size(), false);
    const auto says_something = [&](const LineRow &row) {
        const auto calls = [&](const LineRow &function) {
            return ("," + function.number + ",").find("," + row.number + ",") != std::string::npos;
        };
        return !row.runs.empty() || std::any_of(library.begin(), library.end(), calls);
    };
    for (std::size_t from = 0; from < rows.size();) {
        std::size_t to = from;
        while (to < rows.size() && !says_something(rows[to]))
            ++to;
        if (to - from > longest) std::fill(silent.begin() + from, silent.begin() + to, true);
        from = to + 1;
    }
    return silent;
}

} // namespace

std::string lines_text(const LinesTable &table) {
    const Columns columns(table);
    std::string text = wrapped(table.where, terminal_width, 0);
    for (const auto &[file, rows] : table.files) {
        text += "\n" + finished(columns.heading("line", file));
        const std::vector<bool> left_out =
            silent(rows, file.empty() ? table.library : std::vector<LineRow>{});
        LineRow gap;
        gap.text = "…";
        for (std::size_t i = 0; i < rows.size(); ++i)
            if (!left_out[i])
                text += finished(columns.line(rows[i]));
            else if (i == 0 || !left_out[i - 1])
                text += finished(columns.line(gap));
    }
    if (!table.library.empty()) text += "\n" + finished(columns.heading("from", "library function"));
    for (const LineRow &row : table.library)
        text += finished(columns.line(row));
    if (!table.broken.empty()) text += fmt::format("\n> breaks {}\n", fmt::join(table.broken, ", "));
    return text;
}

} // namespace iron
