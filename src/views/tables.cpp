#include "views/tables.h"

#include <algorithm>
#include <fmt/format.h>

#include "core/bound/order.h"
#include "core/claim/words.h"
#include "views/text.h"

namespace iron {

namespace {

// Exponential growth has no exponent worth printing.
std::string exponent_text(double exponent, const std::optional<std::pair<double, double>> &interval) {
    if (!interval) return "-";
    return fmt::format("{:.2f} [{:.2f}, {:.2f}]", exponent, interval->first, interval->second);
}

std::string class_text(const Growth &growth) {
    return growth.standing == Growth::Standing::fitted ? growth.best().curve.name : "too few sizes";
}

std::string verdict_text(const Judgement &judgement) {
    std::string text = word_for(judgement.verdict);
    if (judgement.loose) text += ", loose";
    return text;
}

// A block of an input or an answer, cut to what a person can take in.
std::string excerpt(const std::string &text) {
    if (text.empty()) return "        (nothing)\n";
    std::string result;
    std::size_t at = 0;
    for (int lines = 0; at < text.size(); ++lines) {
        if (lines == 6) return result + "        … (whole in agreement.json and counterexamples/)\n";
        const std::size_t end = std::min(text.find('\n', at), text.size());
        result += "        " + cut_to(text.substr(at, end - at), terminal_width - 8) + "\n";
        at = end + 1;
    }
    return result;
}

} // namespace

std::string claims_table(const std::vector<JudgedClaim> &claims, const std::vector<SeriesGrowth> &growths,
                         const Agreement *agreement) {
    std::vector<std::vector<std::string>> rows;
    std::string reasons, last;
    for (const JudgedClaim &one : claims) {
        const Judgement &judged = one.judgement;
        std::string claim = one.claim.metric + " " + one.claim.bound.written;
        if (one.claim.shape != "every") claim += " on " + one.claim.shape;
        const std::string grows = judged.growth_class.empty() ? "-" : judged.growth_class;
        rows.push_back({one.solution == last ? "" : one.solution, claim, grows, verdict_text(judged)});
        last = one.solution;
        reasons += wrapped(fmt::format("{}, {}: {}.", one.solution, claim, judged.reason), terminal_width, 2);
        if (judged.would_decide) {
            const WouldDecide &decide = *judged.would_decide;
            const std::string cost =
                decide.cost_ns ? fmt::format(", about {} a call", time_text(*decide.cost_ns)) : "";
            reasons += wrapped(fmt::format("It would be decided by measuring up to {} = {}{}.",
                                           decide.size_name, grouped(decide.size), cost),
                               terminal_width, 4);
        }
    }
    // Solutions without any claim still grow like something.
    for (const SeriesGrowth &growth : growths) {
        const bool claimed = std::any_of(claims.begin(), claims.end(),
                                         [&](const JudgedClaim &c) { return c.solution == growth.solution; });
        if (!claimed && growth.metric == "time")
            rows.push_back(
                {growth.solution, "no claim", class_text(growth.growth) + " (" + growth.shape + ")", "-"});
    }
    std::string text = table_text({"solution", "claim", "grows like", "verdict"}, rows, terminal_width);
    if (agreement)
        for (const SolutionAgreement &entry : agreement->solutions)
            if (entry.verdict != SolutionAgreement::Verdict::agrees)
                text += wrapped("left out: " + entry.name + ": " + sentence_for(entry), terminal_width, 2);
    return text + (reasons.empty() ? "" : "\n" + reasons);
}

std::string growth_table(const std::vector<SeriesGrowth> &growths) {
    std::vector<std::vector<std::string>> rows;
    std::string last;
    for (const SeriesGrowth &one : growths) {
        const Growth &growth = one.growth;
        const bool fitted = growth.standing == Growth::Standing::fitted;
        rows.push_back({one.solution == last ? "" : one.solution, one.shape, one.metric, class_text(growth),
                        fitted ? exponent_text(growth.exponent, growth.interval) : "-",
                        fmt::format("{} to {}", grouped(growth.from), grouped(growth.to))});
        last = one.solution;
    }
    return table_text({"solution", "shape", "metric", "grows like", "exponent [95 %]", "sizes"}, rows,
                      terminal_width);
}

std::string agreement_text(const Agreement &agreement) {
    std::string text;
    std::size_t agreeing = 0;
    for (const SolutionAgreement &one : agreement.solutions)
        agreeing += one.verdict == SolutionAgreement::Verdict::agrees;
    text += fmt::format("{} of {} agree on {}\n", agreeing,
                        counted_words(agreement.solutions.size(), "solution", "solutions"),
                        counted_words(static_cast<std::size_t>(agreement.inputs), "input", "inputs"));
    for (const SolutionAgreement &one : agreement.solutions) {
        if (one.verdict == SolutionAgreement::Verdict::agrees) continue;
        text += wrapped(one.name + ": " + sentence_for(one), terminal_width, 2);
        if (one.outcome == Outcome::not_built) {
            text += one.detail + "\n";
            continue;
        }
        if (!one.counterexample) continue;
        const Counterexample &c = *one.counterexample;
        text += "      input\n" + excerpt(c.input);
        if (!c.expected.empty()) text += "      expected\n" + excerpt(c.expected);
        if (one.verdict == SolutionAgreement::Verdict::disagrees) text += "      got\n" + excerpt(c.got);
    }
    return text;
}

} // namespace iron
