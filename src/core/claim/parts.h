// A shape's steps judged part by part, where they were counted by line: a total of 400 n + 0.02 n^2 is hard
// to tell, its two parts are not.
#pragma once

#include <optional>

#include "core/claim/evidence.h"
#include "core/growth/profile.h"

namespace iron {

// The part with the largest share that leaves an upper bound by its own evidence and witness, its share of
// all steps rising. Many parts are many chances to be wrong: what has no closed form needs ln of their number
// more. None where there is none, or where some inputs end early, so that parts can't be read as they are.
struct LeavingPart {
    const ProfileGrowth *part = nullptr;
    Stretch stretch; // of its own steps
};
std::optional<LeavingPart> leaving_part(const Evidence &evidence);

// Every part keeps an upper bound by itself. `all_exact`: those that matter by a closed form.
struct KeepingParts {
    const ProfileGrowth *largest = nullptr;
    std::size_t parts = 0;
    bool all_exact = false;
};
std::optional<KeepingParts> keeping_parts(const Evidence &evidence);

} // namespace iron
