#include "lab/generator.h"

#include <fmt/format.h>

#include "core/error.h"
#include "core/words.h"
#include "lab/program.h"

namespace iron {

namespace {

// A generator is no solution: it may take its time.
constexpr double limit_s = 60;

} // namespace

Generators::Generators(const Problem &problem, std::filesystem::path scratch)
    : problem_(problem), scratch_(std::move(scratch)) {}

void Generators::make_ready(const Shape &shape) {
    if (ready_.contains(shape.program)) return;
    Runnable fresh = Builder(scratch_).helper(problem_, shape.program);
    fresh.limits.output_bytes = problem_.limits.input_bytes;
    fresh.limits.memory_bytes = 0;
    ready_.emplace(shape.program, std::move(fresh));
}

namespace {

// What it said keeps its lines: a traceback is read as it was printed.
std::string as_printed(const Ending &ending) {
    if (ending.said.find('\n') == std::string::npos) return told(ending);
    std::string lines = ending.detail + "; it said:\n    ";
    for (const char c : ending.said)
        lines += c == '\n' ? "\n    " : std::string(1, c);
    return lines;
}

} // namespace

void Generators::make(const Shape &shape, const Sizes &sizes, std::uint64_t seed,
                      const std::filesystem::path &path) {
    make_ready(shape);
    Runnable call = ready_.at(shape.program);
    call.processors = processors_;
    std::string words = shape.program;
    const auto add = [&](const std::string &word) {
        call.command.push_back(word);
        words += " " + word;
    };
    add("shape=" + shape.name);
    for (const SizeRule &rule : problem_.sizes)
        add(fmt::format("{}={:.0f}", rule.name, sizes.at(rule.name)));
    add(fmt::format("seed={}", seed));
    const std::filesystem::path errors = path.string() + ".err"; // nobody else's
    const Ending ending = run_program(call, "/dev/null", path, errors, limit_s);
    std::error_code ignored;
    std::filesystem::remove(errors, ignored);
    std::string fault;
    if (ending.outcome == Outcome::over_output)
        fault = "printed more than " + bytes_text(static_cast<double>(call.limits.output_bytes)) +
                ", the limit of an input ([limits] input allows more)";
    else if (ending.outcome == Outcome::over_time)
        fault = fmt::format("did not end within {:.0f} s", limit_s);
    else if (ending.outcome != Outcome::done)
        fault = "ended badly: " + as_printed(ending);
    else if (std::filesystem::file_size(path, ignored) == 0)
        fault = "printed nothing";
    if (!fault.empty())
        throw Error(Category::not_possible, "the program that makes the shape '" + shape.name + "' " + fault,
                    "the call was: " + words);
}

} // namespace iron
