#include "lab/heading.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <sstream>

#include "core/bound/print.h"
#include "lab/keeper.h"
#include "lab/language.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;
using nlohmann::ordered_json;

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

bool is_source_of_any(const Problem &problem, const fs::path &file) {
    return std::any_of(problem.solutions.begin(), problem.solutions.end(), [&](const Solution &solution) {
        return std::any_of(solution.sources.begin(), solution.sources.end(), [&](const std::string &source) {
            return (problem.folder / source).lexically_normal() == file;
        });
    });
}

// The sources, and what lies beside them to be read along: headers by their #include "…", in other languages
// the modules of the same folder.
std::set<fs::path> files_of(const Problem &problem, const Solution &solution) {
    std::set<fs::path> files;
    std::vector<fs::path> open;
    for (const std::string &source : solution.sources)
        open.push_back((problem.folder / source).lexically_normal());
    const auto look_at = [&](const fs::path &file) {
        if (fs::is_regular_file(file)) open.push_back(file.lexically_normal());
    };
    while (!open.empty()) {
        const fs::path file = open.back();
        open.pop_back();
        if (!fs::is_regular_file(file) || !files.insert(file).second) continue;
        const Language *language = language_of(file.string());
        if (!language || language->name == "C" || language->name == "C++") {
            std::istringstream lines(read_file(file));
            for (std::string line; std::getline(lines, line);)
                if (char header[256]; std::sscanf(line.c_str(), " # include \"%255[^\"]\"", header) == 1)
                    look_at(file.parent_path() / header);
            continue;
        }
        for (const auto &entry : fs::directory_iterator(file.parent_path()))
            if (entry.path().extension() == file.extension() &&
                !is_source_of_any(problem, entry.path().lexically_normal()))
                look_at(entry.path());
    }
    return files;
}

