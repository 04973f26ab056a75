#include "views/report.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <iterator>
#include <set>
#include <stdexcept>

#include "core/words.h"
#include "records/files.h"
#include "records/heading.h"
#include "study/remembering.h"
#include "views/along.h"
#include "views/compare.h"
#include "views/page_sources.h"
#include "views/reasons.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

PageClaim page_claim(const JudgedClaim &one) {
    PageClaim claim;
    claim.solution = one.solution;
    claim.claim = word_for(one.claim.metric) + (" " + one.claim.bound.written) +
                  (one.claim.shape == "every" ? "" : " on " + one.claim.shape);
    claim.shape = one.claim.shape;
    claim.metric = word_for(one.claim.metric);
    claim.grows_like = one.judgement.growth_class.empty() ? "unknown" : one.judgement.growth_class;
    claim.verdict = verdict_text(one.judgement);
    claim.reason = reason_text(one.judgement) + ".";
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
            fmt::format("{} ({} {})", one.solution, word_for(one.claim.metric), one.claim.bound.written);
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

// Along the first size, with the bound that the solution claims there.
PageSeries page_series(const Problem &problem, const SeriesGrowth &one,
                       const std::vector<JudgedClaim> &claims) {
    PageSeries series{one.solution, one.shape, word_for(one.metric), {}, "", {}};
    const JudgedClaim *claimed = nullptr; // one for the shape itself goes first
    for (const JudgedClaim &claim : claims)
        if (claim.solution == one.solution &&
            claim.claim.metric == (one.metric == Metric::space ? Metric::space : Metric::time) &&
            (claim.claim.shape == one.shape || (claim.claim.shape == "every" && !claimed)))
            claimed = &claim;
    if (claimed) series.bound = claimed->claim.bound.written;
    const std::string &size = one.growth.names().front();
    for (const PointAlong &at : points_along(one.growth, size)) {
        const Located &point = *at.point;
        series.points.push_back({at.size, std::exp(point.log_value),
                                 std::exp(point.log_value - 1.96 * point.error),
                                 std::exp(point.log_value + 1.96 * point.error), at.fitted});
        if (claimed)
            series.bounds.push_back(std::exp(
                evaluate_log(claimed->claim.bound.growth, complete_sizes(problem, {{size, at.size}}))));
    }
    return series;
}

std::string sizes_words(const Problem &problem, const std::vector<Measurement> &measurements) {
    std::string text;
    for (const std::string &name : problem.size_names()) {
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

// Along the sweep, as far as the readings tell what inputs take.
WorkingSets working_sets_of(const Report &report) {
    WorkingSets sets;
    sets.caches = caches_in(report.journal.heading);
    const auto swept = report.scope.on_sweep();
    for (const Measurement &m : report.journal.measurements) {
        if (m.kind != MeasuredKind::space || m.space.input_bytes < 0 || !swept(m.sizes)) continue;
        double &bytes = sets.bytes[{m.solution, m.shape}][m.sizes.at(report.scope.swept())];
        bytes = std::max(bytes, static_cast<double>(m.space.input_bytes + m.space.space_bytes));
    }
    return sets;
}

// The figures of all solutions, with what each shows.
struct SharedFigure {
    const char *name, *caption;
    bool in_chart = false;
};
const SharedFigure shared_figures[] = {
    {"steps", "Steps a call against the size, each solution's worst shape: readings and fitted curves.",
     true},
    {"time", "Time a call against the size, each solution's worst shape: readings and fitted curves.", true},
    {"space", "Space a call against the size, each solution's worst shape.", true},
    {"map-steps",
     "Steps a call over both sizes, each solution's worst shape: readings as spots on the fitted curve."},
    {"map-time",
     "Time a call over both sizes, each solution's worst shape: readings as spots on the fitted curve."},
    {"compare", "Times over those of the fastest solution; dotted where the order changes."},
    {"trade", "Time against space at the largest common size; those that nobody beats in both are joined."},
    {"target", "Time and space at the target's sizes against what the target allows."}};

// A figure of its own for each tier of a target.
bool is_at(const std::string &figure, const std::string &place) {
    return figure == place || (place == "target" && figure.starts_with("target-"));
}

std::vector<PageFigure> shared_page_figures(const DrawnFigures &drawn) {
    std::vector<PageFigure> all;
    for (const SharedFigure &place : shared_figures)
        for (const auto &[name, svg] : drawn)
            if (is_at(name, place.name)) all.push_back({name, place.caption, svg, place.in_chart});
    return all;
}

std::pair<std::string, std::string> input_evidence(const Report &report, const std::string &input) {
    const std::optional<Call> &function = report.scope.problem.call;
    const std::string call = function ? call_text(*function, input) : "";
    if (!call.empty()) return {"Call", call};
    return {"Input", beginning_of(input)};
}

PageSolution page_solution(const Report &report, const Solution &solution, const DrawnFigures &drawn) {
    PageSolution one;
    one.name = solution.name;
    one.note = solution.note;
    one.answers = "not compared";
    const SolutionAgreement *found = report.agreement ? report.agreement->solution(solution.name) : nullptr;
    if (found) {
        one.answers = found->verdict == SolutionAgreement::Verdict::agrees
                          ? "agree"
                          : word_for(found->outcome) + (found->detail.empty() ? "" : ": " + found->detail);
        if (found->counterexample)
            one.evidence = {input_evidence(report, found->counterexample->input),
                            {"Expected", beginning_of(found->counterexample->expected)},
                            {"Got", beginning_of(found->counterexample->got)}};
    }
    one.sources = page_sources(report, solution);
    for (const JudgedClaim &claim : report.claims)
        if (claim.solution == solution.name) one.claims.push_back(page_claim(claim));
    if (const auto figure = drawn.find("claim-" + solution.name); figure != drawn.end())
        one.figures.push_back({figure->first,
                               "Readings over the claimed bounds: level where a claim holds, rising where it "
                               "does not.",
                               figure->second});
    if (const auto figure = drawn.find("lines-" + solution.name); figure != drawn.end())
        one.figures.push_back({figure->first,
                               "How often its lines run: those that take most, in the shape that takes most.",
                               figure->second});
    return one;
}

// How it was measured, and what makes the numbers doubtful.
void tell_how(const Report &report, Page &page) {
    const std::vector<Measurement> &measurements = report.journal.measurements;
    page.measured = conditions_in(report.journal.heading);
    std::size_t disturbed = 0;
    int generations = 0;
    for (const Measurement &m : measurements) {
        disturbed += m.disturbed;
        generations = std::max(generations, m.generation + 1);
    }
    page.measured.push_back({"sizes", sizes_words(report.scope.problem, measurements)});
    page.measured.push_back(
        {"readings",
         fmt::format("{} in {}", grouped(static_cast<double>(measurements.size())),
                     counted_words(static_cast<std::size_t>(generations), "generation", "generations"))});
    if (disturbed * 10 > measurements.size())
        page.doubts.push_back(
            fmt::format("{} of the readings were disturbed by other work on the machine: times are "
                        "less sure than usual.",
                        grouped(static_cast<double>(disturbed))));
    if (generations < 2)
        page.doubts.push_back("All was read in one generation: the luck of one process is in every time.");
    for (const std::string &sentence : reach_sentences(measurements))
        page.doubts.push_back(sentence + ".");
    for (const std::string &sentence : remembering_sentences(measurements))
        page.doubts.push_back(sentence + ".");
    for (const std::string &sentence : not_taken_sentences(measurements))
        page.doubts.push_back(sentence + ".");
    const Asked asked = asked_in(report.journal.heading);
    page.command = fmt::format("iron-stopwatch run --problem {} --budget {}s --seed {}{} --afresh",
                               report.folder_told, asked.budget_s, asked.seed, asked.cold ? " --cold" : "");
}

// A figure that no place on the page knows would be missing from it without a word.
void check_places(const std::vector<Figure> &figures, const std::vector<std::string> &shapes) {
    for (const Figure &figure : figures) {
        const auto is_named = [&](const auto &place) { return is_at(figure.name, place.name); };
        const auto is_of_shape = [&](const std::string &shape) { return figure.name.ends_with("-" + shape); };
        if (std::none_of(std::begin(shared_figures), std::end(shared_figures), is_named) &&
            !figure.name.starts_with("claim-") && !figure.name.starts_with("lines-") &&
            std::none_of(shapes.begin(), shapes.end(), is_of_shape))
            throw std::logic_error("the figure " + figure.name + " has no place on the page");
    }
}

} // namespace

std::vector<Figure> figures_of(const Report &report) {
    const Problem &problem = report.scope.problem;
    const std::vector<std::string> names = report.scope.names();
    const std::vector<SeriesGrowth> &growths = report.fitted.growths;
    const std::vector<TargetLimits> targets = target_limits(problem);
    std::vector<Figure> figures =
        growth_figures(problem.title, growths, names, report.scope.shapes, report.scope.swept(), targets);
    const auto add = [&](std::vector<Figure> more) {
        std::move(more.begin(), more.end(), std::back_inserter(figures));
    };
    add(claim_figures(report.claims, growths, report.scope.swept(), report.scope.along_sweep(),
                      working_sets_of(report)));
    add(line_figures(report.fitted.lines, report.claims, names, report.scope.swept()));
    add(comparison_figures(problem.title, report.comparison, names));
    add(map_figures(problem.title, growths, names, problem.relations()));
    for (const TargetLimits &limits : targets)
        add(target_figures(problem.title,
                           target_met(report.scope, report.fitted, report.journal.measurements, limits),
                           limits, names));
    check_places(figures, report.scope.shapes);
    return figures;
}

Page page_of(const Report &report, const DrawnFigures &drawn) {
    Page page;
    page.title = report.scope.problem.title;
    page.story = report.scope.problem.story;
    page.size_name = report.scope.swept();
    for (const SeriesGrowth &one : report.fitted.growths)
        if (!points_along(one.growth, page.size_name).empty())
            page.series.push_back(page_series(report.scope.problem, one, report.claims));
    page.finding = finding(report.claims, report.comparison, report.agreement);
    for (const Verdict verdict :
         {Verdict::exceeded, Verdict::undecided, Verdict::holds}) // what is to be done first
        for (const JudgedClaim &one : report.claims)
            if (one.judgement.verdict == verdict) page.claims.push_back(page_claim(one));
    page.figures = shared_page_figures(drawn);
    for (const Contender &one : report.scope.contenders) {
        page.solutions.push_back(page_solution(report, *one.solution, drawn));
        for (PageLines &lines : page_lines(report, *one.solution))
            page.lines.push_back(std::move(lines));
    }
    tell_how(report, page);
    return page;
}

std::vector<std::string> remembering_sentences(const std::vector<Measurement> &measurements) {
    std::vector<std::string> all;
    for (const FirstAndLater &one : first_and_later(measurements))
        all.push_back(fmt::format(
            "{} remembers: on {} a first call takes {}, a later one {} ({}). Each of its readings "
            "is the first call of a process, where nothing is remembered and nothing warmed up",
            one.solution, one.shape, time_text(one.first_ns), time_text(one.later_ns),
            sizes_text(one.sizes)));
    return all;
}

std::vector<std::string> not_taken_sentences(const std::vector<Measurement> &measurements) {
    std::vector<std::string> all;
    for (const StepsNotTaken &one : steps_not_taken(measurements)) {
        all.push_back(
            fmt::format("{} on {}: its counted steps are set aside, since no machine takes {} in the {} of a "
                        "call ({}): the compiler does without most of them where no step is counted, or an "
                        "earlier call has "
                        "done them",
                        one.solution, one.shape, grouped(std::round(one.steps)), time_text(one.time_ns),
                        sizes_text(one.sizes)));
    }
    return all;
}

std::vector<std::string> reach_sentences(const std::vector<Measurement> &measurements) {
    std::vector<std::string> all;
    for (const Reach &reach : reaches_in(measurements)) {
        all.push_back(fmt::format("{} reaches its limit on {}, {}: {}; it is judged by smaller sizes",
                                  reach.solution, reach.shape, sizes_text(reach.sizes),
                                  word_for(reach.outcome)));
    }
    return all;
}

std::string findings_text(const Scope &scope, const Fitted &fitted,
                          const std::vector<Measurement> &measurements,
                          const std::vector<JudgedClaim> &claims, const Agreement *agreement,
                          const std::string &between) {
    std::string text = claims_table(claims, fitted.growths, agreement, between);
    std::vector<std::string> sentences = floor_sentences(measurements, scope.swept());
    for (std::string &sentence : reach_sentences(measurements))
        sentences.push_back(std::move(sentence));
    for (std::string &sentence : remembering_sentences(measurements))
        sentences.push_back(std::move(sentence));
    for (std::string &sentence : not_taken_sentences(measurements))
        sentences.push_back(std::move(sentence));
    if (!sentences.empty()) text += "\n";
    for (const std::string &sentence : sentences)
        text += wrapped(sentence + ".", terminal_width, 2);
    return text;
}

} // namespace iron
