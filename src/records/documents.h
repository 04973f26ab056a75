// growth.json, claims.json and the tables, as text.
#pragma once

#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "records/journal.h"

namespace iron {

std::string growth_json(const std::vector<SeriesGrowth> &growths);
std::string claims_json(const std::vector<JudgedClaim> &claims);

// CSV (RFC 4180, lines end in \n). readings: a row a measurement, in the form that `--data` takes.
std::string readings_csv(const std::vector<Measurement> &measurements,
                         const std::vector<std::string> &size_names);
std::string growth_csv(const std::vector<SeriesGrowth> &growths);
std::string claims_csv(const std::vector<JudgedClaim> &claims);

} // namespace iron
