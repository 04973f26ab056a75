// Gathers what the report says; how it looks is the view's.
#include "views/page.h"

#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <set>

#include "cli/common.h"
#include "core/claim/words.h"
#include "lab/heading.h"
#include "records/agreement.h"
#include "records/files.h"
#include "views/compare.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

PageClaim page_claim(const JudgedClaim &one) {
    PageClaim claim;
    claim.solution = one.solution;
    claim.claim = one.claim.metric + " " + one.claim.bound.written +
                  (one.claim.shape == "every" ? "" : " on " + one.claim.shape);
    claim.shape = one.claim.shape;
    claim.metric = one.claim.metric;
    claim.grows_like = one.judgement.growth_class.empty() ? "unknown" : one.judgement.growth_class;
    claim.verdict = verdict_text(one.judgement);
    claim.reason = one.judgement.reason + ".";
    claim.would_decide = would_decide_words(one.judgement);
    return claim;
}

// Which solution, which claims fail, what to do next.
std::vector<std::string> finding(const std::vector<JudgedClaim> &claims, const ComparisonOfAll &comparison,
                                 const Agreement *agreement) {
    std::vector<std::string> all;
    const std::string fastest = fastest_words(comparison);
    all.push_back(fastest.empty() ? "No solution can be named the fastest."
                                  : fmt::format("Fastest in the worst shape: {}.", fastest));
    std::string failed, open;
    const JudgedClaim *first_open = nullptr;
    for (const JudgedClaim &one : claims) {
        const std::string claim =
            fmt::format("{} ({} {})", one.solution, one.claim.metric, one.claim.bound.written);
        if (one.judgement.verdict == Verdict::exceeded) failed += (failed.empty() ? "" : ", ") + claim;
        if (one.judgement.verdict != Verdict::undecided) continue;
        open += (open.empty() ? "" : ", ") + claim;
        if (!first_open) first_open = &one;
    }
    all.push_back(failed.empty() ? claims.empty() ? "Nothing is claimed." : "No claim is exceeded."
                                 : fmt::format("Claims that fail: {}.", failed));
    std::string wrong;
    if (agreement)
        for (const SolutionAgreement &one : agreement->solutions)
            if (one.verdict != SolutionAgreement::Verdict::agrees)
                wrong +=
                    (wrong.empty() ? "" : ", ") + fmt::format("{} ({})", one.name, word_for(one.outcome));
    if (!wrong.empty())
        all.push_back(fmt::format("To be mended first, left out of every comparison: {}.", wrong));
    else if (first_open)
        all.push_back(fmt::format("Undecided: {}. {}", open, would_decide_words(first_open->judgement)));
    else if (!failed.empty())
        all.push_back(
            "Next: correct the claims that fail, or the solutions; the reasons name the smallest claim "
            "that holds.");
    else
        all.push_back("Nothing is left to decide.");
    return all;
}

// As much of an input or an answer as a person reads; agreement.json has the whole.
std::string beginning_of(const std::string &text) {
    constexpr std::size_t most = 4000;
    return text.size() <= most ? text
                               : text.substr(0, most) +
                                     fmt::format("\n… ({} bytes)", grouped(static_cast<double>(text.size())));
}

PageFigure page_figure(const Session &session, const std::string &name, const std::string &caption) {
    return {name, caption, read_file(session.file("figures/" + name + ".svg"))};
}

// Along the first size, with the bound that the solution claims there.
PageSeries page_series(const Session &session, const SeriesGrowth &one,
                       const std::vector<JudgedClaim> &claims) {
    PageSeries series{one.solution, one.shape, one.metric, {}, "", {}};
    const JudgedClaim *claimed = nullptr; // one for the shape itself goes first
    for (const JudgedClaim &claim : claims)
        if (claim.solution == one.solution &&
            claim.claim.metric == (one.metric == "space" ? "space" : "time") &&
            (claim.claim.shape == one.shape || (claim.claim.shape == "every" && !claimed)))
            claimed = &claim;
    if (claimed) series.bound = claimed->claim.bound.written;
    for (std::size_t i = 0; i < one.growth.points.size(); ++i) {
        const Located &point = one.growth.points[i];
        series.points.push_back({point.size, std::exp(point.log_value),
                                 std::exp(point.log_value - 1.96 * point.error),
                                 std::exp(point.log_value + 1.96 * point.error),
                                 one.growth.fits.empty() ? 0 : one.growth.best().fitted[i]});
        if (claimed)
            series.bounds.push_back(
                std::exp(evaluate_log(claimed->claim.bound.growth,
                                      complete_sizes(session.problem, {{one.size_name, point.size}}))));
    }
    return series;
}

