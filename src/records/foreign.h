// Readings and claims from anybody's table (CSV), for `--data` and `--claims`.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/reading/series.h"

namespace iron {

struct ForeignData {
    std::vector<std::string> size_names; // of the columns
    // In the order of the table, each over the sizes that change; where several do, along the first where the
    // others have the values that most rows have.
    std::vector<NamedSeries> series;
};

// Columns `solution`, `shape`, `metric`, `round`, `value`, all but `value` optional; every other column is a
// size. Time in ns, space in bytes. Separated by commas, semicolons or tabs, whichever the first line has
// most; quotes and a byte order mark are understood; an empty cell of a size: the series does not have it.
// Throws Error (usage) with the line of every fault, twenty at most.
ForeignData read_foreign_data(const std::filesystem::path &path);

// Claims of one solution that hold where the sizes keep the same relations.
struct ForeignClaims {
    SolutionClaims claims;
    std::string where; // as written
    std::vector<Relation> relations;
};

// Columns `solution`, `shape`, `metric`, `bound`, `where`, all but `bound` optional. A bound may name the
// sizes of `data`; `where` holds relations between them: `k <= n`. Throws Error (usage) likewise.
std::vector<ForeignClaims> read_foreign_claims(const std::filesystem::path &path, const ForeignData &data);

} // namespace iron
