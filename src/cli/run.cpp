#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include "cli/common.h"
#include "core/claim/words.h"
#include "records/files.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

void print_findings(const Session &session, const Agreement &agreement, const MeasureSummary &summary,
                    const Fitted &fitted, const std::vector<JudgedClaim> &claims) {
    fmt::print("{}\n", session.problem.title);
    fmt::print(
        "{}", wrapped(fmt::format("{} in {:.3g} s: {} of solution, shape and size; {}, seed {}",
                                  counted_words(summary.measurements, "reading", "readings"), summary.spent_s,
                                  counted_words(summary.cells, "combination", "combinations"),
                                  counted_words(summary.generations, "generation", "generations"),
                                  session.options.seed),
                      terminal_width, 0));
    if (status_of(agreement) != status_done) fmt::print("{}", agreement_text(agreement));
    fmt::print("\n{}", claims_table(claims, fitted.growths, &agreement));
}

} // namespace

int run_problem(const Options &options) {
    const Session session = open_session(options);
    Teller teller(options);
    const std::vector<Built> built = build_stage(session, teller);
    Agreement agreement = agree_stage(session, built, teller);
    const MeasureSummary summary = measure_stage(session, built, agreement, teller);
    const Fitted fitted = fit_stage(session);
    const std::vector<JudgedClaim> claims = claims_stage(session, fitted);
    report_stage(session, fitted, claims, teller);
    if (options.json) {
        nlohmann::ordered_json all;
        all["schema"] = "iron-stopwatch/run/1";
        for (const char *name : {"agreement", "growth", "claims"})
            all[name] = nlohmann::ordered_json::parse(read_file(session.file(std::string(name) + ".json")));
        fmt::print("{}\n", all.dump(2));
    } else {
        print_findings(session, agreement, summary, fitted, claims);
        fmt::print("\nResults in {}\n", session.out.string());
    }
    return std::max(status_of(agreement), status_of(claims));
}

void add_run(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command =
        program.add_subcommand("run", "build, agree, measure, fit, claims and report in order: the main job");
    add_common(*command, *options, true);
    command->footer("Example: iron-stopwatch run --problem demo/tide-climb --budget 30s\n"
                    "Exit status 1: a solution does not agree, or a claim is exceeded.");
    command->callback([options, &status] { status = run_problem(*options); });
}

} // namespace iron
