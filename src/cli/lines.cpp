#include <fmt/format.h>
#include <spdlog/spdlog.h>

#include "cli/common.h"
#include "core/words.h"
#include "records/files.h"
#include "views/lines.h"

namespace iron {

namespace {

// The place that --at names, sizes left out at their usual values; the largest where it names none.
std::vector<double> place_at(const Problem &problem, const SolutionLines &lines,
                             const std::vector<std::string> &at) {
    const std::vector<std::vector<double>> places = lines.places();
    if (at.empty()) return places.back();
    const Sizes sizes = sizes_at(problem, parse_sizes(at, problem.size_names()));
    std::vector<double> wanted;
    for (const std::string &name : problem.size_names())
        wanted.push_back(sizes.at(name));
    if (std::find(places.begin(), places.end(), wanted) != places.end()) return wanted;
    std::string near;
    for (const std::vector<double> &place : places)
        if (place.front() <= wanted.front() || near.empty()) {
            near.clear();
            for (std::size_t i = 0; i < place.size(); ++i)
                near += fmt::format(" --at {}={:.0f}", problem.size_names()[i], place[i]);
        }
    throw Error(Category::usage, fmt::format("{} was not counted there on {}", lines.solution, lines.shape),
                "try" + near);
}

int print_lines(const Options &options, const std::vector<std::string> &at) {
    const Session session = open_session(options);
    const FittedScope fitted = fit_stage(session);
    if (fitted.lines.empty())
        throw Error(Category::not_possible, "no steps were counted by line",
                    "measure again with --afresh; the notes of 'measure' say of whom steps are not counted");
    if (options.json) {
        fmt::print("{}", read_file(session.file("lines.json")));
        return status_done;
    }
    const std::vector<JudgedClaim> judged = judge(fitted.scope, fitted);
    bool first = true;
    for (const SolutionLines &one : fitted.lines) { // the shapes asked for, else the one that took most
        if (options.shapes.empty() && hardest_shape(fitted.lines, one.solution) != &one) continue;
        const SourceFiles files = source_files(fitted, one.solution);
        if (!files.as_measured)
            spdlog::warn("the sources of {} have changed since it was measured: its lines are not shown",
                         one.solution);
        fmt::print("{}{}", first ? "" : "\n",
                   lines_text(lines_table(one, session.problem->size_names(),
                                          place_at(*session.problem, one, at), judged, files)));
        first = false;
    }
    return status_done;
}

} // namespace

void add_lines(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto solution = std::make_shared<std::string>();
    auto at = std::make_shared<std::vector<std::string>>();
    CLI::App *command = program.add_subcommand("lines", "the source, each line with its steps and growth");
    command->add_option("solution", *solution, "this solution alone");
    add_common(*command, *options, false);
    command->add_option("--at", *at,
                        "tell counts at this size, n=1000; repeatable (the largest that was counted)");
    command->footer("Example: iron-stopwatch lines --problem demo/tide-climb halves --at n=1024\n"
                    "Works from measurements.jsonl. Shown in the shape that takes most "
                    "steps; with --shapes in those.");
    command->callback([=, &status] {
        if (!solution->empty()) options->only = {*solution};
        status = print_lines(*options, *at);
    });
}

} // namespace iron
