#include <fmt/format.h>

#include "cli/common.h"
#include "records/files.h"
#include "views/tables.h"

namespace iron {

void add_fit(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("fit", "what each series grows like");
    add_common(*command, *options, false);
    add_foreign(*command, *options, false);
    command->footer(
        "Example: iron-stopwatch fit --problem demo/tide-climb\n"
        "         iron-stopwatch fit --data readings.csv\n"
        "Works from measurements.jsonl and writes growth.json; or from any table with a column 'value' and "
        "one for a size.");
    command->callback([options, &status] {
        status = status_done;
        if (!options->data.empty()) return fit_foreign(*options);
        const Session session = open_session(*options);
        const FittedScope fitted = fit_stage(session);
        fmt::print("{}",
                   options->json ? read_file(session.file("growth.json")) : growth_table(fitted.growths));
        status = status_done;
    });
}

} // namespace iron