std::string sizes_words(const Session &session, const std::vector<Measurement> &measurements) {
    std::string text;
    for (const std::string &name : session.problem.size_names()) {
        double least = 1e300, most = 0;
        for (const Measurement &m : measurements)
            if (const auto size = m.sizes.find(name); size != m.sizes.end())
                least = std::min(least, size->second), most = std::max(most, size->second);
        if (most > 0)
            text += fmt::format("{}{} from {} to {}", text.empty() ? "" : ", ", name, grouped(least),
                                grouped(most));
    }
    return text;
}

} // namespace

Page page_of(const Session &session, const Fitted &fitted, const std::vector<JudgedClaim> &claims,
             const ComparisonOfAll &comparison, const std::vector<std::string> &figures) {
    Page page;
    const std::optional<Agreement> agreement = stored_agreement(session);
    const std::set<std::string> drawn(figures.begin(), figures.end());
    page.title = session.problem.title;
    page.story = session.problem.story;
    page.size_name = session.problem.sizes.front().name;
    for (const SeriesGrowth &one : fitted.growths)
        if (!one.growth.points.empty()) page.series.push_back(page_series(session, one, claims));
    page.finding = finding(claims, comparison, agreement ? &*agreement : nullptr);
    for (const JudgedClaim &one : claims)
        page.claims.push_back(page_claim(one));
    const std::pair<const char *, const char *> main[] = {
        {"steps", "Steps a call against the size, each solution's worst shape: readings and fitted curves."},
        {"time", "Time a call against the size, each solution's worst shape: readings and fitted curves."},
        {"space", "Space a call against the size, each solution's worst shape."},
        {"map-steps",
         "Steps a call over both sizes, each solution's worst shape: readings as spots on the fitted curve."},
        {"map-time",
         "Time a call over both sizes, each solution's worst shape: readings as spots on the fitted curve."},
        {"compare", "Times over those of the fastest solution; dotted where the order changes."},
        {"trade",
         "Time against space at the largest common size; those that nobody beats in both are joined."},
        {"target", "Time and space at the target's sizes against what the target allows."}};
    for (const auto &[name, caption] : main)
        if (drawn.contains(name)) page.figures.push_back(page_figure(session, name, caption));
    for (const Solution *solution : session.solutions()) {
        PageSolution one;
        one.name = solution->name;
        one.note = solution->note;
        one.answers = "not compared";
        if (const SolutionAgreement *found = agreement ? agreement->solution(solution->name) : nullptr) {
            one.answers =
                found->verdict == SolutionAgreement::Verdict::agrees
                    ? "agree"
                    : word_for(found->outcome) + (found->detail.empty() ? "" : ": " + found->detail);
            if (found->counterexample)
                one.evidence = {{"Input", beginning_of(found->counterexample->input)},
                                {"Expected", beginning_of(found->counterexample->expected)},
                                {"Got", beginning_of(found->counterexample->got)}};
        }
        for (const std::string &source : solution->sources)
            if (std::filesystem::is_regular_file(session.problem.folder / source))
                one.sources.push_back({source, read_file(session.problem.folder / source)});
        for (const JudgedClaim &claim : claims)
            if (claim.solution == solution->name) one.claims.push_back(page_claim(claim));
        if (drawn.contains("claim-" + solution->name))
            one.figures.push_back(
                page_figure(session, "claim-" + solution->name,
                            "Readings over the claimed bounds: level where a claim holds, rising "
                            "where it does not."));
        page.solutions.push_back(std::move(one));
    }
    std::ifstream journal(session.file("measurements.jsonl"));
    std::string heading;
    std::getline(journal, heading);
    page.measured = conditions_in(heading);
    std::size_t disturbed = 0;
    int generations = 0;
    for (const Measurement &m : fitted.measurements) {
        disturbed += m.disturbed;
        generations = std::max(generations, m.generation + 1);
    }
    page.measured.push_back({"sizes", sizes_words(session, fitted.measurements)});
    page.measured.push_back(
        {"readings",
         fmt::format("{} in {}", grouped(static_cast<double>(fitted.measurements.size())),
                     counted_words(static_cast<std::size_t>(generations), "generation", "generations"))});
    if (disturbed * 10 > fitted.measurements.size())
        page.doubts.push_back(
            fmt::format("{} of the readings were disturbed by other work on the machine: times are "
                        "less sure than usual.",
                        grouped(static_cast<double>(disturbed))));
    if (generations < 2)
        page.doubts.push_back("All was read in one generation: the luck of one process is in every time.");
    const Asked asked = asked_in(heading);
    page.command = fmt::format("iron-stopwatch run --problem {} --budget {:.3g}s --seed {}{} --afresh",
                               told_path(session.problem.folder), asked.budget_s, asked.seed,
                               asked.cold ? " --cold" : "");
    return page;
}

} // namespace iron
