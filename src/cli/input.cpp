#include <cstdio>
#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "lab/input_store.h"
#include "lab/interrupt.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "records/quantity.h"

namespace iron {

namespace {

struct InputChoice {
    std::string problem = ".", shape, save;
    int count = 1;
    std::vector<std::string> settings;
};

// Sizes for a set of files: those given, else the powers of ten of the first size, up to a million.
std::vector<Sizes> set_of_sizes(const Problem &problem, const Sizes &given) {
    const SizeRule &rule = problem.sizes.front();
    if (given.contains(rule.name)) return {complete_sizes(problem, given)};
    std::vector<Sizes> all;
    const auto [from, to] = range_of(rule, {});
    for (double size = 10; size <= std::min(to, 1e6); size *= 10) {
        if (size < from) continue;
        Sizes sizes = given;
        sizes[rule.name] = size;
        all.push_back(complete_sizes(problem, sizes));
    }
    if (all.empty()) all.push_back(complete_sizes(problem, given));
    return all;
}

int save_inputs(const Problem &problem, const InputChoice &choice, const Sizes &given, std::uint64_t seed) {
    const Workspace scratch;
    InputStore store(problem, scratch.path());
    std::filesystem::create_directories(choice.save);
    for (const Shape &shape : problem.shapes) {
        if (!choice.shape.empty() && shape.name != choice.shape) continue;
        for (const Sizes &sizes : set_of_sizes(problem, given))
            for (int i = 0; i < choice.count; ++i) {
                const std::uint64_t own = seed + static_cast<std::uint64_t>(i);
                std::string name = shape.name;
                for (const SizeRule &rule : problem.sizes)
                    name += fmt::format("-{}={:.0f}", rule.name, sizes.at(rule.name));
                const auto path =
                    std::filesystem::path(choice.save) / fmt::format("{}-seed={}.txt", name, own);
                stop_if_interrupted();
                store.write(shape.name, sizes, own, Draw::random, path);
                fmt::print("{}\n", path.string());
            }
    }
    return status_done;
}

int print_input(const InputChoice &choice) {
    Problem problem = read_problem(choice.problem);
    problem.folder = std::filesystem::absolute(problem.folder).lexically_normal();
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
    if (!choice.save.empty()) return save_inputs(problem, choice, sizes, seed);
    if (!shape->text) {
        const Workspace scratch;
        const auto path = scratch.path() / "input";
        InputStore(problem, scratch.path())
            .write(shape->name, complete_sizes(problem, sizes), seed, Draw::random, path);
        const std::string text = read_file(path);
        write_out(text);
        return status_done;
    }
    fill_template(*shape, complete_sizes(problem, sizes), seed, Draw::random, write_out, nullptr,
                  problem.limits.input_bytes);
    return status_done;
}

} // namespace

void add_input(CLI::App &program, int &status) {
    auto choice = std::make_shared<InputChoice>();
    CLI::App *command = program.add_subcommand("input", "print one generated input, to look at");
    command->add_option("--problem", choice->problem, "the problem folder")->capture_default_str();
    command->add_option("--shape", choice->shape, "the shape (the first one)");
    command->add_option("--save", choice->save,
                        "write files into this folder instead: every shape (or the one named), at the sizes "
                        "given (or at 10, 100, 1000 …)");
    command->add_option("--count", choice->count, "with --save: so many seeds each")
        ->check(CLI::Range(1, 100'000))
        ->capture_default_str();
    command->add_option("settings", choice->settings, "sizes and seed: n=10 seed=7");
    command->footer("Example: iron-stopwatch input --problem demo/tide-climb --shape rising n=10 seed=7\n"
                    "         iron-stopwatch input --problem demo/tide-climb --save inputs --count 3 n=1000");
    command->callback([choice, &status] { status = print_input(*choice); });
}

} // namespace iron
