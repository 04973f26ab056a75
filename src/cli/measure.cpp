#include <fmt/format.h>

#include "cli/common.h"
#include "core/words.h"
#include "records/files.h"
#include "views/text.h"

namespace iron {

void add_measure(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    CLI::App *command = program.add_subcommand("measure", "fill the records, within the budget");
    add_common(*command, *options, true);
    command->footer("Example: iron-stopwatch measure --problem demo/tide-climb --budget 20s --upto n=100000\n"
                    "Works from agreement.json (run 'agree' first) and writes measurements.jsonl.");
    command->callback([options, &status] {
        const Session session = open_session(*options);
        TerminalTeller teller(*options);
        Agreement agreement =
            read_agreement(session.file("agreement.json")); // nothing is timed before it is right
        const MeasureSummary summary =
            measure_stage(session, build_stage(session, teller), {}, agreement, teller);
        if (options->json)
            fmt::print("{}", read_file(session.file("measurements.jsonl")));
        else
            fmt::print("{} in {}, written to {}\n",
                       counted_words(static_cast<std::size_t>(summary.measurements - summary.recalled),
                                     "reading", "readings"),
                       time_text(1e9 * summary.spent_s), session.file("measurements.jsonl").string());
        status = status_of(agreement);
    });
}

} // namespace iron
