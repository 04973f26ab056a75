// The cone of curves that a candidate stands for: its leading term, and lower ones beside it.
#pragma once

#include <boost/container/static_vector.hpp>
#include <utility>
#include <vector>

#include "core/growth/curve.h"
#include "core/series/series.h"

namespace iron {

using Column = std::vector<double>; // a curve at the points, 1 at the reference point

// A direction of the cone of a candidate, and what it is made of.
struct Generator {
    Column column;
    // (index into the basis, factor): up to three leads and a lower term. Not allocated: of small fits there
    // are millions.
    boost::container::static_vector<std::pair<std::size_t, double>, 4> parts;
};

struct Basis {
    std::vector<Curve> curves;           // the leading one first
    std::vector<double> at_reference;    // ln of each at the reference size
    std::vector<const Column *> columns; // kept as the basis is
};

// The reference is the first size of the top third. What is given back, here and by cone_of(), is kept for
// the next series over the same sizes, and gone when this thread asks for others.
const Basis &basis_of(const Curve &curve, const std::vector<Located> &points, const std::string &name);

// Of every lower term: added, at most as large as the leading one at the reference; and weakly taken off,
// which the share says: so much of the leading term at the smallest size. Counts get waves too: doubled
// capacities, levels of a tree.
const std::vector<Generator> &cone_of(const Basis &basis, const std::vector<Located> &points,
                                      const std::string &name, Noise noise, double taken_off);

} // namespace iron
