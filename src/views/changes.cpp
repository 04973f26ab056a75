#include "views/changes.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "core/words.h"
#include "views/compare.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

std::string drift_text(const Drift &drift) {
    constexpr double next_to_nothing = 0.03;
    if (std::abs(std::log(drift.ratio)) < next_to_nothing) return "";
    constexpr std::size_t most_named = 3;
    std::string named;
    for (std::size_t i = 0; i < std::min(most_named, drift.solutions.size()); ++i)
        named += (i ? ", " : "") + drift.solutions[i];
    if (drift.solutions.size() > most_named)
        named += fmt::format(" and {} more", drift.solutions.size() - most_named);
    const char *machine = drift.interval.first > 1    ? "slower"
                          : drift.interval.second < 1 ? "faster"
                                                      : "unsteady";
    return wrapped(
        fmt::format("Unchanged sources ({}) took {} times as long as before ({} to {}): the machine "
                    "was {}. Other times are divided by that.",
                    named, three_digits(drift.ratio), three_digits(drift.interval.first),
                    three_digits(drift.interval.second), machine),
        terminal_width, 2);
}

namespace {

constexpr std::size_t most_told = 3; // lines of a solution; the others are in the document

std::string dearer_text(const std::vector<DearerLine> &lines) {
    std::string text;
    for (std::size_t i = 0; i < std::min(lines.size(), most_told); ++i) {
        const DearerLine &one = lines[i];
        std::string where, sizes;
        for (const int line : one.spot.lines)
            where += fmt::format("{}{}", where.empty() ? "" : ",", line);
        for (const auto &[name, size] : one.sizes)
            sizes += fmt::format("{} = {}, ", name, grouped(size));
        text +=
            wrapped(fmt::format("{:6} line {}{}{}{}: {} before, {} now, at {}{}", "dearer",
                                one.spot.file.empty() ? "" : one.spot.file + ":", where.empty() ? "?" : where,
                                one.text.empty() ? "" : fmt::format(" `{}`", cut_to(one.text, 40)),
                                one.spot.calls.empty() ? "" : " (" + one.spot.calls + ")",
                                one.before > 0 ? grouped(static_cast<double>(one.before)) + " steps" : "none",
                                grouped(static_cast<double>(one.after)), sizes, one.shape),
                    terminal_width, 2);
    }
    return text;
}

} // namespace

std::string changes_text(const std::vector<Change> &changes, const std::string &size_name, bool everything,
                         const std::map<std::string, std::vector<DearerLine>> &lines) {
    std::string text, last;
    const auto end_solution = [&] {
        if (const auto dearer = lines.find(last); dearer != lines.end()) text += dearer_text(dearer->second);
    };
    int worse = 0, same = 0, other = 0;
    for (const Change &change : changes) {
        worse += change.counts;
        const bool ratio = change.metric.has_value();
        const bool unchanged = change.kind == Change::Kind::same;
        same += unchanged;
        other += !unchanged && !change.counts;
        if (unchanged && !everything) continue;
        if (change.solution != last) {
            end_solution();
            text += (last.empty() ? "" : "\n") + change.solution + "\n";
        }
        last = change.solution;
        std::string line;
        if (ratio)
            line = fmt::format("{}, {}: {}", change.shape, word_for(*change.metric),
                               course_words(change.course, *change.metric, size_name));
        else if (change.kind == Change::Kind::appeared || change.kind == Change::Kind::gone)
            line = change.kind == Change::Kind::gone ? "is gone" : "is new";
        else
            line = fmt::format("{}: {} before, {} now", change.what,
                               change.before.empty() ? "unknown" : change.before,
                               change.after.empty() ? "unknown" : change.after);
        text += wrapped(fmt::format("{:6} {}",
                                    change.counts ? "worse"
                                    : unchanged   ? "same"
                                                  : "",
                                    line),
                        terminal_width, 2);
    }
    end_solution();
    if (!text.empty()) text += "\n";
    return text + fmt::format("{} for the worse, {}, {} the same\n",
                              counted_words(static_cast<std::size_t>(worse), "change", "changes"),
                              counted_words(static_cast<std::size_t>(other), "other change", "other changes"),
                              same);
}

} // namespace iron
