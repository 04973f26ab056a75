// Growths of a shape judged by hand.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "views/reasons.h"

namespace iron::test {

struct ShapeRead {
    std::string shape;
    std::optional<Growth> steps, time = {}, space = {};
};

inline Judgement judged(Metric claimed, const Bound &bound, const std::vector<ShapeRead> &shapes,
                        const std::optional<MemoryCurve> &memory = MemoryCurve()) {
    std::vector<ShapeGrowth> growths;
    for (const ShapeRead &one : shapes) {
        const auto there = [](const std::optional<Growth> &growth) { return growth ? &*growth : nullptr; };
        growths.push_back({one.shape, there(one.steps), there(one.time), there(one.space)});
    }
    return judge(claimed, bound, growths, {memory});
}

inline Bound upper(const std::string &growth, const std::vector<std::string> &sizes = {"n"}) {
    return {Bound::Kind::upper, parse_expression(growth, sizes), ""};
}

inline bool says(const Judgement &judgement, const std::string &part) {
    return reason_text(judgement).find(part) != std::string::npos;
}

} // namespace iron::test
