#include <charconv>
#include <fmt/format.h>

#include "cli/common.h"
#include "records/documents.h"
#include "records/heading.h"
#include "records/result_folder.h"
#include "views/changes.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

struct ChangesChoice {
    std::string earlier, later, worse_by = "5%";
};

// "5%" or "0.05".
double share_in(const std::string &text) {
    double value = 0;
    const bool percent = text.ends_with("%");
    const char *end = text.data() + text.size() - (percent ? 1 : 0);
    const auto [stop, fault] = std::from_chars(text.data(), end, value);
    if (fault != std::errc() || stop != end || !(value >= 0))
        throw Error(Category::usage, fmt::format("--worse-by '{}' is no share", text), "for example 5%");
    return percent ? value / 100 : value;
}

int tell_changes(const Options &options, const ChangesChoice &choice) {
    const double worse_by = share_in(choice.worse_by);
    const ResultFolder earlier = read_result_folder(choice.earlier), later = read_result_folder(choice.later);
    const std::vector<std::string> ground = ground_changes(earlier.heading, later.heading),
                                   inputs = input_changes(earlier.heading, later.heading);
    const std::optional<Drift> drift =
        drift_between(earlier.results, later.results, untouched_solutions(earlier.heading, later.heading));
    const std::vector<Change> changes =
        changes_between(earlier.results, later.results, worse_by, ground.empty(), drift);
    const auto lines = dearer_lines_between(earlier.results, later.results, worse_by);
    if (options.json)
        fmt::print("{}", changes_json(changes, drift, later.size_name, worse_by, ground, inputs, lines));
    else {
        for (const std::string &one : ground)
            fmt::print("{}",
                       wrapped("Beware: " + one + ". Times are told, but do not count.", terminal_width, 2));
        for (const std::string &one : inputs)
            fmt::print("{}", wrapped("Beware: " + one + ".", terminal_width, 2));
        if (drift) fmt::print("{}", drift_text(*drift));
        fmt::print("{}", changes_text(changes, later.size_name, options.verbose, lines));
    }
    return std::any_of(changes.begin(), changes.end(), [](const Change &change) { return change.counts; })
               ? status_wrong
               : status_done;
}

} // namespace

void add_changes(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto choice = std::make_shared<ChangesChoice>();
    CLI::App *command = program.add_subcommand(
        "changes", "two results side by side: what became faster, slower, or grows differently");
    command->add_option("OLD", choice->earlier, "results folder (or problem folder) from before")->required();
    command->add_option("NEW", choice->later, "and from after")->required();
    command->add_option("--worse-by", choice->worse_by, "what counts as a change (5%)");
    command->add_flag("--json", options->json, "as JSON");
    command->add_flag("--verbose", options->verbose, "what did not change, too");
    command->footer(
        "Example: iron-stopwatch changes before/stopwatch-results after/stopwatch-results\n"
        "Exit status 1: something is worse: time, steps or space by more than --worse-by, a verdict, "
        "answers.");
    command->callback([options, choice, &status] { status = tell_changes(*options, *choice); });
}

} // namespace iron
