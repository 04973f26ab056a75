#include "views/machine.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "core/words.h"
#include "views/text.h"

namespace iron {

namespace {

constexpr std::size_t width = 80;

std::string share_text(double share) { return fmt::format("{} %", three_digits(100 * share)); }

// A bar for every second working set, its length the logarithm of the cost.
std::string memory_bars(const MemoryCurve &memory) {
    std::string text;
    const auto &points = memory.points();
    const double least = points.front().ns, most = points.back().ns;
    for (std::size_t i = 0; i < points.size(); i += 2) {
        const double share = most > least ? std::log(points[i].ns / least) / std::log(most / least) : 0;
        std::string bar;
        for (int block = 0; block < 1 + static_cast<int>(40 * share); ++block)
            bar += "▪";
        text +=
            fmt::format("    {:>8}  {:>7}  {}\n", bytes_text(points[i].bytes), time_text(points[i].ns), bar);
    }
    return text;
}

} // namespace

std::string machine_text(const MachineReport &report) {
    const Machine &machine = report.machine;
    std::string text = fmt::format(
        "{}\n", cut_to(machine.processor.empty() ? "processor unknown" : machine.processor, width));
    text +=
        fmt::format("{}, {} of memory, {}\n",
                    counted_words(static_cast<std::size_t>(machine.processors), "processor", "processors"),
                    bytes_text(machine.memory_bytes), machine.system);
    std::string caches;
    for (const Cache &cache : machine.caches)
        caches +=
            fmt::format("{}level {} {}", caches.empty() ? "" : ", ", cache.level, bytes_text(cache.bytes));
    std::vector<std::vector<std::string>> rows;
    rows.push_back({"caches", caches.empty() ? "not told" : caches});
    rows.push_back({"governor", machine.governor.empty() ? "not told" : machine.governor});
    rows.push_back({"turbo", machine.turbo.empty() ? "not told" : machine.turbo});
    rows.push_back({"clock", fmt::format("a reading costs {}, steps of {}", time_text(report.clock.cost_ns),
                                         time_text(report.clock.resolution_ns))});
    rows.push_back(
        {"unrest", fmt::format("fixed work of {}: typically {} more", time_text(report.unrest.least_ns),
                               share_text(report.unrest.median_excess))});
    rows.push_back(
        {"", fmt::format("at worst {} more; over 5 % more in {} of {}",
                         share_text(report.unrest.worst_excess), share_text(report.unrest.disturbed_share),
                         counted_words(static_cast<std::size_t>(report.unrest.runs), "run", "runs"))});
    rows.push_back({"heap, stack", "exact in C, C++ and Rust"});
    rows.push_back({"", "to 1 KiB in Python, to 4 KiB in Java, to 8 KiB in JavaScript"});
    const bool confined = report.containment == "confined", alone = report.containment == "namespace";
    rows.push_back({"solutions", confined || alone ? "in a namespace of their own: nothing is left behind"
                                                   : "adopted: namespaces are refused here"});
    rows.push_back({"", confined ? "they write to a folder of their own, and have no network"
                                 : "they write wherever you can, and have your network"});
    for (const LanguageFound &one : report.languages)
        rows.push_back(
            {one.name, one.version.empty() ? "not installed; apt-get install " + one.package : one.version});
    text += "\n" + table_text({"what", "found"}, rows, width);
    text += "\n  Cost of a memory access that waits for the one before, by working set:\n" +
            memory_bars(report.memory);
    const auto advice = report.advice();
    text += advice.empty() ? "\n  Nothing here makes readings doubtful.\n" : "\n";
    for (const std::string &sentence : advice)
        text += wrapped("- " + sentence, width, 2);
    return text;
}

} // namespace iron
