#include "views/lines.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <optional>
#include <set>

#include "core/policy.h"
#include "core/words.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

// What is told of a spot, in the columns before the source.
struct Row {
    Spot spot;
    double count = 0, share = 0;
    std::string growth;
    bool breaks = false; // a claim
};

std::string growth_text(const ProfileGrowth &one, const ProfileSpot &spot) {
    if (one.profile.is_rest) return "";
    if (!one.growth.is_fitted()) return "too few sizes";
    const std::string exact = one.exact(spot);
    if (exact.empty() && spot.count < policy::claim::met_by_luck) return ""; // what so few show is luck
    return exact.empty() ? one.growth.best().name : exact;
}

std::vector<Row> rows_of(const SolutionLines &lines, const std::vector<double> &place,
                         const std::vector<Bound> &exceeded) {
    SpotCounts sums;
    double calls = 0, total = 0;
    for (const CountedCall &call : lines.calls) {
        if (call.sizes != place) continue;
        ++calls;
        total += static_cast<double>(total_of(call.spots));
        for (const auto &[key, count] : call.spots)
            sums[key] += count;
    }
    std::set<const ProfileGrowth *> breaking;
    for (const Bound &bound : exceeded)
        if (const ProfileGrowth *one = leaving(lines, bound)) breaking.insert(one);
    std::vector<Row> rows;
    for (const ProfileGrowth &one : lines.profiles)
        for (const ProfileSpot &spot : one.profile.spots) {
            const double sum = static_cast<double>(sums[spot.key]);
            rows.push_back({spot_of(spot.key), sum / std::max(calls, 1.0), sum / std::max(total, 1.0),
                            growth_text(one, spot), breaking.contains(&one)});
        }
    return rows;
}

std::string of_all_text(double share) { return share < 5e-4 ? "" : fmt::format("{:.1f} %", 100 * share); }

constexpr std::size_t widest_growth = 22;

// Columns that stand before the source; blank ones where nothing ran.
class Columns {
  public:
    explicit Columns(const std::vector<Row> &rows) {
        for (const Row &row : rows) {
            count_ = std::max(count_, count_text(row).size());
            growth_ = std::max(growth_, std::min(width_of(row.growth), widest_growth));
        }
    }
    std::string heading(const std::string &first, const std::string &last) const {
        return fmt::format("  {:>5} {:>7} {:>{}}  {:<{}}  {}\n", first, "share", "runs", count_, "growth", growth_,
                           last);
    }
    std::string line(const std::string &number, const Row *row, const std::string &source) const {
        const std::string growth = row ? cut_to(row->growth, growth_) : "";
        const std::string before =
            fmt::format("{} {:>5} {:>7} {:>{}}  {}{}  ", row && row->breaks ? ">" : " ", number,
                        row ? of_all_text(row->share) : "", row ? count_text(*row) : "", count_, growth,
                        std::string(growth_ - width_of(growth), ' '));
        std::string text = before + cut_to(source, terminal_width - std::min(terminal_width, width_of(before)));
        text.erase(text.find_last_not_of(' ') + 1);
        return text + "\n";
    }

  private:
    static std::string count_text(const Row &row) { return grouped(std::round(row.count)); }
    std::size_t count_ = 4, growth_ = 6;
};

std::string untabbed(const std::string &text) {
    std::string plain;
    for (const char letter : text)
        plain += letter == '\t' ? "    " : std::string(1, letter);
    return plain;
}

// Where nothing ran for longer than this many lines, they are left out.
constexpr int longest_silence = 3;

std::string file_text(const std::vector<std::string> &source, const std::map<int, const Row *> &ran,
                      const Columns &columns) {
    std::string text;
    for (int line = 1; line <= static_cast<int>(source.size());) {
        const auto next = ran.lower_bound(line);
        const int until = next == ran.end() ? static_cast<int>(source.size()) + 1 : next->first;
        if (until - line > longest_silence) {
            text += columns.line("", nullptr, "…");
            line = until;
        } else if (until > line) {
            text += columns.line(std::to_string(line), nullptr, untabbed(source[line - 1]));
            ++line;
        } else {
            text += columns.line(std::to_string(line), next->second, untabbed(source[line - 1]));
            ++line;
        }
    }
    return text;
}

std::string library_text(const std::vector<Row> &rows, const Columns &columns) {
    std::string text;
    for (const Row &row : rows) {
        if (row.spot.calls.empty() && !row.spot.lines.empty()) continue;
        std::string from;
        for (const int line : row.spot.lines)
            from += (from.empty() ? "" : ",") + std::to_string(line);
        text += columns.line(from.empty() ? "?" : from, &row, row.spot.calls);
    }
    return text;
}

} // namespace

std::string source_line(const SourceFiles &files, const Spot &spot) {
    const auto file = files.find(spot.file);
    if (file == files.end() || spot.lines.empty()) return "";
    const auto line = static_cast<std::size_t>(spot.lines.front());
    if (line < 1 || line > file->second.size()) return "";
    const std::string text = untabbed(file->second[line - 1]);
    const std::size_t from = text.find_first_not_of(' '), to = text.find_last_not_of(" \r");
    return from == std::string::npos ? "" : text.substr(from, to - from + 1);
}

std::string lines_text(const SolutionLines &lines, const std::vector<std::string> &names,
                       const std::vector<double> &place, const std::vector<Bound> &exceeded,
                       const SourceFiles &files) {
    const std::vector<Row> rows = rows_of(lines, place, exceeded);
    const Columns columns(rows);
    std::string at;
    for (std::size_t i = 0; i < names.size(); ++i)
        at += fmt::format("{}{} = {}", i > 0 ? ", " : "", names[i], grouped(place[i]));
    std::string text = wrapped(fmt::format("{}, {}, {}", lines.solution, lines.shape, at), terminal_width, 0);
    for (const auto &[file, source] : files) {
        std::map<int, const Row *> ran;
        for (const Row &row : rows)
            if (row.spot.file == file && row.spot.calls.empty() && !row.spot.lines.empty())
                ran[row.spot.lines.front()] = &row;
        if (ran.empty()) continue;
        text += "\n" + columns.heading("line", file) + file_text(source, ran, columns);
    }
    if (const std::string library = library_text(rows, columns); !library.empty())
        text += "\n" + columns.heading("from", "library function") + library;
    if (std::any_of(rows.begin(), rows.end(), [](const Row &row) { return row.breaks; })) {
        std::set<std::string> broken;
        for (const Bound &bound : exceeded)
            if (leaving(lines, bound)) broken.insert(bound.written);
        text += fmt::format("\n> breaks {}\n", fmt::join(broken, ", "));
    }
    return text;
}

} // namespace iron
