#include <cstdio>
#include <fmt/format.h>
#include <iostream>
#include <iterator>
#include <spdlog/spdlog.h>

#include "cli/common.h"
#include "core/words.h"
#include "lab/answerer.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace {

int print_answer(const Options &options, const std::string &file) {
    const Session session = open_session(options);
    const Workspace scratch;
    Built built = Builder(scratch.path()).build(*session.problem, *session.solutions().front());
    if (!built.ok) throw Error(Category::not_possible, built.name + " can't be built:\n" + built.message);
    const std::filesystem::path input = scratch.path() / "input";
    if (file.empty())
        write_file(input,
                   std::string(std::istreambuf_iterator<char>(std::cin), std::istreambuf_iterator<char>()));
    else
        write_file(input, read_file(file));
    const std::filesystem::path own = scratch.path() / "own";
    std::filesystem::create_directories(own);
    built.keep_to({own, {}});
    const Answered answered = Answerer(built, own).answer(input, session.problem->limits.time_s);
    if (answered.outcome != Outcome::done) {
        spdlog::error("{}: {}{}", built.name, word_for(answered.outcome),
                      answered.detail.empty() ? "" : ": " + answered.detail);
        return status_wrong;
    }
    std::fwrite(answered.text.data(), 1, answered.text.size(), stdout);
    if (options.verbose) spdlog::info("the call took {}", time_text(1e9 * answered.seconds));
    return status_done;
}

} // namespace

void add_answer(CLI::App &program, int &status) {
    auto options = std::make_shared<Options>();
    auto solution = std::make_shared<std::string>(), file = std::make_shared<std::string>();
    CLI::App *command =
        program.add_subcommand("answer", "run one solution on an input, as the other commands would");
    command->add_option("solution", *solution, "the solution")->required();
    command->add_option("file", *file, "the input (standard input)");
    command->add_option("--problem", options->problem, "the problem folder")->capture_default_str();
    command->add_flag("--verbose", options->verbose, "tell how long the call took");
    command->footer("Example: iron-stopwatch input --problem demo/tide-climb n=10 |\n"
                    "         iron-stopwatch answer --problem demo/tide-climb one-pass");
    command->callback([=, &status] {
        options->only = {*solution};
        status = print_answer(*options, *file);
    });
}

} // namespace iron
