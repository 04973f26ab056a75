// Verdicts from growth in several sizes at once.
#pragma once

#include <memory>

#include "core/claim/verdict.h"
#include "core/growth/joint.h"

namespace iron {

// One shape's joint growths against a bound; the fields of Judgement but `worst_shape`, which is the
// caller's. Exponent: of the first size at the cell with the largest reading.
Judgement judge_jointly(const std::string &metric, const Bound &bound, const ShapeGrowth &shape,
                        const std::optional<MemoryCurve> &memory);

// The growth found, as a claim, where that would hold; "" where not.
std::string smallest_joint_claim(const std::string &metric, const Judgement &judgement,
                                 const ShapeGrowth &shape);

// The growth that decides, null where none over several sizes was read.
std::shared_ptr<const JointGrowth> deciding_joint(const std::string &metric, const ShapeGrowth &shape);

} // namespace iron
