// What a template asks of the sizes of its problem.
#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/bound/size_order.h"
#include "records/template.h"

namespace iron {

// The sizes that what a template prints depends on. Names that it gives itself are none.
std::set<std::string> sizes_in(const Template &text);

// Whether it asks for the same at both: every count and every end of a range has one value there.
bool asks_the_same(const Template &text, const Sizes &here, const Sizes &there);

// What sizes are cut to: of {min(m, n (n - 1) / 2)} the relation m <= n (n - 1) / 2, where m stands nowhere
// else in it.
std::vector<Relation> relations_in(const Template &text);

} // namespace iron
