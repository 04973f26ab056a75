#include "lab/heading.h"

#include <cmath>
#include <fmt/format.h>

#include "core/bound/print.h"
#include "lab/keeper.h"
#include "lab/sources.h"
#include "records/digest.h"
#include "records/files.h"
#include "records/json.h"

namespace iron {

namespace {

std::string text_of(const Problem &problem, const std::string &file) {
    const std::filesystem::path path = problem.folder / file;
    return std::filesystem::is_regular_file(path) ? read_file(path) : file;
}

// Everything that decides which inputs are made, how answers are compared and what stops a solution.
std::string inputs_digest(const Problem &problem) {
    std::string text;
    for (const SizeRule &rule : problem.sizes)
        text += fmt::format("{} {} {} {} {}\n", rule.name, print(rule.from), print(rule.to),
                            rule.measured_from.value_or(-1), rule.usual.value_or(-1));
    for (const Shape &shape : problem.shapes)
        text +=
            shape.name + "\n" + (shape.text ? shape.text->source : text_of(problem, shape.program)) + "\n";
    const Limits &limits = problem.limits;
    text += fmt::format("{} {} {} {} {} {}\n", static_cast<int>(problem.answers.same_if), limits.time_s,
                        limits.memory_bytes, limits.stack_bytes, limits.output_bytes, limits.processes);
    return hex_digest(text);
}

Json solution_json(const Problem &problem, const Solution &solution) {
    return {{"source_digest", source_digest(problem, solution)},
            {"flags", solution.flags},
            {"build", solution.build},
            {"run", solution.run},
            {"threads", solution.threads},
            {"keeps_input", solution.keeps_input}};
}

} // namespace

std::string heading_of(const Problem &problem, const std::vector<Built> &built, const Conditions &conditions,
                       const std::string &earlier) {
    const Machine &machine = conditions.machine;
    Json j;
    j["schema"] = "iron-stopwatch/measurements/1";
    j["machine"] = {{"processor", machine.processor},
                    {"processors", machine.processors},
                    {"memory_bytes", static_cast<std::int64_t>(machine.memory_bytes)},
                    {"system", machine.system},
                    {"containment", word_for(containment())}};
    j["machine"]["access_cost"] = Json::array();
    for (const AccessCost &point : conditions.memory.points())
        j["machine"]["access_cost"].push_back({point.bytes, std::round(point.ns * 100) / 100});
    j["machine"]["caches"] = Json::array();
    for (const Cache &cache : machine.caches)
        j["machine"]["caches"].push_back({cache.level, static_cast<std::int64_t>(cache.bytes)});
    j["compilers"] = machine.compilers;
    j["problem_digest"] = problem.digest;
    j["inputs_digest"] = inputs_digest(problem);
    j["seed"] = conditions.seed;
    j["budget_s"] = conditions.budget_s;
    j["cold"] = conditions.cold;
    j["steps_by"] = "line"; // earlier ones were the compiler's own arcs
    for (const auto &[shape, sizes] : conditions.unused)
        j["unused_sizes"][shape] = sizes;
    j["solutions"] = Json::object();
    const Json before = earlier.empty() ? Json() : json_of(earlier);
    if (before.contains("solutions"))
        for (const auto &[name, what] : before["solutions"].items())
            j["solutions"][name] = what;
    for (const Built &one : built)
        j["solutions"][one.name] = solution_json(problem, *problem.solution(one.name));
    return text_of(j);
}

} // namespace iron
