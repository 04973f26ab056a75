#include <fmt/format.h>

#include "cli/common.h"
#include "records/files.h"
#include "views/tables.h"

namespace iron {

void add_fit(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("fit", "what each series grows like");
    add_common(*command, *options, false);
    command->footer("Example: iron-stopwatch fit --problem demo/tide-climb\n"
                    "Works from measurements.jsonl and writes growth.json.");
    command->callback([options, &status] {
        const Session session = open_session(*options);
        const Fitted fitted = fit_stage(session);
        fmt::print("{}",
                   options->json ? read_file(session.file("growth.json")) : growth_table(fitted.growths));
        status = status_done;
    });
}

} // namespace iron
