// Free exponents: growth on no list that lies near one on it.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/growth/design.h"

namespace iron {

// Exponents added to a lead: of a size, or of its minimum ("min").
using Bend = std::map<std::string, double>;

// What may be bent in a lead: its minimum where it has one, else every size.
std::vector<std::string> what_bends(const Candidate &lead, const std::vector<std::string> &names);

// The set with its exponents changed, lead by lead; an empty one where that makes no sense.
TermSet bent_set(Design &design, const TermSet &base, const std::vector<Bend> &bends);

// Whether a lead rises above each of these terms, and above their sum, where it was read: along some size, at
// its largest. As k n^0.975 log k does above k n, which it is within for k <= n; not as sqrt n sqrt m above n
// + m.
bool rises_above(const Expression &lead, const std::vector<Expression> &terms,
                 const std::vector<Sizes> &places);

} // namespace iron
