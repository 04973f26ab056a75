#include <fmt/format.h>

#include "cli/common.h"
#include "core/words.h"
#include "records/files.h"
#include "records/json.h"
#include "views/compare.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

void print_findings(const Session &session, const Agreement &agreement, const MeasureSummary &summary,
                    const FittedScope &fitted, const std::vector<JudgedClaim> &claims,
                    const ComparisonOfAll &comparison) {
    fmt::print("{}\n", session.problem->title);
    const auto readings = [](int count) {
        return counted_words(static_cast<std::size_t>(count), "reading", "readings");
    };
    const int fresh = summary.measurements - summary.recalled;
    std::string text = fmt::format("{}{} in {}", readings(fresh), summary.recalled > 0 ? " more" : "",
                                   time_text(1e9 * summary.spent_s));
    if (summary.stopped_early)
        text +=
            fmt::format(" of {}, since {}", time_text(1e9 * session.budget_s()),
                        summary.recalled > 0 && fresh == 0 ? "those of earlier sessions decide all there is"
                                                           : "nothing is left to decide");
    if (summary.recalled > 0)
        text += fmt::format("; {} from earlier sessions ({})", readings(summary.recalled),
                            time_text(1e9 * summary.spent_before_s));
    if (summary.disturbed > 0) text += fmt::format("; {} marked disturbed", readings(summary.disturbed));
    text +=
        fmt::format(": {} of solution, shape and size; {}, seed {}",
                    counted_words(static_cast<std::size_t>(summary.cells), "combination", "combinations"),
                    counted_words(static_cast<std::size_t>(summary.generations), "generation", "generations"),
                    session.options.seed);
    fmt::print("{}", wrapped(text, terminal_width, 0));
    if (status_of(agreement) != status_done || !agreement.slow_samples.empty())
        fmt::print("{}", agreement_text(agreement, session.problem->call));
    const std::string fastest = fastest_words(comparison);
    fmt::print("\n{}", findings_text(fitted.scope, fitted, fitted.journal.measurements, claims, &agreement,
                                     fastest.empty() ? ""
                                                     : wrapped("Fastest in the worst shape: " + fastest + ".",
                                                               terminal_width, 0)));
    if (const std::string to_claim = proposed_text(proposed_claims(fitted)); !to_claim.empty())
        fmt::print("\n{}", to_claim);
}

} // namespace

int run_problem(const Options &options) {
    Session session = open_session(options);
    session.options.keeps_aside = true; // the main job goes on after an edit
    TerminalTeller teller(options);
    const std::vector<Built> built = build_stage(session, teller, true);
    auto [agreement, calls] = agree_stage(session, built, teller);
    const MeasureSummary summary = measure_stage(session, built, calls, agreement, teller);
    const FittedScope fitted = fit_stage(session);
    const std::vector<JudgedClaim> claims = claims_stage(session, fitted);
    const ComparisonOfAll comparison = compare_stage(session, fitted, compare_options(fitted));
    const std::string target = target_stage(session, fitted);
    if (!options.keeps_nothing) report_stage(session, fitted, claims, comparison, teller);
    if (options.json) {
        Json all;
        all["schema"] = "iron-stopwatch/run/1";
        for (const char *name : {"agreement", "growth", "claims", "comparison"})
            all[name] = json_of(read_file(session.file(std::string(name) + ".json")));
        if (!target.empty()) all["forecast"] = json_of(read_file(session.file("forecast.json")));
        fmt::print("{}\n", text_of(all, 2));
    } else {
        print_findings(session, agreement, summary, fitted, claims, comparison);
        if (!target.empty()) fmt::print("\n{}", target);
        if (!options.keeps_nothing) fmt::print("\nResults in {}\n", told_path(session.out));
    }
    return std::max(status_of(agreement), status_of(claims));
}

void add_run(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command =
        program.add_subcommand("run", "build, agree, measure, fit, claims and report in order: the main job");
    add_common(*command, *options, true);
    add_tries(*command, *options);
    command->add_flag("--no-figures", options->no_figures, "tables and the page alone; 'report' draws later");
    auto watches = std::make_shared<bool>();
    command->add_flag("--watch", *watches, "go on: when a source is saved, judge it again")
        ->excludes("--json");
    command->footer("Example: iron-stopwatch run --problem demo/tide-climb --budget 30s\n"
                    "         iron-stopwatch run --problem demo/tide-window --watch\n"
                    "Exit status 1: a solution does not agree, or a claim is exceeded.");
    command->callback(
        [options, watches, &status] { status = *watches ? watch_problem(*options) : run_problem(*options); });
}

} // namespace iron
