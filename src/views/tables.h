// The tables that the commands print.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/claim/judge.h"
#include "records/agreement.h"
#include "records/call.h"
#include "records/journal.h"
#include "study/fit.h"

namespace iron {

constexpr std::size_t terminal_width = 80;

// Solution by solution the claimed bound, what it grows like, the verdict, and a small chart of what decided
// over the bound (inline_chart); `between`, if there is any; then a sentence of reason for each claim, for
// those first that are exceeded, then for those that are open.
std::string claims_table(const std::vector<JudgedClaim> &claims, const std::vector<SeriesGrowth> &growths,
                         const Agreement *agreement, const std::string &between = "");

// "exceeded", "holds, loose"; and, where something is open, what would decide it, a sentence, else "".
std::string verdict_text(const Judgement &judgement);
std::string would_decide_words(const Judgement &judgement);

// Of whole programs: what starting one that does nothing takes, and from which size on the solution itself
// can be seen beside that. A sentence each; none where there are no whole programs.
std::vector<std::string> floor_sentences(const std::vector<Measurement> &measurements,
                                         const std::string &size);

// What each series grows like, with its exponent.
std::string growth_table(const std::vector<SeriesGrowth> &growths);

// Which solutions agree; of the others the input, the expected and the given answer, cut to a few lines.
// Claims that could be made, as lines to paste into the problem file; "" where there are none.
std::string proposed_text(const std::vector<ProposedClaim> &claims);
// `call`: of a problem whose solutions are bare functions.
std::string agreement_text(const Agreement &agreement, const std::optional<Call> &call = {});
// "best_climb([4, -5, 6], 1)"; "" where the input is too long to be read so.
std::string call_text(const Call &call, std::string_view input);

} // namespace iron
