#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "lab/parallel.h"
#include "records/files.h"
#include "records/foreign.h"
#include "views/compare.h"

namespace iron {

namespace {

struct CompareChoice {
    std::string against, at;
};

CompareOptions chosen(const CompareChoice &choice, std::vector<std::string> solutions,
                      const std::string &size_name) {
    if (!choice.against.empty() &&
        std::find(solutions.begin(), solutions.end(), choice.against) == solutions.end())
        throw Error(Category::usage, fmt::format("there are no readings of '{}'", choice.against),
                    advise_nearest(choice.against, solutions));
    CompareOptions options{std::move(solutions), size_name, choice.against};
    if (choice.at.empty()) return options;
    const auto [name, size] = parse_size(choice.at);
    if (name != size_name)
        throw Error(Category::usage,
                    fmt::format("--at {}: readings are compared along {}", choice.at, size_name),
                    fmt::format("for example --at {}={}", size_name, size));
    options.at = size;
    return options;
}

void compare_foreign(const Options &options, const CompareChoice &choice) {
    const ForeignData data = read_foreign_data(options.data);
    std::vector<std::string> solutions;
    std::vector<FitJob> jobs;
    for (const NamedSeries &one : data.series) {
        jobs.push_back({&one});
        if (std::find(solutions.begin(), solutions.end(), one.solution) == solutions.end())
            solutions.push_back(one.solution);
    }
    Fitter fitter;
    const ComparisonOfAll comparison =
        compare_all(data.series, fit_all(jobs, fitter, parallel_for),
                    chosen(choice, solutions, data.series.front().series.names.front()));
    const std::string document = comparison_json(comparison);
    if (!options.out.empty()) write_file(std::filesystem::path(options.out) / "comparison.json", document);
    fmt::print("{}", options.json ? document : comparison_text(comparison, options.verbose, {}));
}

// Whole processes and calls alone are no fair pair.
std::string fairness_note(const Session &session) {
    bool program = false, function = false;
    for (const Solution *solution : session.solutions())
        (style_of(*session.problem, *solution) == Style::program ? program : function) = true;
    return program && function
               ? "Whole programs are read with their start-up and their reading of the input, functions "
                 "without: their ratios say as much about that.\n"
               : "";
}

} // namespace

ComparisonOfAll compare_stage(const Session &session, const Fitted &fitted, const CompareOptions &options) {
    const ComparisonOfAll comparison = compare_all(fitted.series, fitted.growths, options);
    write_file(session.file("comparison.json"), comparison_json(comparison));
    return comparison;
}

CompareOptions compare_options(const FittedScope &fitted) {
    CompareOptions options;
    options.size = fitted.scope.swept();
    const Problem &problem = fitted.scope.problem;
    options.largest = range_of(problem.sizes.front(), {}).second;
    for (const SolutionClaims &one : fitted.claims)
        if (one.excluded.empty()) options.solutions.push_back(one.solution);
    return options;
}

void add_compare(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto choice = std::make_shared<CompareChoice>();
    CLI::App *command =
        program.add_subcommand("compare", "ratios with intervals, crossing points, time against memory");
    add_common(*command, *options, false);
    add_foreign(*command, *options, false);
    command->add_option("--against", choice->against, "hold every solution against this one alone");
    command->add_option("--at", choice->at, "size for time against memory: n=1000 (the largest common one)");
    command->footer("Example: iron-stopwatch compare --problem demo/tide-climb --against one-pass\n"
                    "         iron-stopwatch compare --data readings.csv\n"
                    "Works from measurements.jsonl and writes comparison.json; --verbose: shape by shape.");
    command->callback([options, choice, &status] {
        status = status_done;
        if (!options->data.empty()) return compare_foreign(*options, *choice);
        const Session session = open_session(*options);
        const FittedScope fitted = fit_stage(session);
        const CompareOptions wanted =
            chosen(*choice, compare_options(fitted).solutions, session.problem->sizes.front().name);
        std::vector<std::pair<std::string, std::string>> left_out;
        for (const SolutionClaims &one : fitted.claims)
            if (!one.excluded.empty()) left_out.push_back({one.solution, one.excluded});
        const ComparisonOfAll comparison = compare_stage(session, fitted, wanted);
        fmt::print("{}", options->json ? read_file(session.file("comparison.json"))
                                       : comparison_text(comparison, options->verbose, left_out) +
                                             fairness_note(session));
    });
}

} // namespace iron
