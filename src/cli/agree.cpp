#include <fmt/format.h>

#include "cli/common.h"
#include "records/files.h"
#include "views/tables.h"

namespace iron {

void add_agree(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("agree", "do all solutions give the same answers?");
    add_common(*command, *options, false);
    command->add_option("--seed", options->seed, "seed of all inputs")->capture_default_str();
    add_tries(*command, *options);
    command->footer("Example: iron-stopwatch agree --problem demo/tide-climb --only halves,one-pass\n"
                    "Writes agreement.json and counterexamples/. Exit status 1: a solution does not agree.");
    command->callback([options, &status] {
        const Session session = open_session(*options);
        TerminalTeller teller(*options);
        const Agreement agreement = agree_stage(session, build_stage(session, teller), teller).agreement;
        fmt::print("{}", options->json ? read_file(session.file("agreement.json"))
                                       : agreement_text(agreement, session.problem->call));
        status = status_of(agreement);
    });
}

} // namespace iron
