#include <fmt/format.h>

#include "cli/common.h"
#include "lab/keeper.h"
#include "lab/languages/language.h"
#include "lab/machine.h"
#include "lab/quiet.h"
#include "views/machine.h"

namespace iron {

void add_machine(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto seconds = std::make_shared<double>(3);
    CLI::App *command =
        program.add_subcommand("machine", "how finely and how quietly this machine can measure");
    command->add_flag("--afresh", options->afresh, "measure the cost of memory anew");
    command->add_flag("--json", options->json, "print it as JSON, nothing else on standard output");
    command->add_flag("--quiet", options->quiet, "no progress, no notes");
    command->add_option("--seconds", *seconds, "how long to look for unrest")->capture_default_str();
    command->footer("Example: iron-stopwatch machine --seconds 10\n"
                    "Verdicts on time need the cost of memory; it is kept until the machine changes.");
    command->callback([options, seconds, &status] {
        TerminalTeller teller(*options);
        MachineReport report;
        const MachineLock lock(
            [&] { teller.note("a measurement is under way on this machine; waiting for it"); });
        report.machine = this_machine(languages());
        report.memory = memory_curve(
            report.machine, [&] { teller.phase("measuring the cost of memory, some seconds"); },
            options->afresh);
        teller.phase("looking for unrest");
        report.clock = clock_quality();
        report.unrest = unrest(*seconds);
        report.containment = word_for(containment());
        for (const Language *language : languages()) {
            const auto version = report.machine.compilers.find(language->tools().front());
            report.languages.push_back({language->name(),
                                        version == report.machine.compilers.end() ? "" : version->second,
                                        language->package()});
        }
        teller.clear();
        fmt::print("{}", options->json ? machine_json(report) : machine_text(report));
        status = status_done;
    });
}

} // namespace iron
