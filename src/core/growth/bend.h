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

} // namespace iron
