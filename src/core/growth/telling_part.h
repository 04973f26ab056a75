// Which of the places read tell growth, where all together do not.
#pragma once

#include <functional>

#include "core/growth/fit.h"

namespace iron {

// Fits some of the places as all of them were; over one size so many are enough.
using FitPart = std::function<Growth(const Series &, std::size_t least_places)>;

// Nothing fits where some calls end early: then only the hardest places tell, if those fit. They are the ones
// that no smaller place surpasses, or, of most, those that do not lie far below one of the curves.
void look_at_the_hardest(Growth &growth, const Series &series, const FitPart &fit);

// Nothing fits where capacities double: then the sizes that lie at the dearest place of a step tell, if those
// fit. Of bytes over one size.
void look_a_step_apart(Growth &growth, const Series &series, const FitPart &fit);

// A bound that names fewer sizes may be left for what happens while the others are small: an answer found
// early, a table not yet full. Notes the bounds of which that is so.
void look_beyond_small_sizes(Growth &growth, const Series &series, const std::vector<Bound> &claims,
                             const FitPart &fit);

// Nothing fits over several sizes: what the lines tell along which one of them grows, no less there than the
// square of those that stay. Below that these may yet cut it off: n nodes have n^2 edges. Bounds are claimed
// of it as they are along that line.
using FitLine = std::function<Growth(const Series &, const std::vector<Bound> &claims)>;
void look_along_lines(Growth &growth, const Series &series, const std::vector<Bound> &claims,
                      const FitLine &fit);

// A bound where these sizes stay.
Bound along_a_line(const Bound &bound, const Sizes &held);

} // namespace iron
