// What is told of a whole run: figures, the page, the findings in the terminal.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/compare/compare.h"
#include "study/fit.h"
#include "study/readings.h"
#include "views/figures.h"
#include "views/lines.h"
#include "views/page.h"

namespace iron {

struct Report {
    const Scope &scope;
    const Fitted &fitted;
    const Journal &journal;
    const std::vector<JudgedClaim> &claims;
    const ComparisonOfAll &comparison;
    const std::map<std::string, SourceFiles> &sources; // by solution
    const Agreement *agreement;                        // null: not known
    std::string folder_told; // the problem folder, as a person standing here writes it
};

std::vector<Figure> figures_of(const Report &report);

// By name, the SVG text of those that were drawn.
using DrawnFigures = std::map<std::string, std::string>;
Page page_of(const Report &report, const DrawnFigures &drawn);

// The verdicts as a table, `between`, their reasons, and what is to be known of whole programs and of
// solutions that went over a limit.
std::string findings_text(const Scope &scope, const Fitted &fitted,
                          const std::vector<Measurement> &measurements,
                          const std::vector<JudgedClaim> &claims, const Agreement *agreement,
                          const std::string &between = "");

// Of solutions that remember from call to call: a sentence each.
std::vector<std::string> remembering_sentences(const std::vector<Measurement> &measurements);

// Of counts that are set aside: a sentence each.
std::vector<std::string> not_taken_sentences(const std::vector<Measurement> &measurements);

// How far solutions go that went over a limit at a size nobody asked for: a sentence each.
std::vector<std::string> reach_sentences(const std::vector<Measurement> &measurements);

} // namespace iron
