#include "core/claim/leaving_line.h"

#include <algorithm>
#include <cmath>

#include "core/claim/rules.h"
#include "core/growth/telling_part.h"

namespace iron {

std::optional<LeavingLine> leaving_line(const Evidence &e) {
    if (e.bound.kind != Bound::Kind::upper || e.shape->starts_up) return std::nullopt;
    // Many lines are many chances to be wrong.
    const double more = std::log(static_cast<double>(std::max<std::size_t>(e.growth->lines.size(), 1)));
    for (const LineGrowth &line : e.growth->lines) {
        ShapeGrowth alone{e.shape->shape};
        (e.read == Metric::space ? alone.space : alone.steps) = &line.growth;
        const Evidence along = evidence_on(alone, e.claimed, along_a_line(e.bound, line.held), nullptr);
        const bool leaves = judged_on(along).verdict == Verdict::exceeded && along.leaving();
        if (leaves && along.how_plain().manifold && along.against >= along.needed_to_leave() + more)
            return LeavingLine{
                {line.held.begin(), line.held.end()}, along.witnessed(), along.leaving()->name};
    }
    return std::nullopt;
}

} // namespace iron