ordered_json solution_json(const Problem &problem, const Solution &solution) {
    std::string sources;
    for (const fs::path &file : files_of(problem, solution))
        sources += read_file(file);
    return {{"source_digest", hex_digest(sources)},
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
    ordered_json j;
    j["schema"] = "iron-stopwatch/measurements/1";
    j["machine"] = {{"processor", machine.processor},
                    {"processors", machine.processors},
                    {"memory_bytes", static_cast<std::int64_t>(machine.memory_bytes)},
                    {"system", machine.system},
                    {"containment", containment() == Containment::own_namespace ? "namespace" : "adopted"}};
    j["machine"]["access_cost"] = ordered_json::array();
    for (const AccessCost &point : conditions.memory.points())
        j["machine"]["access_cost"].push_back({point.bytes, std::round(point.ns * 100) / 100});
    j["machine"]["caches"] = ordered_json::array();
    for (const Cache &cache : machine.caches)
        j["machine"]["caches"].push_back({cache.level, static_cast<std::int64_t>(cache.bytes)});
    j["compilers"] = machine.compilers;
    j["problem_digest"] = problem.digest;
    j["inputs_digest"] = inputs_digest(problem);
    j["seed"] = conditions.seed;
    j["budget_s"] = conditions.budget_s;
    j["cold"] = conditions.cold;
    j["solutions"] = ordered_json::object();
    const ordered_json before = earlier.empty() ? ordered_json() : ordered_json::parse(earlier);
    if (before.contains("solutions"))
        for (const auto &[name, what] : before["solutions"].items())
            j["solutions"][name] = what;
    for (const Built &one : built)
        j["solutions"][one.name] = solution_json(problem, *problem.solution(one.name));
    return j.dump();
}

namespace {

bool differs(const ordered_json &a, const ordered_json &b, const char *key) {
    return a.value(key, ordered_json()) != b.value(key, ordered_json());
}

} // namespace

std::vector<std::string> ground_changes(const std::string &earlier, const std::string &later) {
    const ordered_json a = ordered_json::parse(earlier), b = ordered_json::parse(later);
    std::vector<std::string> changes;
    const ordered_json &then = a.at("machine"), &now = b.at("machine");
    const auto memory = [](const ordered_json &machine) { return machine.value("memory_bytes", 0.0); };
    // A virtual machine's memory comes and goes a little.
    const bool other_memory = std::abs(std::log((memory(now) + 1) / (memory(then) + 1))) > std::log(1.25);
    for (const char *key : {"processor", "processors", "memory_bytes"})
        if (key == std::string("memory_bytes") ? other_memory : differs(then, now, key)) {
            changes.push_back(fmt::format("the machine is another one: {} {} then, {} now", key,
                                          then.value(key, ordered_json()).dump(),
                                          now.value(key, ordered_json()).dump()));
            break;
        }
    for (const auto &[tool, version] : b.at("compilers").items())
        if (a.at("compilers").contains(tool) && a["compilers"][tool] != version)
            changes.push_back(
                fmt::format("{} is another version: {} then", tool, a["compilers"][tool].dump()));
    return changes;
}

std::vector<std::string> input_changes(const std::string &earlier, const std::string &later) {
    const ordered_json a = ordered_json::parse(earlier), b = ordered_json::parse(later);
    std::vector<std::string> changes;
    if (differs(a, b, "inputs_digest"))
        changes.push_back("sizes, shapes, limits or the rule for answers in stopwatch.toml have changed");
    if (differs(a, b, "seed")) changes.push_back("the seed is another one");
    if (differs(a, b, "cold")) changes.push_back("cold and warm calls can't be mixed");
    return changes;
}

std::set<std::string> untouched_solutions(const std::string &earlier, const std::string &later) {
    std::set<std::string> untouched;
    if (!ground_changes(earlier, later).empty() || !input_changes(earlier, later).empty()) return untouched;
    const ordered_json a = ordered_json::parse(earlier), b = ordered_json::parse(later);
    for (const auto &[name, now] : b.at("solutions").items())
        if (a.at("solutions").contains(name) && a["solutions"][name] == now) untouched.insert(name);
    return untouched;
}

std::vector<std::string> mixing_hindered_by(const std::string &earlier, const std::string &later) {
    std::vector<std::string> changes = ground_changes(earlier, later);
    for (std::string &one : input_changes(earlier, later))
        changes.push_back(std::move(one));
    const ordered_json a = ordered_json::parse(earlier), b = ordered_json::parse(later);
    for (const auto &[name, now] : b.at("solutions").items()) {
        if (!a.at("solutions").contains(name)) continue;
        const ordered_json &then = a["solutions"][name];
        if (differs(then, now, "source_digest"))
            changes.push_back(fmt::format("the source of {} has changed", name));
        else if (then != now)
            changes.push_back(fmt::format("flags or commands of {} have changed", name));
    }
    return changes;
}

std::vector<std::pair<std::string, std::string>> conditions_in(const std::string &heading) {
    const ordered_json j = ordered_json::parse(heading, nullptr, false);
    std::vector<std::pair<std::string, std::string>> all;
    if (!j.is_object()) return all;
    const ordered_json machine = j.value("machine", ordered_json::object());
    all.push_back({"machine",
                   fmt::format("{}, {} processors, {:.3g} GiB, {}", machine.value("processor", "unknown"),
                               machine.value("processors", 0), machine.value("memory_bytes", 0.0) / (1 << 30),
                               machine.value("system", ""))});
    const ordered_json compilers = j.value("compilers", ordered_json::object());
    for (const auto &[tool, version] : compilers.items())
        all.push_back({tool, version.is_string() ? version.get<std::string>() : version.dump()});
    const ordered_json solutions = j.value("solutions", ordered_json::object());
    for (const auto &[name, how] : solutions.items())
        for (const char *key : {"flags", "build", "run"})
            if (const std::string text = how.value(key, ""); !text.empty())
                all.push_back({fmt::format("{} of {}", key, name), text});
    all.push_back({"seed", j.value("seed", ordered_json()).dump()});
    all.push_back({"budget", fmt::format("{:.3g} s", j.value("budget_s", 0.0))});
    all.push_back({"calls", j.value("cold", false) ? "cold: each the first of a process" : "warm"});
    return all;
}

Asked asked_in(const std::string &heading) {
    const ordered_json j = ordered_json::parse(heading, nullptr, false);
    if (!j.is_object()) return {};
    return {j.value("budget_s", 0.0), j.value("seed", std::uint64_t{1}), j.value("cold", false)};
}

std::vector<Cache> caches_in(const std::string &heading) {
    const ordered_json j = ordered_json::parse(heading, nullptr, false);
    std::vector<Cache> caches;
    if (j.is_object() && j.contains("machine") && j["machine"].contains("caches"))
        for (const auto &pair : j["machine"]["caches"])
            if (pair.is_array() && pair.size() == 2 && pair[0].is_number() && pair[1].is_number())
                caches.push_back({pair[0].get<int>(), "", pair[1].get<double>()});
    return caches;
}

MemoryCurve memory_curve_in(const std::string &heading) {
    const ordered_json j = ordered_json::parse(heading, nullptr, false);
    std::vector<AccessCost> points;
    if (j.is_object() && j.contains("machine") && j["machine"].contains("access_cost"))
        for (const auto &pair : j["machine"]["access_cost"])
            if (pair.is_array() && pair.size() == 2 && pair[0].is_number() && pair[1].is_number())
                points.push_back({pair[0].get<double>(), pair[1].get<double>()});
    return MemoryCurve(std::move(points));
}

} // namespace iron
