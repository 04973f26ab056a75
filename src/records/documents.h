// growth.json, claims.json and the tables, as text.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/claim/judge.h"
#include "core/claim/lines.h"
#include "core/compare/changes.h"
#include "core/compare/compare.h"
#include "core/compare/outlook.h"
#include "records/journal.h"

namespace iron {

std::string growth_json(const std::vector<SeriesGrowth> &growths);
// `sentence`: the reason of a verdict in words.
using Sentence = std::function<std::string(const Judgement &)>;
std::string claims_json(const std::vector<JudgedClaim> &claims, const Sentence &sentence);

// lines.json. Profiles of every shape, the largest share first; shares where most was counted.
std::string lines_json(const std::vector<SolutionLines> &lines, const std::vector<std::string> &size_names,
                       const SourceText &text);

// CSV (RFC 4180, lines end in \n). readings: a row a measurement, in the form that `--data` takes.
std::string readings_csv(const std::vector<Measurement> &measurements,
                         const std::vector<std::string> &size_names);
std::string growth_csv(const std::vector<SeriesGrowth> &growths);
std::string claims_csv(const std::vector<JudgedClaim> &claims, const Sentence &sentence);

// comparison.json. An interval of a ratio is at 95 %.
std::string comparison_json(const ComparisonOfAll &comparison);

// forecast.json. Intervals are at 90 %. Lists of what was not asked for are empty.
std::string forecast_json(const std::vector<SeriesForecast> &forecasts, const Sizes &sizes,
                          const std::vector<LargestSize> &largest, const std::string &limit,
                          const std::string &along, const std::vector<TargetFindings> &targets,
                          const SelfCheck &check, const Sentence &sentence);

// What `changes --json` prints. `ground` and `inputs`: what sets the two apart beside the solutions.
std::string changes_json(const std::vector<Change> &changes, const std::optional<Drift> &drift,
                         const std::string &size_name, double worse_by,
                         const std::vector<std::string> &ground, const std::vector<std::string> &inputs,
                         const std::map<std::string, std::vector<DearerLine>> &lines);

} // namespace iron
