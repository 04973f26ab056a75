// What time says beside steps that were counted.
#pragma once

#include <optional>

#include "core/claim/reason.h"
#include "core/reading/memory_curve.h"

namespace iron {

// Time a step, from a third of the places that both were read at to the largest. What memory could do beside:
// the working set can't grow faster than the steps that touch it, nor than the input. Nothing where too few
// places are common to both.
std::optional<TimeAStep> time_a_step(const Growth &steps, const Growth &time, const MemoryCurve *memory);

} // namespace iron
