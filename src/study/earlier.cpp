#include "study/earlier.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <sstream>

#include "core/error.h"
#include "records/heading.h"

namespace iron {

namespace {

// What nobody touched is not measured again.
void keep_only(const std::set<std::string> &solutions, Journal &journal) {
    std::istringstream lines(journal.whole_lines);
    std::vector<Measurement> kept;
    std::string kept_lines, line;
    for (Measurement &m : journal.measurements) // a line each
        if (std::getline(lines, line) && solutions.contains(m.solution)) {
            kept_lines += line + "\n";
            kept.push_back(std::move(m));
        }
    journal.measurements = std::move(kept);
    journal.whole_lines = std::move(kept_lines);
}

} // namespace

std::optional<Journal> begin_journal(const MeasureOptions &options, Archive &archive,
                                     const std::function<void(const std::string &)> &note) {
    std::optional<Journal> earlier;
    if (!options.afresh) earlier = archive.journal();
    std::string heading = options.heading(earlier ? earlier->heading : "");
    if (earlier)
        if (const auto changes = mixing_hindered_by(earlier->heading, heading); !changes.empty()) {
            const std::string why = fmt::format("{}", fmt::join(changes, "; "));
            if (!options.keep_aside)
                throw Error(Category::usage,
                            "measurements.jsonl holds readings that can't be mixed with new ones: " + why,
                            "--afresh starts anew; another --out leaves them where they are");
            archive.set_journal_aside();
            note(fmt::format("measuring anew: {}; the earlier readings are in measurements-earlier.jsonl",
                             why));
            keep_only(untouched_solutions(earlier->heading, heading), *earlier);
            if (earlier->measurements.empty()) {
                earlier.reset();
                heading = options.heading("");
            }
        }
    archive.start_journal(heading, earlier ? earlier->whole_lines : "");
    return earlier;
}

EarlierReadings earlier_readings(const std::vector<Measurement> &all, const Field &field,
                                 const Remembering &remembering) {
    EarlierReadings earlier;
    std::map<Cell, std::map<int, int>> passes; // by generation
    for (const Measurement &m : all) {
        const auto cell = field.cell_of(m);
        if (!cell) continue;
        if (m.outcome != Outcome::done) {
            earlier.failures.push_back({*cell, &m});
            continue;
        }
        if (remembering.remembers(m.solution) && !m.cold) continue;
        if (m.generation > earlier.generation) earlier.round = 0;
        earlier.generation = std::max(earlier.generation, m.generation);
        if (m.generation == earlier.generation) earlier.round = std::max(earlier.round, m.round);
        EarlierCell &one = earlier.cells[*cell];
        if (m.kind == MeasuredKind::timing) {
            const double read = std::max(1e-10, 1e-9 * (m.time_ns + (m.calls > 1 ? m.floor_ns : 0)));
            one.call_s = one.call_s > 0 ? std::min(one.call_s, read) : read;
            ++passes[*cell][m.generation];
        } else
            one.counted = true;
    }
    for (auto &[cell, one] : earlier.cells)
        one.passes = passes[cell][earlier.generation];
    return earlier;
}

} // namespace iron
