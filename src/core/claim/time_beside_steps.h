// What time says beside steps that were counted.
#pragma once

#include <string>

#include "core/claim/verdict.h"

namespace iron {

// Steps are within the bound, but a step takes so much longer at the larger sizes that memory can't be why:
// the working set can't grow faster than the steps that touch it. Then work is hidden: `exceeded`, by time.
// `evidence_needed`: that time leaves the bound.
void look_for_hidden_work(const ShapeGrowth &shape, const Bound &bound, const MemoryCurve &memory,
                          double evidence_needed, Judgement &judgement);

// A clause on time that grows faster than steps; "" where it does not.
std::string time_beside_steps(const ShapeGrowth &shape);

} // namespace iron
