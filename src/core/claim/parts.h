// A shape's steps judged part by part, where they were counted by line: a total of 400 n + 0.02 n^2 is hard
// to tell, its two parts are not. Rules of judging, for the table in rules.cpp.
#pragma once

#include "core/claim/evidence.h"

namespace iron {

// Some part leaves an upper bound that the total may still keep: by its own evidence and witness, its share
// of all steps rising; the one with the largest share is told. Many parts are many chances to be wrong: what
// has no closed form needs ln of their number more. Never where some inputs end early: parts can't be read
// as they are then.
bool a_part_leaves(const Evidence &evidence, const Judgement &judgement);
void tell_part(const Evidence &evidence, Judgement &judgement);

// The total keeps the bound, but some part that matters rises above it for all to see, and does not keep it
// by itself: it may be what counts at larger sizes.
bool a_part_may_leave(const Evidence &evidence, const Judgement &judgement);
void tell_part_in_doubt(const Evidence &evidence, Judgement &judgement);

// Each part keeps a bound O by itself, where the total can't tell; or seemed to leave it, while all parts
// that matter have closed forms.
bool all_parts_keep(const Evidence &evidence, const Judgement &judgement);
void tell_parts(const Evidence &evidence, Judgement &judgement);

} // namespace iron
