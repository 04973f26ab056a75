#include "records/machine.h"

#include <cmath>
#include <fmt/format.h>

#include "records/json.h"

namespace iron {

namespace {

double hundredths(double value) { return std::round(value * 100) / 100; }

} // namespace

std::vector<std::string> MachineReport::advice() const {
    std::vector<std::string> list;
    if (machine.processors < 2)
        list.push_back(
            "there is one processor for the tool and the solutions: times are disturbed by the tool itself");
    if (unrest.disturbed_share > 0.1)
        list.push_back(
            fmt::format("fixed work took over 5 % longer in {:.0f} % of its runs: close what else runs, or "
                        "give a larger budget",
                        100 * unrest.disturbed_share));
    if (machine.governor == "powersave" || machine.governor == "ondemand" || machine.governor == "schedutil")
        list.push_back(fmt::format("the processors' governor is '{}': 'performance' keeps the clock rate",
                                   machine.governor));
    if (machine.turbo == "on")
        list.push_back("turbo is on: the clock rate falls when the processor gets warm; off is steadier");
    if (containment == "namespace")
        list.push_back(
            "the system does not let a view of the machine be closed: a solution can write wherever you "
            "can, and use the network");
    if (containment == "adopted")
        list.push_back(
            "process namespaces are refused here: what a solution starts is killed one by one, and may "
            "outlive a tool that is killed outright");
    return list;
}

std::string machine_json(const MachineReport &report) {
    const Machine &machine = report.machine;
    Json j;
    j["schema"] = "iron-stopwatch/machine/1";
    j["processor"] = machine.processor;
    j["processors"] = machine.processors;
    j["memory_bytes"] = static_cast<std::int64_t>(machine.memory_bytes);
    j["system"] = machine.system;
    j["caches"] = Json::array();
    for (const Cache &cache : machine.caches)
        j["caches"].push_back({{"level", cache.level},
                               {"type", cache.type},
                               {"bytes", static_cast<std::int64_t>(cache.bytes)}});
    j["governor"] = machine.governor.empty() ? Json() : Json(machine.governor);
    j["turbo"] = machine.turbo.empty() ? Json() : Json(machine.turbo);
    j["clock"] = {{"cost_ns", hundredths(report.clock.cost_ns)},
                  {"resolution_ns", hundredths(report.clock.resolution_ns)}};
    j["unrest"] = {{"runs", report.unrest.runs},
                   {"least_ns", std::round(report.unrest.least_ns)},
                   {"median_excess", std::round(1e4 * report.unrest.median_excess) / 1e4},
                   {"worst_excess", std::round(1e4 * report.unrest.worst_excess) / 1e4},
                   {"disturbed_share", std::round(1e4 * report.unrest.disturbed_share) / 1e4}};
    j["access_cost"] = Json::array();
    for (const AccessCost &point : report.memory.points())
        j["access_cost"].push_back({static_cast<std::int64_t>(point.bytes), hundredths(point.ns)});
    j["containment"] = report.containment;
    j["languages"] = Json::array();
    for (const LanguageFound &one : report.languages)
        j["languages"].push_back(
            {{"name", one.name}, {"version", one.version.empty() ? Json() : Json(one.version)}});
    j["advice"] = report.advice();
    return text_of(j, 2) + "\n";
}

} // namespace iron
