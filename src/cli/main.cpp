#include <CLI/CLI.hpp>
#include <cstdio>
#include <filesystem>
#include <fmt/format.h>
#include <spdlog/sinks/stdout_sinks.h>
#include <spdlog/spdlog.h>

#include "cli/common.h"
#include "core/error.h"
#include "lab/interrupt.h"

int main(int argc, char **argv) {
    using namespace iron;
    spdlog::set_default_logger(spdlog::stderr_logger_st("iron-stopwatch"));
    spdlog::set_pattern("%v");
    hold_standard_streams();
    watch_for_interrupt();
    CLI::App program(
        "Holds solutions of one problem against what they claim: makes growing inputs, checks that the\n"
        "answers agree, measures time and steps, fits growth, and gives a verdict on every claim.",
        "iron-stopwatch");
    program.set_version_flag("--version", "iron-stopwatch " IRON_VERSION);
    program.require_subcommand(1);
    program.footer("Example: iron-stopwatch run --problem demo/tide-climb --budget 30s\n"
                   "'iron-stopwatch COMMAND --help' tells more, with an example.");
    program.failure_message([](const CLI::App *app, const CLI::Error &error) {
        const auto given = app->get_subcommands();
        return fmt::format("{}\n'iron-stopwatch {}--help' tells more\n", error.what(),
                           given.empty() ? "" : given.front()->get_name() + " ");
    });
    int status = status_done;
    add_try(program, status);
    add_new(program, status);
    add_input(program, status);
    add_answer(program, status);
    add_agree(program, status);
    add_measure(program, status);
    add_fit(program, status);
    add_claims(program, status);
    add_lines(program, status);
    add_compare(program, status);
    add_forecast(program, status);
    add_report(program, status);
    add_run(program, status);
    add_changes(program, status);
    add_machine(program, status);
    add_adapters(program, status);
    add_demo(program, status);
    try {
        allow_many_files();
        if (argc == 1)
            status = say_first_step();
        else
            program.parse(argc, argv);
        check_output_told();
    } catch (const CLI::ParseError &error) {
        return program.exit(error) == 0 ? status_done : status_usage;
    } catch (const Error &error) {
        spdlog::error("{}", error.what());
        switch (error.category()) {
        case Category::usage:
            return status_usage;
        case Category::interrupted:
            return status_interrupted;
        default:
            return status_not_possible;
        }
    } catch (const std::filesystem::filesystem_error &error) {
        spdlog::error("{}: {}\n  is it there, and may you use it?", error.path1().string(),
                      error.code().message());
        return status_not_possible;
    } catch (const std::system_error &error) {            // of printing
        if (error.code().value() == EPIPE) return status; // who reads it has enough
        spdlog::error("{}", error.what());
        return status_not_possible;
    } catch (const std::exception &error) {
        spdlog::error("{}", error.what());
        return status_not_possible;
    }
    return status;
}
