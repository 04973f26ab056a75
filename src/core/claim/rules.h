// How evidence becomes a verdict: an ordered table of rules.
#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/claim/evidence.h"

namespace iron {

// The first rule that applies decides.
struct DecidingRule {
    const char *name;
    bool (*applies)(const Evidence &evidence);
    void (*decide)(const Evidence &evidence, Judgement &judgement);
};
const std::vector<DecidingRule> &deciding_rules();

// Each that applies changes what was decided, in this order.
struct QualifyingRule {
    const char *name;
    bool (*applies)(const Evidence &evidence, const Judgement &judgement);
    void (*qualify)(const Evidence &evidence, Judgement &judgement);
};
const std::vector<QualifyingRule> &qualifying_rules();

// Names of rules that can be left out, to see what each earns (docs/statistics.md).
std::vector<std::string> rule_names();
using Without = std::set<std::string>;

Judgement judged_on(const Evidence &evidence, const Without &without = {});

} // namespace iron
