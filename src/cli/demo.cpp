#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "records/carried.h"

namespace iron {

namespace {

// Names of the problems carried: the folders that hold a stopwatch.toml.
std::vector<std::string> problem_names() {
    std::vector<std::string> names;
    for (const CarriedFile &file : carried_demo()) {
        const std::filesystem::path path = file.path;
        if (path.filename() == "stopwatch.toml") names.push_back(path.parent_path().string());
    }
    return names;
}

} // namespace

void add_demo(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto folder = std::make_shared<std::string>();
    auto chosen = std::make_shared<std::vector<std::string>>();
    auto lay = std::make_shared<bool>(false);
    options->budget = "30 s";
    CLI::App *command = program.add_subcommand("demo", "lay the demo problems out in a folder and run them");
    command->add_option("folder", *folder, "where to")->required();
    command->add_option("--problems", *chosen, "these only, separated by commas")->delimiter(',');
    command->add_flag("--lay-out", *lay, "write the files, run nothing");
    add_budget(*command, *options, "time for measuring each");
    command->add_option("--seed", options->seed, "seed of all inputs")->capture_default_str();
    command->add_flag("--quiet", options->quiet, "no progress, no notes");
    command->footer("Example: iron-stopwatch demo saltmarsh --problems tide-climb --budget 20s\n"
                    "The problems of the harbour office of Saltmarsh. Below 'faults' lie some with planted\n"
                    "faults, which are laid out and not run. Exit status: that of 'run', the worst of all.");
    command->callback([=, &status] {
        const std::vector<std::string> names = problem_names();
        for (const std::string &name : *chosen)
            if (std::find(names.begin(), names.end(), name) == names.end())
                throw Error(Category::usage, "there is no demo problem '" + name + "'",
                            advise_nearest(name, names));
        lay_out(carried_demo(), *folder);
        status = status_done;
        for (const std::string &name : names) {
            const bool faults = name.starts_with("faults");
            const bool wanted =
                chosen->empty() ? !faults : std::find(chosen->begin(), chosen->end(), name) != chosen->end();
            const auto place = std::filesystem::path(*folder) / name;
            if (*lay || !wanted) {
                fmt::print("{}\n", place.string());
                continue;
            }
            Options one = *options;
            one.problem = place;
            fmt::print("== {}\n", place.string());
            status = std::max(status, run_problem(one));
            fmt::print("\n");
            std::fflush(stdout);
        }
    });
}

} // namespace iron
