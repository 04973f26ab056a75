#include <cstdio>
#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "lab/input.h"
#include "records/quantity.h"

namespace iron {

namespace {

struct InputChoice {
    std::string problem = ".", shape;
    std::vector<std::string> settings;
};

int print_input(const InputChoice &choice) {
    const Problem problem = read_problem(choice.problem);
    Sizes sizes;
    std::uint64_t seed = 1;
    for (const std::string &setting : choice.settings) {
        const auto [name, value] = parse_size(setting);
        if (name == "seed")
            seed = static_cast<std::uint64_t>(value);
        else
            sizes[name] = value;
    }
    const Shape *shape = choice.shape.empty() ? &problem.shapes.front() : problem.shape(choice.shape);
    if (!shape) {
        std::vector<std::string> names;
        for (const Shape &one : problem.shapes)
            names.push_back(one.name);
        throw Error(Category::usage, "there is no shape '" + choice.shape + "'",
                    advise_nearest(choice.shape, names));
    }
    fill_template(*shape, complete_sizes(problem, sizes), seed, Draw::random,
                  [](std::string_view piece) { std::fwrite(piece.data(), 1, piece.size(), stdout); });
    return status_done;
}

} // namespace

void add_input(CLI::App &program, int &status) {
    auto choice = std::make_shared<InputChoice>();
    CLI::App *command = program.add_subcommand("input", "print one generated input, to look at");
    command->add_option("--problem", choice->problem, "the problem folder")->capture_default_str();
    command->add_option("--shape", choice->shape, "the shape (the first one)");
    command->add_option("settings", choice->settings, "sizes and seed: n=10 seed=7");
    command->footer("Example: iron-stopwatch input --problem demo/tide-climb --shape rising n=10 seed=7");
    command->callback([choice, &status] { status = print_input(*choice); });
}

} // namespace iron
