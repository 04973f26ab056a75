#include "lab/machine.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <memory>
#include <random>
#include <sched.h>
#include <sys/utsname.h>
#include <unistd.h>

#include "lab/build.h"
#include "lab/interrupt.h"
#include "lab/parallel.h"
#include "records/files.h"
#include "records/json.h"

namespace iron {

namespace fs = std::filesystem;
namespace {

std::string line_of(const fs::path &path) {
    std::ifstream in(path);
    std::string line;
    std::getline(in, line);
    return line;
}

std::vector<Cache> caches_of_first_processor() {
    std::vector<Cache> caches;
    for (int i = 0; i < 8; ++i) {
        const fs::path folder = fmt::format("/sys/devices/system/cpu/cpu0/cache/index{}", i);
        const std::string size = line_of(folder / "size"), type = line_of(folder / "type");
        if (size.empty() || type == "Instruction") continue;
        char *end = nullptr;
        double bytes = std::strtod(size.c_str(), &end);
        if (*end == 'K') bytes *= 1024;
        if (*end == 'M') bytes *= 1 << 20;
        caches.push_back({std::atoi(line_of(folder / "level").c_str()), type, bytes});
    }
    return caches;
}

double now_ns() { return static_cast<double>(std::chrono::steady_clock::now().time_since_epoch().count()); }

volatile std::uint64_t sink;

// A cycle through all nodes in random order (Sattolo's shuffle): every load waits for the one before it.
double chase_ns(std::size_t nodes) {
    struct alignas(64) Node {
        Node *next;
    };
    const std::unique_ptr<Node[]> all(new Node[nodes]);
    std::vector<std::uint32_t> order(nodes);
    for (std::size_t i = 0; i < nodes; ++i)
        order[i] = static_cast<std::uint32_t>(i);
    std::mt19937_64 random(nodes);
    for (std::size_t i = nodes - 1; i > 0; --i)
        std::swap(order[i], order[random() % i]);
    for (std::size_t i = 0; i < nodes; ++i)
        all[i].next = &all[order[i]];
    const Node *at = &all[0];
    const std::size_t loads = std::clamp<std::size_t>(nodes, 20'000, 200'000);
    for (std::size_t i = 0; i < std::min<std::size_t>(nodes, 1 << 20); ++i)
        at = at->next;
    double least = 1e300;
    for (int attempt = 0; attempt < 5; ++attempt) {
        const double from = now_ns();
        for (std::size_t i = 0; i < loads; ++i)
            at = at->next;
        least = std::min(least, (now_ns() - from) / static_cast<double>(loads));
    }
    sink = reinterpret_cast<std::uintptr_t>(at);
    return least;
}

Json points_json(const MemoryCurve &curve) {
    Json list = Json::array();
    for (const AccessCost &point : curve.points())
        list.push_back({point.bytes, std::round(point.ns * 100) / 100});
    return list;
}

} // namespace

Machine this_machine(const std::vector<const Language *> &languages) {
    Machine machine;
    std::ifstream info("/proc/cpuinfo");
    for (std::string line; std::getline(info, line);)
        if (line.starts_with("model name")) {
            machine.processor = line.substr(line.find(':') + 2);
            break;
        }
    cpu_set_t allowed;
    machine.processors = sched_getaffinity(0, sizeof allowed, &allowed) == 0
                             ? CPU_COUNT(&allowed)
                             : static_cast<int>(sysconf(_SC_NPROCESSORS_ONLN));
    machine.memory_bytes =
        static_cast<double>(sysconf(_SC_PHYS_PAGES)) * static_cast<double>(sysconf(_SC_PAGESIZE));
    utsname name{};
    if (uname(&name) == 0) machine.system = std::string(name.sysname) + " " + name.release;
    machine.caches = caches_of_first_processor();
    const fs::path frequency = "/sys/devices/system/cpu/cpu0/cpufreq";
    machine.governor = line_of(frequency / "scaling_governor");
    if (const std::string off = line_of("/sys/devices/system/cpu/intel_pstate/no_turbo"); !off.empty())
        machine.turbo = off == "0" ? "on" : "off";
    else if (const std::string boost = line_of("/sys/devices/system/cpu/cpufreq/boost"); !boost.empty())
        machine.turbo = boost == "1" ? "on" : "off";
    std::vector<std::string> tools, versions;
    for (const Language *language : languages)
        for (const std::string &tool : language->tools())
            tools.push_back(tool);
    versions.resize(tools.size());
    parallel_for(static_cast<int>(tools.size()), [&](int i) {
        versions[static_cast<std::size_t>(i)] = version_of(tools[static_cast<std::size_t>(i)]);
    });
    for (std::size_t i = 0; i < tools.size(); ++i)
        if (!versions[i].empty()) machine.compilers[tools[i]] = versions[i];
    return machine;
}

std::string identity_of(const Machine &machine) {
    return fmt::format("{}, {} processors, {:.0f} MiB", machine.processor, machine.processors,
                       machine.memory_bytes / (1 << 20));
}

MemoryCurve memory_curve(const Machine &machine, const std::function<void()> &telling, bool afresh) {
    const fs::path kept = cache_folder() / "access-cost.json";
    if (!afresh && fs::is_regular_file(kept)) {
        const Json j = json_if_any(read_file(kept));
        if (j.is_object() && j.value("identity", "") == identity_of(machine) && j.contains("access_cost")) {
            std::vector<AccessCost> points;
            for (const auto &pair : j["access_cost"])
                if (pair.is_array() && pair.size() == 2 && pair[0].is_number() && pair[1].is_number())
                    points.push_back({pair[0].get<double>(), pair[1].get<double>()});
            if (points.size() >= 2) return MemoryCurve(std::move(points));
        }
    }
    telling();
    std::vector<AccessCost> points;
    const double most = std::min(256.0 * (1 << 20), machine.memory_bytes / 8);
    for (std::size_t nodes = 64; 64.0 * static_cast<double>(nodes) <= most; nodes *= 2) {
        stop_if_interrupted();
        double ns = chase_ns(nodes);
        if (!points.empty())
            ns = std::max(ns, points.back().ns); // it never gets cheaper: that would be noise
        points.push_back({64.0 * static_cast<double>(nodes), ns});
    }
    const MemoryCurve curve(std::move(points));
    const Json j = {{"schema", "iron-stopwatch/access-cost/1"},
                    {"identity", identity_of(machine)},
                    {"access_cost", points_json(curve)}};
    write_file(kept, text_of(j, 2) + "\n");
    return curve;
}

ClockQuality clock_quality() {
    ClockQuality quality;
    constexpr int readings = 100'000;
    quality.resolution_ns = 1e300;
    const double from = now_ns();
    double last = from;
    for (int i = 0; i < readings; ++i) {
        const double now = now_ns();
        if (now > last) quality.resolution_ns = std::min(quality.resolution_ns, now - last);
        last = now;
    }
    quality.cost_ns = (last - from) / readings;
    return quality;
}

double calibration_ns() {
    std::uint64_t state = 88172645463325252ull;
    const double from = now_ns();
    for (int i = 0; i < 200'000; ++i) {
        state ^= state << 13;
        state ^= state >> 7;
        state ^= state << 17;
    }
    sink = state;
    return now_ns() - from;
}

Unrest unrest(double seconds) {
    std::vector<double> times;
    for (const double until = now_ns() + 1e9 * seconds; now_ns() < until;) {
        stop_if_interrupted();
        times.push_back(calibration_ns());
    }
    std::sort(times.begin(), times.end());
    Unrest found;
    if (times.empty()) return found;
    found.runs = static_cast<int>(times.size());
    found.least_ns = times.front();
    found.median_excess = times[times.size() / 2] / times.front() - 1;
    found.worst_excess = times.back() / times.front() - 1;
    for (const double time : times)
        found.disturbed_share += (time > 1.05 * times.front()) / static_cast<double>(times.size());
    return found;
}

} // namespace iron
