#include <fmt/format.h>

#include "cli/common.h"
#include "records/json.h"

namespace iron {

void add_report(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("report", "figures, tables and the page");
    add_common(*command, *options, false);
    command->footer("Example: iron-stopwatch report --problem demo/tide-climb\n"
                    "Works from measurements.jsonl and writes figures/, tables/, report.html and\nreport.md. "
                    "What is drawn already is not drawn again.");
    command->callback([options, &status] {
        const Session session = open_session(*options);
        TerminalTeller teller(*options);
        const FittedScope fitted = fit_stage(session);
        const auto files = report_stage(session, fitted, claims_stage(session, fitted),
                                        compare_stage(session, fitted, compare_options(fitted)), teller);
        Json list = {{"schema", "iron-stopwatch/report/1"}, {"files", Json::array()}};
        for (const auto &file : files) {
            list["files"].push_back(file.string());
            if (!options->json) fmt::print("{}\n", file.string());
        }
        if (options->json) fmt::print("{}\n", text_of(list, 2));
        status = status_done;
    });
}

} // namespace iron
