// What time says beside steps that were counted.
#pragma once

#include <optional>

#include "core/claim/evidence.h"
#include "core/reading/memory_curve.h"

namespace iron {

// Time a step, from a third of the places that both were read at to the largest. What memory could do beside:
// the working set can't grow faster than the steps that touch it, nor than the input; and with the one that
// was read, where it was. Where numbers may get longer unseen, a dearer step is laid to them. Nothing where
// too few places are common to both.
std::optional<TimeAStep> time_a_step(const Growth &steps, const Growth &time, const MemoryCurve *memory,
                                     const WorkingSet *working_set = nullptr);

} // namespace iron
