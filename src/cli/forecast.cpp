#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "lab/parallel.h"
#include "records/files.h"
#include "records/foreign.h"
#include "records/quantity.h"
#include "views/forecast.h"
#include "views/reasons.h"

namespace iron {

namespace {

struct ForecastChoice {
    std::vector<std::string> sizes;
    std::string within, along;
};

Sizes sizes_of(const ForecastChoice &choice, const std::vector<std::string> &names) {
    const Sizes sizes = parse_sizes(choice.sizes, names);
    for (const auto &[name, size] : sizes)
        if (size < 1) throw Error(Category::usage, fmt::format("{}={}: a forecast starts at 1", name, size));
    return sizes;
}

std::string along_of(const ForecastChoice &choice, const std::vector<std::string> &names) {
    const std::string along = choice.along.empty() ? names.front() : choice.along;
    if (std::find(names.begin(), names.end(), along) == names.end())
        throw Error(Category::usage, fmt::format("--along {}: there is no such size", along),
                    advise_nearest(along, names));
    return along;
}

// A limit in seconds or bytes: its metric and value in ns or bytes.
std::pair<Metric, double> limit_in(const std::string &text) {
    try {
        return {Metric::time, parse_seconds(text) * 1e9};
    } catch (const Error &) {
    }
    try {
        return {Metric::space, static_cast<double>(parse_bytes(text))};
    } catch (const Error &) {
        throw Error(Category::usage,
                    fmt::format("--within '{}' is neither a time nor a size of memory", text),
                    "for example 1s, 250ms, 256MiB");
    }
}

// `largest`: looks for the largest size within a limit of a metric.
void fill(const ForecastChoice &choice, const std::vector<std::string> &names, const Sizes &all_sizes,
          const Outlook &outlook,
          const std::function<std::vector<LargestSize>(Metric metric, double limit)> &largest,
          ForecastFindings &findings) {
    if (!choice.sizes.empty()) {
        findings.sizes = all_sizes;
        findings.forecasts = outlook.at(all_sizes);
    }
    if (choice.within.empty()) return;
    findings.within = choice.within;
    findings.along = along_of(choice, names);
    findings.others = all_sizes;
    findings.others.erase(findings.along);
    const auto [metric, limit] = limit_in(choice.within);
    findings.largest = largest(metric, limit);
}

std::string document_of(const ForecastFindings &f) {
    return forecast_json(f.forecasts, f.sizes, f.largest, f.within, f.along, f.targets, f.check, reason_text);
}

void forecast_foreign(const Options &options, const ForecastChoice &choice) {
    const ForeignData data = read_foreign_data(options.data);
    std::vector<FitJob> jobs;
    for (const NamedSeries &one : data.series)
        jobs.push_back({&one});
    Fitter fitter;
    const std::vector<SeriesGrowth> growths = fit_all(jobs, fitter, parallel_for);
    const std::vector<std::string> names = data.series.front().series.names;
    const Sizes sizes = sizes_of(choice, names);
    const std::string along = along_of(choice, names);
    for (const std::string &name : names)
        if (!sizes.contains(name) && name != along)
            throw Error(Category::usage, fmt::format("the size {} is missing", name),
                        fmt::format("say {}=…: a table names no usual value", name));
    if (choice.sizes.empty() && choice.within.empty())
        throw Error(
            Category::usage, "say what to forecast",
            fmt::format("forecast --data {} {}=1000000, or --within 1s", options.data, names.front()));
    const Outlook outlook(data.series, growths);
    ForecastFindings findings;
    const auto largest = [&](Metric metric, double limit) {
        return outlook.largest_within(metric, limit, findings.along, findings.others);
    };
    fill(choice, names, sizes, outlook, largest, findings);
    findings.check = outlook.self_check();
    const std::string document = document_of(findings);
    if (!options.out.empty()) write_file(std::filesystem::path(options.out) / "forecast.json", document);
    fmt::print("{}", options.json ? document : forecast_text(findings, options.verbose));
}

void ask_for_target(const FittedScope &fitted, const Outlook &outlook, ForecastFindings &findings) {
    const Problem &problem = fitted.scope.problem;
    const std::string &first = fitted.scope.swept();
    const auto step = outlook.time_a_step();
    findings.step_ns = step.value_or(0);
    for (const TargetLimits &limits : target_limits(problem)) {
        TargetFindings target{
            limits, target_met(fitted.scope, fitted, fitted.journal.measurements, limits), {}};
        if (step && limits.time_ns && problem.sizes.size() == 1)
            target.classes = classes_within(*limits.time_ns, *step, limits.sizes.at(first), first);
        findings.targets.push_back(std::move(target));
    }
}

} // namespace

std::string target_stage(const Session &session, const FittedScope &fitted) {
    if (session.problem->targets.empty()) return "";
    const Outlook outlook(fitted.series, fitted.growths);
    ForecastFindings findings;
    ask_for_target(fitted, outlook, findings);
    write_file(session.file("forecast.json"), document_of(findings));
    return forecast_text(findings, false);
}

void add_forecast(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto choice = std::make_shared<ForecastChoice>();
    CLI::App *command = program.add_subcommand(
        "forecast", "time and memory at a size; the largest size within a limit; who meets the target");
    add_common(*command, *options, false);
    add_foreign(*command, *options, false);
    command->add_option("SIZES", choice->sizes, "n=1000000; a size left out has its usual value");
    command->add_option("--within", choice->within, "a limit, 1s or 256MiB: the largest size that keeps it");
    command->add_option("--along", choice->along, "the size that --within looks for (the first one)");
    command->footer(
        "Example: iron-stopwatch forecast --problem demo/tide-climb n=1000000\n"
        "         iron-stopwatch forecast --problem demo/tide-climb --within 1s\n"
        "Works from measurements.jsonl and writes forecast.json; the problem's [target] is always "
        "answered.\n--verbose tells how forecasts did where the largest sizes were left out.");
    command->callback([options, choice, &status] {
        status = status_done;
        if (!options->data.empty()) return forecast_foreign(*options, *choice);
        const Session session = open_session(*options);
        if (choice->sizes.empty() && choice->within.empty() && session.problem->targets.empty())
            throw Error(Category::usage, "the problem has no [target]: say what to forecast",
                        fmt::format("{}=1000000, or --within 1s", session.problem->sizes.front().name));
        const std::vector<std::string> names = session.problem->size_names();
        const Sizes given = sizes_of(*choice, names);
        const FittedScope fitted = fit_stage(session);
        const Outlook outlook(fitted.series, fitted.growths);
        ForecastFindings findings;
        const auto largest = [&](Metric metric, double limit) {
            return largest_within(fitted.scope, outlook, metric, limit, findings.along, findings.others);
        };
        fill(*choice, names, sizes_at(*session.problem, given), outlook, largest, findings);
        ask_for_target(fitted, outlook, findings);
        findings.check = outlook.self_check();
        const std::string document = document_of(findings);
        write_file(session.file("forecast.json"), document);
        fmt::print("{}", options->json ? document : forecast_text(findings, options->verbose));
    });
}

} // namespace iron
