// What start-up is of the readings of a whole program, or of the first calls of processes. Rules of judging,
// for the table in rules.cpp.
#pragma once

#include "core/claim/evidence.h"

namespace iron {

// A whole program's time holds its start-up, its bytes the buffers that it begins with, and a first call's
// time what its process makes ready: what grows beside those shows in the readings that stand out from them.
// To rise above a bound one may do; to keep it, or to fall below one, takes as many as growth takes to show.
bool is_start_up(const Evidence &evidence, const Judgement &judgement);
void allow_for_start_up(const Evidence &evidence, Judgement &judgement);

// Nor is a bound kept that what lies beyond the start-up leaves behind.
bool is_kept_by_the_start_up(const Evidence &evidence, const Judgement &judgement);
void look_beyond_the_start_up(const Evidence &evidence, Judgement &judgement);

} // namespace iron
