#include <fmt/format.h>

#include "cli/common.h"
#include "records/files.h"
#include "views/tables.h"

namespace iron {

void add_claims(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("claims", "the verdict on every claim");
    add_common(*command, *options, false);
    add_foreign(*command, *options, true);
    command->add_option("--without", options->without, "judge without these rules, to see what they do")
        ->delimiter(',');
    command->footer(
        "Example: iron-stopwatch claims --problem demo/tide-climb --json\n"
        "         iron-stopwatch claims --data readings.csv --claims claims.csv\n"
        "Works from measurements.jsonl and writes claims.json. Exit status 1: a claim is exceeded.");
    command->callback([options, &status] {
        if (!options->data.empty()) {
            status = judge_foreign(*options);
            return;
        }
        const Session session = open_session(*options);
        const FittedScope fitted = fit_stage(session);
        const std::vector<JudgedClaim> claims = claims_stage(session, fitted);
        const std::optional<Agreement> agreement = stored_agreement(session);
        fmt::print("{}", options->json ? read_file(session.file("claims.json"))
                                       : findings_text(fitted.scope, fitted, fitted.journal.measurements,
                                                       claims, agreement ? &*agreement : nullptr));
        status = status_of(claims);
    });
}

} // namespace iron
