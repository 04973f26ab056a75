#include "records/heading.h"

#include <cmath>
#include <fmt/format.h>

#include "core/words.h"
#include "records/json.h"

namespace iron {

namespace {

bool differs(const Json &a, const Json &b, const char *key) {
    return a.value(key, Json()) != b.value(key, Json());
}

} // namespace

std::vector<std::string> ground_changes(const std::string &earlier, const std::string &later) {
    const Json a = json_of(earlier), b = json_of(later);
    std::vector<std::string> changes;
    const Json &then = a.at("machine"), &now = b.at("machine");
    const auto memory = [](const Json &machine) { return machine.value("memory_bytes", 0.0); };
    // A virtual machine's memory comes and goes a little.
    const bool other_memory = std::abs(std::log((memory(now) + 1) / (memory(then) + 1))) > std::log(1.25);
    for (const char *key : {"processor", "processors", "memory_bytes"})
        if (key == std::string("memory_bytes") ? other_memory : differs(then, now, key)) {
            changes.push_back(fmt::format("the machine is another one: {} {} then, {} now", key,
                                          text_of(then.value(key, Json())), text_of(now.value(key, Json()))));
            break;
        }
    for (const auto &[tool, version] : b.at("compilers").items())
        if (a.at("compilers").contains(tool) && a["compilers"][tool] != version)
            changes.push_back(
                fmt::format("{} is another version: {} then", tool, text_of(a["compilers"][tool])));
    return changes;
}

std::vector<std::string> input_changes(const std::string &earlier, const std::string &later) {
    const Json a = json_of(earlier), b = json_of(later);
    std::vector<std::string> changes;
    if (differs(a, b, "inputs_digest"))
        changes.push_back("sizes, shapes, limits or the rule for answers in stopwatch.toml have changed");
    if (differs(a, b, "seed")) changes.push_back("the seed is another one");
    if (differs(a, b, "cold")) changes.push_back("cold and warm calls can't be mixed");
    if (differs(a, b, "steps_by")) changes.push_back("steps were counted in another way");
    return changes;
}

std::set<std::string> untouched_solutions(const std::string &earlier, const std::string &later) {
    std::set<std::string> untouched;
    if (!ground_changes(earlier, later).empty() || !input_changes(earlier, later).empty()) return untouched;
    const Json a = json_of(earlier), b = json_of(later);
    for (const auto &[name, now] : b.at("solutions").items())
        if (a.at("solutions").contains(name) && a["solutions"][name] == now) untouched.insert(name);
    return untouched;
}

std::vector<std::string> mixing_hindered_by(const std::string &earlier, const std::string &later) {
    std::vector<std::string> changes = ground_changes(earlier, later);
    for (std::string &one : input_changes(earlier, later))
        changes.push_back(std::move(one));
    const Json a = json_of(earlier), b = json_of(later);
    for (const auto &[name, now] : b.at("solutions").items()) {
        if (!a.at("solutions").contains(name)) continue;
        const Json &then = a["solutions"][name];
        if (differs(then, now, "source_digest"))
            changes.push_back(fmt::format("the source of {} has changed", name));
        else if (then != now)
            changes.push_back(fmt::format("flags or commands of {} have changed", name));
    }
    return changes;
}

std::vector<std::pair<std::string, std::string>> conditions_in(const std::string &heading) {
    const Json j = json_if_any(heading);
    std::vector<std::pair<std::string, std::string>> all;
    if (!j.is_object()) return all;
    const Json machine = j.value("machine", Json::object());
    all.push_back({"machine",
                   fmt::format("{}, {} processors, {:.3g} GiB, {}", machine.value("processor", "unknown"),
                               machine.value("processors", 0), machine.value("memory_bytes", 0.0) / (1 << 30),
                               machine.value("system", ""))});
    const Json compilers = j.value("compilers", Json::object());
    for (const auto &[tool, version] : compilers.items())
        all.push_back({tool, version.is_string() ? version.get<std::string>() : text_of(version)});
    const Json solutions = j.value("solutions", Json::object());
    for (const auto &[name, how] : solutions.items())
        for (const char *key : {"flags", "build", "run"})
            if (const std::string text = how.value(key, ""); !text.empty())
                all.push_back({fmt::format("{} of {}", key, name), text});
    all.push_back({"seed", text_of(j.value("seed", Json()))});
    all.push_back({"budget", time_text(1e9 * j.value("budget_s", 0.0))});
    all.push_back({"calls", j.value("cold", false) ? "cold: each the first of a process" : "warm"});
    return all;
}

Asked asked_in(const std::string &heading) {
    const Json j = json_if_any(heading);
    if (!j.is_object()) return {};
    return {j.value("budget_s", 0.0), j.value("seed", std::uint64_t{1}), j.value("cold", false)};
}

std::map<std::string, std::set<std::string>> unused_sizes_in(const std::string &heading) {
    const Json j = json_if_any(heading);
    std::map<std::string, std::set<std::string>> unused;
    if (j.is_object() && j.contains("unused_sizes") && j["unused_sizes"].is_object())
        for (const auto &[shape, sizes] : j["unused_sizes"].items())
            for (const auto &size : sizes)
                if (size.is_string()) unused[shape].insert(size.get<std::string>());
    return unused;
}

std::string source_digest_in(const std::string &heading, const std::string &solution) {
    const Json j = json_if_any(heading);
    if (!j.is_object() || !j.contains("solutions") || !j["solutions"].contains(solution)) return "";
    return j["solutions"][solution].value("source_digest", "");
}

std::vector<Cache> caches_in(const std::string &heading) {
    const Json j = json_if_any(heading);
    std::vector<Cache> caches;
    if (j.is_object() && j.contains("machine") && j["machine"].contains("caches"))
        for (const auto &pair : j["machine"]["caches"])
            if (pair.is_array() && pair.size() == 2 && pair[0].is_number() && pair[1].is_number())
                caches.push_back({pair[0].get<int>(), "", pair[1].get<double>()});
    return caches;
}

MemoryCurve memory_curve_in(const std::string &heading) {
    const Json j = json_if_any(heading);
    std::vector<AccessCost> points;
    if (j.is_object() && j.contains("machine") && j["machine"].contains("access_cost"))
        for (const auto &pair : j["machine"]["access_cost"])
            if (pair.is_array() && pair.size() == 2 && pair[0].is_number() && pair[1].is_number())
                points.push_back({pair[0].get<double>(), pair[1].get<double>()});
    return MemoryCurve(std::move(points));
}

} // namespace iron
