// The reasons of verdicts in words.
#pragma once

#include <string>

#include "core/claim/claim.h"

namespace iron {

// A sentence without its full stop: what rose or stayed, from where to where, and what else has to be known.
std::string reason_text(const Judgement &judgement);

// What is looked at where a metric is divided by a growth: `steps / (n log n)`, `time / n`, `space` for 1.
std::string divided_text(Metric metric, const std::string &canonical);

} // namespace iron
