#include <fmt/format.h>

#include "cli/common.h"
#include "core/error.h"
#include "lab/workspace.h"
#include "views/text.h"

namespace iron {

namespace {

int try_sources(const std::vector<std::string> &files, const std::string &keep, Options options) {
    const Workspace scratch(Workspace::Place::disk);
    std::filesystem::path folder = scratch.path() / "tried";
    const StartedFolder started = start_folder(folder, files);
    if (!started.proposal)
        throw Error(Category::usage, "these are programs that read their own input, or share no function",
                    fmt::format("how their input looks can't be known: iron-stopwatch new DIR --from {}",
                                fmt::join(files, " ")));
    if (!keep.empty()) start_folder(folder = keep, files);
    options.problem = folder.string();
    options.keeps_nothing = keep.empty();
    const int status = run_problem(options);
    std::string assumed;
    for (const std::string &one : started.proposal->assumed)
        assumed += (assumed.empty() ? "Assumed: " : "; ") + one;
    if (!assumed.empty()) fmt::print("\n{}", wrapped(assumed + ".", terminal_width, 0));
    fmt::print("{}",
               wrapped(keep.empty() ? "Sizes, shapes of inputs and claims can be changed where it is kept: "
                                      "--keep DIR writes the problem folder."
                                    : "What was tried: " + (folder / "stopwatch.toml").string(),
                       terminal_width, 0));
    return status;
}

} // namespace

void add_try(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    options->budget = "15 s";
    auto files = std::make_shared<std::vector<std::string>>();
    auto keep = std::make_shared<std::string>();
    CLI::App *command =
        program.add_subcommand("try", "verdicts on functions as they are: sources, nothing else");
    command->add_option("files", *files, "sources of functions that do one job, in any of the six languages")
        ->required()
        ->check(CLI::ExistingFile);
    command->add_option("--keep", *keep, "write the problem folder that it made, and its results, there");
    add_budget(*command, *options, "time for measuring");
    command->add_option("--seed", options->seed, "seed of all inputs")->capture_default_str();
    add_tries(*command, *options);
    command->add_flag("--no-figures", options->no_figures, "with --keep: draw nothing");
    command->add_flag("--quiet", options->quiet, "no progress, no notes");
    command->footer(
        "Example: iron-stopwatch try quick.cpp slow.py\n"
        "Claims are read from the comment of each function: // time O(n log n), space O(1)\n"
        "What grows and how inputs are made is taken from the types. Exit status: that of 'run'.");
    command->callback([=, &status] { status = try_sources(*files, *keep, *options); });
}

} // namespace iron
