// Closed forms that give every count.
#pragma once

#include <optional>
#include <vector>

#include "core/growth/design.h"
#include "core/growth/fit.h"

namespace iron {

// Counts, and bytes that were asked for, are integers that programs make by arithmetic: where a polynomial of
// the sizes, up to degree three and with factors of small denominators, the whole logarithm of a size or the
// lesser of two among them, gives every one to the rounding of a half, by many more places than it has terms,
// its growth is certain over that range. Where all that is known of a place is that it lies below the grain,
// the form has to lie there too. The leads first; none where there is no such form, or where a place was read
// with different counts.
std::optional<std::vector<Term>> exact_form(const Catalogue &catalogue, const std::vector<Located> &points,
                                            const std::vector<Sizes> &places);

} // namespace iron
