// Where all places together follow no growth: a line of them that does, and leaves the bound.
#pragma once

#include <optional>
#include <string>

#include "core/claim/evidence.h"
#include "core/claim/reason.h"

namespace iron {

// One size grows far beyond those that stay.
struct LeavingLine {
    NamedPlace held;
    Stretch stretch; // of reading / bound, along it
    std::string growth;
};

// The first line along which the readings leave a bound of O, manifold; none of a whole program, whose own
// work can't be told apart there.
std::optional<LeavingLine> leaving_line(const Evidence &evidence);

} // namespace iron
